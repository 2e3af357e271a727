import { useDocument, usePlan } from "../../document/shown";
import { flow, fixed, intensity, volume } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { Entry } from "../../document/Entry";
import { Cautions, Findings } from "../../document/Findings";
import { FigureList } from "../../ui/FigureList";
import { Why } from "../../ui/Why";
import { CapacityChart } from "./CapacityChart";
import { GroundEntries } from "./GroundEntries";
import { OverflowDrawing } from "./OverflowDrawing";
import { EndWords, KindWords } from "./OverflowWords";

const PASSES = {
  pipe: "the overflow passes",
  standpipe: "the standpipe passes",
  back_down: "the downpipes take back",
  none: "the full tank lets them go over its",
};

/** Can the tank pass a downpour, and where does it go. */
export function OverflowSheet() {
  const document = useDocument("climate", "downpour", "overflow", "units");
  const plan = usePlan("findings", "gutters", "overflow");
  const { climate, units, overflow: entered, downpour } = document;
  const { overflow: answer, gutters } = plan;
  const figure = (key: string) => answer.figures[key] && <Why figure={answer.figures[key]} units={units} />;
  const rate = downpour.overflow_intensity_mm_h ?? answer.rate_now_mm_h;
  const raised = climate.downpours !== "entered";
  const spillDays = answer.figures["spill_days_year"];
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Overflow</h1>
        <div className="leading-[1.75]">
          <p>
            At{" "}
            <Entry
              label="Rate for the overflow"
              path="/downpour/overflow_intensity_mm_h"
              kind="intensity"
              value={rate}
            />
            {downpour.overflow_intensity_mm_h === null && (
              <span className="note"> (half as much again as the gutters’)</span>
            )}
            , once in{" "}
            <Entry
              label="Return period of the overflow"
              path="/downpour/overflow_return_years"
              kind="count"
              value={downpour.overflow_return_years}
            />{" "}
            years{raised && `, ${intensity(answer.rate_mm_h, units)} in the climate that is planned for`}, the inflow
            is at most {figure("inflow_l_s")}; {PASSES[entered.kind]}{" "}
            {entered.kind === "none" ? "rim" : figure("capacity_l_s")}.
            {gutters.overflow_estimate && downpour.overflow_intensity_mm_h === null && (
              <span className="note" title={gutters.overflow_estimate.working}>
                {" "}
                The record alone suggests {intensity(gutters.overflow_estimate.low_mm_h, units)} to{" "}
                {intensity(gutters.overflow_estimate.high_mm_h, units)}.
              </span>
            )}
          </p>
          <KindWords />
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-y-5">
          <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 wide:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
            <OverflowDrawing />
            {answer.figures["head_m"] && <CapacityChart />}
          </div>
          {entered.kind !== "none" && <EndWords />}
          <GroundEntries />
          {answer.held_down.length > 0 && (
            <section aria-label="Held down before rain">
              <h2 className="heading">What holding the level down costs</h2>
              <p className="leading-[1.85]">
                Keep{" "}
                <Entry
                  label="Share of the tank kept empty"
                  path="/overflow/hold_down_share"
                  kind="percent"
                  value={entered.hold_down_share}
                />{" "}
                of the tank empty for rain that is forecast, as the supply is run, over the whole record:
              </p>
              <DataTable
                head={["Kept empty", "Years carried", "Spilled a year"]}
                rows={answer.held_down.map((held) => ({
                  key: String(held.share),
                  name: `${fixed(held.share * 100, 0)} %`,
                  cells: [`${held.years_carried} of ${held.of_years}`, volume(held.spill_l_year, units)],
                  strong: Math.abs(held.share - entered.hold_down_share) < 1e-9,
                }))}
              />
            </section>
          )}
        </div>
        <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="Findings and notes">
          <Findings findings={plan.findings.filter((finding) => finding.stage === "overflow")} />
          <section>
            <h2 className="heading">Over the record</h2>
            <FigureList
              figures={answer.figures}
              keys={["spill_l_year", "largest_day_l", "spill_days_year", "head_m", "crown_m"]}
              units={units}
            />
            {!spillDays && <p className="note">What it spills in a year is known once there is a rain record.</p>}
            <p className="note mt-1.5">
              {answer.place.sizes.length > 0 &&
                `Other sizes: ${answer.place.sizes.map((size) => `${size.label}, ${flow(size.capacity_l_s, units)}`).join("; ")}.`}{" "}
              {entered.kind !== "none" && answer.where_it_ends}
            </p>
          </section>
          <Cautions cautions={answer.cautions} />
        </aside>
      </div>
    </>
  );
}
