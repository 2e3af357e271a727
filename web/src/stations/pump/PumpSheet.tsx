import type { Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { BuildNotes } from "../../ui/BuildNotes";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { choicesAt } from "../../document/choices";
import { Entry } from "../../document/Entry";
import { FigureList } from "../../ui/FigureList";
import { Cautions, Findings } from "../../document/Findings";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { Why } from "../../ui/Why";
import { CurveChart } from "./CurveChart";
import { CurvePoints } from "./CurvePoints";
import { FixtureWords } from "./FixtureWords";
import { HandPipeWords, HandWords } from "./HandWords";
import { HeaderWords } from "./HeaderWords";
import { HeaterScale } from "./HeaterScale";
import { HotWaterWords } from "./HotWaterWords";
import { LiftSection } from "./LiftSection";
import { DeliveryWords, SuctionWords } from "./PipeWords";
import { PowerWords } from "./PowerWords";
import { PressureStack } from "./PressureStack";
import { PumpsTable } from "./PumpsTable";
import { SuctionBar } from "./SuctionBar";
import { TopUpView } from "./TopUpView";
import { ControlWords } from "./ControlWords";
import { addressOf } from "../../api/addresses";

/** Flow, head and what it takes to give them. */
export function PumpSheet() {
  const bench = useEdits();
  const document = useDocument("pump", "units");
  const plan = usePlan("pump");
  const { units, pump: entered } = document;
  const { pump: answer } = plan;
  const figure = (key: string) => answer.figures[key] && <Why figure={answer.figures[key]} units={units} />;
  const lift = answer.figures["lift_m"]?.value ?? null;
  const pumped = entered.feed === "pump" || entered.feed === "header";
  const byHand = entered.feed === "hand";
  const noHotWater =
    entered.hot_water.kind === "none" &&
    Object.entries(entered.fixtures).every(([fixture, count]) => fixture === "garden_tap" || count === 0);
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Pump</h1>
        <div className="leading-[1.75]">
          <p>
            The taps are fed{" "}
            <ChoiceEntry
              path="/pump/feed"
              undecided={entered.feed === "undecided"}
              label="How the taps are fed"
              value={entered.feed}
              options={choicesAt<typeof entered.feed>("/pump/feed", units)}
              onChoose={(feed) => void bench.edit(`Fed by ${feed}`, replace("/pump/feed", feed))}
            />
            : {figure("peak_l_s")} {byHand ? "while it is worked" : "at the peak"}
            {lift === null ? <>, the lift {figure("lift_m")}</> : lift >= 0 && <>, {figure("lift_m")} up</>}
            {!byHand && (
              <>
                , with{" "}
                <Entry
                  label="Pressure wanted at the highest tap"
                  path="/pump/residual_kpa"
                  kind="pressure"
                  value={entered.residual_kpa}
                />{" "}
                wanted at the highest tap: {figure("head_m")} of head when filters are due
              </>
            )}
            .
          </p>
          {byHand ? <HandWords /> : <FixtureWords />}
        </div>
      </div>
      <Views
        label="Parts of the pump"
        views={[
          ...(byHand ? [] : [{ key: "pressure", name: "Pressure", body: <PressureView /> }]),
          { key: "pipes", name: pumped ? "Pipes & suction" : byHand ? "Lift" : "Pipes", body: <PipesView /> },
          ...(pumped ? [{ key: "power", name: "Control & power", body: <PowerView /> }] : []),
          ...(byHand || noHotWater ? [] : [{ key: "hot-water", name: "Hot water", body: <HotWaterView /> }]),
          { key: "top-up", name: "Top-up", body: <TopUp /> },
        ]}
      />
    </>
  );
}

type View = Plan["pump"]["notes"][number]["view"];

function Aside({ view, figures }: { view: View; figures: readonly string[] }) {
  const bench = useEdits();
  const document = useDocument("pump", "units");
  const plan = usePlan("findings", "pump");
  const known = Object.fromEntries(Object.entries(plan.pump.figures).filter(([, each]) => each.value !== null));
  const any = figures.some((key) => known[key]);
  return (
    <>
      <Findings findings={plan.findings.filter((finding) => finding.stage === "pump")} />
      {any && (
        <section>
          <h2 className="heading">Results</h2>
          <FigureList figures={known} keys={figures} units={document.units} />
        </section>
      )}
      <BuildNotes notes={plan.pump.notes} view={view} />
      {document.pump.feed !== "undecided" && document.pump.feed !== "hand" && view === "pressure" && (
        <p className="no-print">
          <a
            className="act-quiet"
            href={addressOf("/api/properties/{property_id}/pressure.inp", { property_id: bench.id })}
            download
          >
            EPANET model
          </a>
        </p>
      )}
      <Cautions cautions={plan.pump.cautions} />
    </>
  );
}

const PRESSURES = [
  "tap_clean_kpa",
  "tap_dirty_kpa",
  "tap_at_cut_out_kpa",
  "gravity_l_s",
  "gravity_due_l_s",
  "low_tap_kpa",
  "shut_off_kpa",
] as const;

function PressureView() {
  const { feed } = useDocument("pump").pump;
  const pumped = feed === "pump" || feed === "header";
  return (
    <MainAndAside aside={<Aside view="pressure" figures={PRESSURES} />}>
      <div
        className={`grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 ${pumped ? "wide:grid-cols-2" : "max-w-[560px]"}`}
      >
        <PressureStack />
        {pumped && <CurveChart />}
      </div>
      {feed === "header" && <HeaderWords />}
      {pumped && <PumpsTable />}
      {pumped && <CurvePoints />}
    </MainAndAside>
  );
}

const PIPES = ["npsh_m", "crest_m", "velocity_m_s", "surge_kpa", "shut_off_kpa", "hand_w", "hand_min_d"] as const;

function PipesView() {
  const { feed, stands } = useDocument("pump").pump;
  const pumped = feed === "pump" || feed === "header";
  return (
    <MainAndAside aside={<Aside view="suction" figures={PIPES} />}>
      <LiftSection />
      {pumped && (
        <>
          {stands === "beside" && <SuctionBar />}
          <SuctionWords />
        </>
      )}
      {feed === "hand" ? <HandPipeWords /> : <DeliveryWords />}
    </MainAndAside>
  );
}

const POWER = [
  "vessel_l",
  "starts_per_hour",
  "held_l",
  "header_d",
  "power_w",
  "battery_d",
  "battery_a",
  "cable_mm2",
  "kwh_m3",
  "kwh_year",
] as const;

function PowerView() {
  const { feed } = useDocument("pump").pump;
  return (
    <MainAndAside aside={<Aside view="power" figures={POWER} />}>
      {feed === "pump" && <ControlWords />}
      <PowerWords />
    </MainAndAside>
  );
}

function HotWaterView() {
  return (
    <MainAndAside aside={<Aside view="hot_water" figures={["hot_expansion_l", "hot_vessel_l"]} />}>
      <HotWaterWords />
      <HeaterScale />
    </MainAndAside>
  );
}

function TopUp() {
  return (
    <MainAndAside aside={<Aside view="top_up" figures={[]} />}>
      <TopUpView />
    </MainAndAside>
  );
}
