import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { pressure } from "../../lib/units";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { LimitBars } from "../../ui/LimitBars";
import type { LimitBar } from "../../ui/LimitBars";
import { MaybeEntry } from "../../document/MaybeEntry";
import { LeanWords } from "./LeanWords";
import { Why } from "../../ui/Why";

/** What the tank weighs and how it stands in the wind, empty. */
export function WeightWords({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const document = useDocument("cistern", "ground", "units");
  const plan = usePlan("ground");
  const wanted = plan.ground.hold_wanted;
  const { ground: entered, units } = document;
  const row = document.cistern.tanks.findIndex((tank) => tank.id === pad.id);
  const water = pad.figures["wind_water_l"]?.value ?? null;
  const allowed = pad.figures["allowed_kpa"]?.value ?? null;
  const bar = (key: string, name: string, limit: number | null, limitTold: string, atLeast: boolean): LimitBar => {
    const figure = pad.figures[key]!;
    return {
      name,
      value: figure.value ?? 0,
      limit,
      atLeast,
      limitTold,
      answer: <Why figure={figure} units={units} />,
    };
  };
  const allowedTold = allowed === null ? "nobody has looked at the ground" : `${pressure(allowed, units)} allowed`;
  return (
    <>
      <section aria-label="Weight">
        <h2 className="heading">{pad.buried ? `${pad.name}, its weight` : `${pad.name}, its weight and the wind`}</h2>
        <p className="leading-[1.85]">
          Empty it weighs{" "}
          {row >= 0 && (
            <MaybeEntry
              label="Empty weight, in kilograms"
              path={`/cistern/tanks/${row}/empty_kg`}
              kind="count"
              value={document.cistern.tanks[row]!.empty_kg}
              unknown="what is usual for its kind"
              around={100}
            />
          )}
          {row >= 0 && document.cistern.tanks[row]!.empty_kg !== null && " kg"}.{" "}
          {!pad.buried && (
            <>
              The strongest gust that is counted on is{" "}
              <Entry label="Gust" path="/ground/wind_m_s" kind="speed" value={entered.wind_m_s} />; it is{" "}
              <YesOrNo
                label="Tied down"
                path="/ground/tied_down"
                on={entered.tied_down}
                yes="tied down or strapped to a wall"
                no="held by its weight alone"
              />
              .{" "}
            </>
          )}
          Earthquakes{" "}
          <YesOrNo
            label="Earthquakes"
            path="/ground/earthquakes"
            on={entered.earthquakes}
            yes="are counted on"
            no="are not counted on"
          />
          .
          {row >= 0 && (
            <>
              {" "}
              <LeanWords row={row} pad={pad} />
            </>
          )}
        </p>
      </section>
      <section aria-label="On the ground">
        <h2 className="heading">{pad.on_ground ? "Full, on the ground" : "Full, on what carries it"}</h2>
        <LimitBars
          label="On the ground"
          bars={[
            pad.on_ground
              ? bar(
                  "ground_kpa",
                  pad.raised_m > 0 ? "under its plinth" : "under its pad",
                  allowed,
                  allowedTold,
                  false,
                )
              : bar("base_kpa", `on ${pad.label}`, null, "an engineer says what it carries", false),
          ]}
        />
      </section>
      {water !== null && (
        <section aria-label="In the wind">
          <h2 className="heading">Empty, in that gust</h2>
          <LimitBars
            label="In the wind"
            bars={[
              bar("overturning", "against turning over", wanted, `${wanted} wanted`, true),
              bar("sliding", "against sliding", wanted, `${wanted} wanted`, true),
            ]}
          />
          {water > 0 && (
            <p className="mt-1 leading-[1.85]">
              {entered.tied_down ? "Were it not tied down, it would take " : "Before a storm it takes "}
              <Why figure={pad.figures["wind_water_l"]!} units={units} /> of water in it to hold it
              {entered.tied_down ? "." : ", or ties."}
            </p>
          )}
        </section>
      )}
    </>
  );
}
