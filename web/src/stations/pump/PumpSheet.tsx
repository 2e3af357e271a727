import { replace } from "../../api/edits";
import { useWorkbench } from "../../frame/workbench";
import { Choice } from "../../ui/Choice";
import { Entry } from "../../ui/Entry";
import { Cautions, Findings } from "../../ui/Findings";
import { FigureList } from "../../ui/FigureList";
import { Why } from "../../ui/Why";
import { CurveChart } from "./CurveChart";
import { CurvePoints } from "./CurvePoints";
import { FixtureWords } from "./FixtureWords";
import { PipeWords } from "./PipeWords";
import { PressureStack } from "./PressureStack";
import { VesselWords } from "./VesselWords";

const FIGURES = [
  "tap_clean_kpa",
  "tap_dirty_kpa",
  "shut_off_kpa",
  "npsh_m",
  "vessel_l",
  "starts_h",
  "kwh_m3",
  "kwh_year",
  "gravity_l_s",
];

/** Flow, head and what it takes to give them. */
export function PumpSheet() {
  const bench = useWorkbench();
  const { document, plan } = bench.shown;
  const { units, pump: entered } = document;
  const { pump: told } = plan;
  const figure = (key: string) => told.figures[key] && <Why figure={told.figures[key]} units={units} />;
  const known = Object.fromEntries(Object.entries(told.figures).filter(([, each]) => each.value !== null));
  return (
    <>
      <div className="flex flex-col gap-x-8 min-[900px]:flex-row">
        <h1 className="title shrink-0 pt-0.5">Pump</h1>
        <div className="leading-[1.75]">
          <p>
            The house is fed{" "}
            <Choice
              label="How the house is fed"
              value={entered.way}
              options={[
                { value: "undecided", label: "in a way not decided yet" },
                { value: "pump", label: "by a pump" },
                { value: "gravity", label: "by gravity alone" },
              ]}
              onChoose={(way) => void bench.edit(`Fed by ${way}`, replace("/pump/way", way))}
            />
            : {figure("peak_l_s")} at the peak, {figure("lift_m")} up, with{" "}
            <Entry
              label="Pressure wanted at the highest tap"
              path="/pump/residual_kpa"
              kind="pressure"
              value={entered.residual_kpa}
              max={1000}
            />{" "}
            wanted at the highest tap: {figure("head_m")} of head when filters are due.
          </p>
          <FixtureWords />
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 min-[900px]:grid-cols-[minmax(0,1fr)_286px]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-y-5">
          <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 min-[1100px]:grid-cols-2">
            <PressureStack />
            {entered.way === "pump" && <CurveChart />}
          </div>
          {entered.way === "pump" && <CurvePoints />}
          <PipeWords />
          {entered.way === "pump" && <VesselWords />}
        </div>
        <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What to mind">
          <Findings findings={plan.findings.filter((finding) => finding.stage === "pump")} />
          <section>
            <h2 className="heading">What comes of it</h2>
            <FigureList figures={known} keys={FIGURES} units={units} />
          </section>
          {entered.way !== "undecided" && (
            <p className="no-print">
              <a className="act-quiet" href={`/api/properties/${bench.id}/pressure.inp`} download="pressure-side.inp">
                EPANET model
              </a>
            </p>
          )}
          <Cautions cautions={told.cautions} />
        </aside>
      </div>
    </>
  );
}
