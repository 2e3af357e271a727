import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { metres } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { Findings } from "../../document/Findings";
import { FittingNotes } from "./FittingNotes";
import { InletDrawing } from "./InletDrawing";

const GAUGES = [
  { value: "none", label: "no gauge" },
  { value: "sight_tube", label: "a sight tube", note: "its valve normally shut" },
  { value: "float", label: "a float gauge" },
  { value: "electronic", label: "a sensor" },
] as const;

/** What is fitted where the water enters, stands and leaves the tank. */
export function InsideView() {
  const bench = useEdits();
  const document = useDocument("cistern", "units");
  const plan = usePlan("findings", "gutters", "overflow");
  const { units, cistern } = document;
  const built = cistern.tanks
    .map((tank, row) => ({ tank, row }))
    .filter(({ tank }) => tank.phase <= cistern.built_phase);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
      <div>
        {built.map(({ tank, row }) => {
          const at = `/cistern/tanks/${row}/inlet`;
          const { inlet } = tank;
          const levels = plan.gutters.tanks.find((each) => each.id === tank.id)!;
          const run = plan.gutters.runs.find((each) => each.tank === tank.id);
          const height = levels.lid_m - levels.floor_m;
          const overflow = levels.overflow_m - levels.floor_m;
          const inletAt = levels.inlet_m - levels.floor_m;
          const flag = (
            label: string,
            field: "calmed" | "lockable" | "light_tight" | "floor_drain" | "floating_suction",
            yes: string,
            no: string,
          ) => (
            <YesOrNo label={`${label} of ${tank.name}`} path={`${at}/${field}`} on={inlet[field]} yes={yes} no={no} />
          );
          return (
            <section
              key={tank.id}
              aria-label={`Inside ${tank.name}`}
              className="mb-4 border-t-[1.5px] border-ink pt-2 first:border-t-0 first:pt-0"
            >
              <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 desk:grid-cols-[300px_minmax(0,1fr)]">
                <InletDrawing
                  tank={tank}
                  height={height}
                  overflow={overflow}
                  piped={plan.overflow.figures["head_m"] !== undefined}
                  inletAt={inletAt}
                  units={units}
                />
                <div className="leading-[1.9]">
                  <h2 className="heading">{tank.name}</h2>
                  <p>
                    The inlet,{" "}
                    <Entry
                      label={`Bore of the inlet of ${tank.name}`}
                      path={`${at}/bore_mm`}
                      kind="pipe"
                      value={inlet.bore_mm}
                    />
                    , enters{" "}
                    <Entry
                      label={`Height of the inlet of ${tank.name}`}
                      path={`${at}/height_m`}
                      kind="length"
                      value={inletAt}
                      max={height}
                    />{" "}
                    above the floor{run ? ` (${metres(run.inlet_m, units)} on the datum)` : ""} and is{" "}
                    {flag("Calming of the inlet", "calmed", "calmed, turned up near the floor", "let fall")}.
                  </p>
                  <p>
                    A vent of{" "}
                    <Entry label={`Vent of ${tank.name}`} path={`${at}/vent_mm`} kind="bore" value={inlet.vent_mm} />{" "}
                    under a screen. The lid {flag("Lid", "lockable", "locks", "does not lock")}, the walls{" "}
                    {flag("Walls", "light_tight", "keep the light out", "let light in")}.
                  </p>
                  <p>
                    Water is drawn{" "}
                    {flag("Draw", "floating_suction", "through a floating suction", "by the fixed outlet")}, the floor{" "}
                    {flag("Floor", "floor_drain", "falls to a drain", "has no drain")}. Level read by{" "}
                    <ChoiceEntry
                      path={`${at}/gauge`}
                      label={`Gauge of ${tank.name}`}
                      value={inlet.gauge}
                      options={[...GAUGES]}
                      onChoose={(gauge) => void bench.edit(`${tank.name}: ${gauge}`, replace(`${at}/gauge`, gauge))}
                    />
                    {inlet.gauge !== "none" && ": empty at the outlet, full at the underside of the overflow"}.
                  </p>
                  <p>
                    Gap beside it, to a wall or another tank:{" "}
                    <MaybeEntry
                      label={`Gap beside ${tank.name}`}
                      path={`${at}/gap_mm`}
                      kind="bore"
                      value={inlet.gap_mm}
                      unknown="nothing stands beside it"
                      around={600}
                    />
                    .
                  </p>
                </div>
              </div>
            </section>
          );
        })}
      </div>
      <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What is wrong inside">
        <Findings
          findings={plan.findings.filter((finding) =>
            /^GUTTERS_(INLET_N|INLET_D|VENT|LID|LIGHT|DRAWS|SIGHT|NO_ROOM)/.test(finding.code),
          )}
        />
        <FittingNotes view="inside" />
        <p className="note">Leave a place for a delivery hose.</p>
      </aside>
    </div>
  );
}
