import type { Plan } from "../../api/client";
import { useWorkbench } from "../../frame/workbench";
import { fixed, pressure, volume } from "../../lib/units";
import { EitherWay } from "../../ui/EitherWay";
import { Entry } from "../../ui/Entry";
import { FigureList } from "../../ui/FigureList";
import { LimitBars } from "../../ui/LimitBars";
import type { LimitBar } from "../../ui/LimitBars";
import { MaybeEntry } from "../../ui/MaybeEntry";

/** What the tank weighs and how it stands in the wind, empty. */
export function WeightWords({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const { document } = useWorkbench().shown;
  const { ground: entered, units } = document;
  const row = document.cistern.tanks.findIndex((tank) => tank.id === pad.id);
  const water = pad.figures["wind_water_l"]?.value ?? null;
  const allowed = pad.figures["allowed_kpa"]?.value ?? null;
  const press = (key: string, name: string): LimitBar => {
    const value = pad.figures[key]?.value ?? 0;
    const limitTold = allowed === null ? "nobody has looked" : `${pressure(allowed, units)} allowed`;
    return { name, value, limit: allowed, atLeast: false, told: pressure(value, units), limitTold };
  };
  const hold = (key: string, name: string): LimitBar => {
    const value = pad.figures[key]?.value ?? 0;
    return { name, value, limit: 1.5, atLeast: true, told: fixed(value, 2), limitTold: "1.5 wanted" };
  };
  return (
    <>
      <section aria-label="Weight">
        <h2 className="heading">{pad.name}, its weight and the wind</h2>
        <p className="leading-[1.85]">
          Empty it weighs{" "}
          {row >= 0 && (
            <MaybeEntry
              label="Empty weight, in kilograms"
              path={`/cistern/tanks/${row}/empty_kg`}
              kind="count"
              value={document.cistern.tanks[row]!.empty_kg}
              unknown="what is usual for its kind"
              start={100}
              min={1}
              max={1e7}
            />
          )}
          {row >= 0 && document.cistern.tanks[row]!.empty_kg !== null && " kg"}. The strongest gust that is counted on
          is <Entry label="Gust" path="/ground/wind_m_s" kind="speed" value={entered.wind_m_s} min={1} max={120} />;
          it is{" "}
          <EitherWay
            label="Tied down"
            path="/ground/tied_down"
            on={entered.tied_down}
            yes="tied down or strapped to a wall"
            no="held by its weight alone"
          />
          . Earthquakes{" "}
          <EitherWay
            label="Earthquakes"
            path="/ground/earthquakes"
            on={entered.earthquakes}
            yes="are counted on"
            no="are not counted on"
          />
          . A tank that stands leans by{" "}
          <Entry label="Lean across the base" path="/ground/lean_mm" kind="bore" value={entered.lean_mm} max={5000} />
          .
        </p>
      </section>
      <section aria-label="On the ground">
        <h2 className="heading">Full, on the ground</h2>
        <LimitBars
          label="On the ground"
          bars={[press("base_kpa", "on its pad"), press("ground_kpa", "on the ground")]}
        />
      </section>
      {water !== null && (
        <section aria-label="In the wind">
          <h2 className="heading">Empty, in that gust</h2>
          <LimitBars label="In the wind" bars={[hold("overturning", "turning over"), hold("sliding", "sliding")]} />
          <div className="max-w-[560px]">
            <FigureList figures={pad.figures} keys={["overturning", "sliding", "wind_water_l"]} units={units} />
          </div>
          {water > 0 && (
            <p className="note mt-1">Leave {volume(water, units)} in it before a storm, or tie it down.</p>
          )}
        </section>
      )}
    </>
  );
}
