import { replace } from "../../api/edits";
import { useWorkbench } from "../../frame/workbench";
import { flow, fixed, intensity, metres, opening, volume } from "../../lib/units";
import { Choice } from "../../ui/Choice";
import { DataTable } from "../../ui/DataTable";
import { EitherWay } from "../../ui/EitherWay";
import { Entry } from "../../ui/Entry";
import { Cautions, Findings } from "../../ui/Findings";
import { Why } from "../../ui/Why";
import { CapacityChart } from "./CapacityChart";
import { GroundEntries } from "./GroundEntries";
import { OverflowDrawing } from "./OverflowDrawing";

/** Can the tank pass a downpour, and where does it go. */
export function OverflowSheet() {
  const bench = useWorkbench();
  const { document, plan } = bench.shown;
  const { units, overflow: entered, downpour, rain } = document;
  const { overflow: told, gutters } = plan;
  const figure = (key: string) => told.figures[key] && <Why figure={told.figures[key]} units={units} />;
  const rate = downpour.overflow_intensity_mm_h ?? rain.design_intensity_mm_h * 1.5;
  const spillDays = told.figures["spill_days_year"];
  const piped = entered.kind === "pipe" || entered.kind === "standpipe";
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(`Overflow: ${label}`, replace(`/overflow/${field}`, value));
  return (
    <>
      <div className="flex flex-col gap-x-8 min-[900px]:flex-row">
        <h1 className="title shrink-0 pt-0.5">Overflow</h1>
        <div className="leading-[1.75]">
          <p>
            At{" "}
            <Entry
              label="Rate for the overflow"
              path="/downpour/overflow_intensity_mm_h"
              kind="intensity"
              value={rate}
              min={1}
              max={2000}
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
              min={1.01}
              max={1000}
            />{" "}
            years, at most {figure("inflow_l_s")} come in;{" "}
            {entered.kind === "back_down" ? "the downpipes take back" : "the overflow passes"}{" "}
            {figure("capacity_l_s")}.
            {gutters.overflow_estimate && downpour.overflow_intensity_mm_h === null && (
              <span className="note" title={gutters.overflow_estimate.working}>
                {" "}
                The record alone suggests {intensity(gutters.overflow_estimate.low_mm_h, units)} to{" "}
                {intensity(gutters.overflow_estimate.high_mm_h, units)}.
              </span>
            )}
          </p>
          <p>
            {piped && entered.count === 1 ? "One " : ""}
            {piped && entered.count > 1 && (
              <>
                <Entry
                  label="Overflow pipes"
                  path="/overflow/count"
                  kind="count"
                  value={entered.count}
                  min={1}
                  max={20}
                  whole
                />{" "}
              </>
            )}
            <Choice
              label="Kind of overflow"
              value={entered.kind}
              options={[
                {
                  value: "pipe",
                  label: piped ? "pipe through the wall" : "A pipe through the wall",
                  note: "lets the freshest water go",
                },
                {
                  value: "standpipe",
                  label: piped ? "standpipe from the bottom" : "A standpipe from the bottom",
                  note: "up and over: the oldest water goes first",
                },
                {
                  value: "back_down",
                  label: "No overflow, but a diverter",
                  note: "a barrel’s: full, it sends the water back down the pipe",
                },
                { value: "none", label: "No overflow at all" },
              ]}
              onChoose={(kind) => set(kind, "kind", kind)}
            />
            {entered.kind === "back_down" && " that sends the water back down the downpipe once the barrel is full"}
            {piped && <PipeWords />}, it leads to{" "}
            <Choice
              label="Where the overflow goes"
              value={entered.way}
              options={[
                { value: "ground", label: "open ground" },
                { value: "soakaway", label: "a soakaway" },
                { value: "swale", label: "a swale" },
                { value: "rain_garden", label: "a rain garden" },
                { value: "basins", label: "mulch basins" },
                { value: "pond", label: "a pond" },
                { value: "second_dam", label: "a second dam" },
                { value: "creek", label: "a creek" },
                { value: "reed_bed", label: "a reed bed" },
                { value: "storm_drain", label: "a storm drain" },
              ]}
              onChoose={(way) => set(way, "way", way)}
            />
            .
          </p>
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 min-[900px]:grid-cols-[minmax(0,1fr)_286px]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-y-5">
          <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 min-[1100px]:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
            <OverflowDrawing />
            <CapacityChart />
          </div>
          <p className="leading-[1.85]">
            {piped && (
              <>
                <Flag label="Mesh" field="screened" yes="Mesh" no="No mesh" />,{" "}
                <Flag label="Trap" field="trap" yes="a trap or flap" no="no trap or flap" />, of{" "}
                <Flag label="Pipe of the overflow" field="metal" yes="metal" no="plastic" /> above ground
              </>
            )}
            {entered.kind === "standpipe" && (
              <>
                ,{" "}
                <Flag
                  label="Siphon break"
                  field="siphon_break"
                  yes="vent holes that break the siphon"
                  no="no siphon break"
                />
              </>
            )}
            {piped ? ". Its end is " : "The water ends "}
            <Entry
              label="Distance to the nearest footing"
              path="/overflow/footing_m"
              kind="length"
              value={entered.footing_m}
              max={5000}
            />{" "}
            from the nearest footing,{" "}
            <Flag
              label="Lie of the end"
              field="downhill"
              yes="downhill of the pad"
              no="towards the pad or a neighbour"
            />
            .{" "}
            {piped && (
              <span className="note">
                The inlets have {opening(told.inlet_mm2 / 100, units)} together, the overflow{" "}
                {opening(told.overflow_mm2 / 100, units)}.
              </span>
            )}
          </p>
          <GroundEntries />
          {told.held_down.length > 0 && (
            <section aria-label="Held down before rain">
              <h2 className="heading">What holding the level down costs</h2>
              <p className="leading-[1.85]">
                Keep{" "}
                <Entry
                  label="Share of the tank kept empty"
                  path="/overflow/hold_down_share"
                  kind="percent"
                  value={entered.hold_down_share}
                  max={1}
                />{" "}
                of the tank empty for rain that is forecast, on rain alone over the whole record:
              </p>
              <DataTable
                head={["Kept empty", "Years carried", "Spilled a year"]}
                rows={told.held_down.map((held) => ({
                  key: String(held.share),
                  name: `${fixed(held.share * 100, 0)} %`,
                  cells: [`${held.years_carried} of ${held.of_years}`, volume(held.spill_l_year, units)],
                  strong: Math.abs(held.share - entered.hold_down_share) < 1e-9,
                }))}
              />
            </section>
          )}
        </div>
        <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What to mind">
          <Findings findings={plan.findings.filter((finding) => finding.stage === "overflow")} />
          <section>
            <h2 className="heading">Over the record</h2>
            <dl className="mt-1 text-[14px]">
              {["spill_l_year", "largest_day_l", "spill_days_year", "head_m", "crown_m"].map(
                (key) =>
                  told.figures[key] && (
                    <div
                      key={key}
                      className="flex items-baseline justify-between gap-2 border-b border-rule py-[3px]"
                    >
                      <dt>{told.figures[key].label}</dt>
                      <dd className="text-right font-semibold whitespace-nowrap">{figure(key)}</dd>
                    </div>
                  ),
              )}
            </dl>
            {!spillDays && <p className="note">What it spills in a year is told once there is a rain record.</p>}
            <p className="note mt-1.5">
              {told.place.sizes.length > 0 &&
                `Next on the shelf: ${told.place.sizes.map((size) => `${size.label} passes ${flow(size.capacity_l_s, units)}`).join(", ")}.`}{" "}
              It ends where somebody sees it run, on an apron of 20 mm stone, {metres(told.lip_m - told.end_m, units)}{" "}
              below the lip.
            </p>
          </section>
          <Cautions cautions={told.cautions} />
        </aside>
      </div>
    </>
  );
}

/** Bore, length, bends and end of an overflow that is a pipe. */
function PipeWords() {
  const bench = useWorkbench();
  const { overflow: entered } = bench.shown.document;
  return (
    <>
      {" "}
      of{" "}
      <Entry
        label="Bore of the overflow"
        path="/overflow/bore_mm"
        kind="bore"
        value={entered.bore_mm}
        min={5}
        max={2000}
      />
      ,{" "}
      <Entry
        label="Length of the overflow"
        path="/overflow/length_m"
        kind="length"
        value={entered.length_m}
        min={0.1}
        max={2000}
      />{" "}
      long, with{" "}
      <Entry
        label="Bends of the overflow"
        path="/overflow/bends_90"
        kind="count"
        value={entered.bends_90}
        max={50}
        whole
      />{" "}
      square bends, ending{" "}
      <Choice
        label="End of the overflow"
        value={entered.end}
        options={[
          { value: "open", label: "open" },
          { value: "grate", label: "under a grate" },
          { value: "pop_up", label: "in a pop-up" },
        ]}
        onChoose={(end) => void bench.edit(`Overflow: ${end}`, replace("/overflow/end", end))}
      />
    </>
  );
}

function Flag(props: {
  label: string;
  field: "screened" | "trap" | "metal" | "siphon_break" | "downhill";
  yes: string;
  no: string;
}) {
  const { document } = useWorkbench().shown;
  return <EitherWay {...props} path={`/overflow/${props.field}`} on={document.overflow[props.field]} />;
}
