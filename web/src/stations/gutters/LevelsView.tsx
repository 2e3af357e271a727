import { useState } from "react";
import type { Operation } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits, useSaved } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, metres } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Cautions, Findings } from "../../document/Findings";
import { ChecksList } from "./ChecksList";
import { FittingNotes } from "./FittingNotes";
import { RunChoice } from "./RunChoice";
import { RunEntries } from "./RunEntries";
import { SectionDrawing } from "./SectionDrawing";
import { signed } from "./SectionParts";
import type { RunLevels } from "./sectionScale";
import { SurveyDialog } from "./SurveyDialog";
import { ScrollBox } from "../../ui/ScrollBox";
import { addressOf } from "../../api/addresses";

/** Where everything stands on one datum, and whether the water gets from each gutter into its tank. */
export function LevelsView() {
  const bench = useEdits();
  const document = useDocument("cistern", "downpipes", "overflow", "roofs", "units");
  const plan = usePlan("gutters", "overflow");
  const { gutters } = plan;
  const { units } = document;
  const [group, setGroup] = useState<string | null>(null);
  // As they are kept: what is dragged past another one stays in the hand.
  const saved = useSaved();
  const worst = saved.plan.gutters.checks.find((check) => check.group !== null && check.status !== "settled")?.group;
  const run =
    gutters.runs.find((each) => each.group === group) ??
    gutters.runs.find((each) => each.group === worst) ??
    gutters.runs[0];
  if (!run)
    return (
      <p className="max-w-[58ch]">
        No roof in use drains anywhere yet. Switch a roof on at <strong>Roofs</strong>, and its way to the tank is
        drawn here.
      </p>
    );
  const index = document.downpipes.findIndex((each) => each.id === run.group);
  const tankRow = document.cistern.tanks.findIndex((each) => each.id === run.tank);
  const tank = document.cistern.tanks[tankRow]!;
  const box = gutters.tanks.find((each) => each.id === run.tank)!;
  const roofs = document.roofs
    .map((roof, row) => ({ roof, row }))
    .filter(({ roof }) => roof.on && roof.drains.some((drain) => drain.group === run.group));
  const keptOutlet = (row: number) => saved.document.roofs[row]?.outlet_m ?? null;
  const lowest = roofs
    .filter(({ row }) => keptOutlet(row) !== null)
    .sort((one, other) => keptOutlet(one.row)! - keptOutlet(other.row)!)[0];
  const built = document.cistern.tanks
    .map((each, row) => ({ each, row }))
    .filter(({ each }) => each.phase <= document.cistern.built_phase);
  const tanksTo = (floor: number): Operation[] =>
    built.flatMap(({ each, row }) =>
      replace(`/cistern/tanks/${row}/floor_m`, Number((each.floor_m + floor - tank.floor_m).toFixed(3))),
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
      <div>
        <section aria-label={`Section of ${run.name}`}>
          <div className="mb-1 flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
            <RunChoice runs={gutters.runs} value={run.group} onChoose={setGroup} />
            <span className="no-print flex gap-2">
              <SurveyDialog />
              <a
                className="act-quiet"
                href={addressOf("/api/properties/{property_id}/model.inp", { property_id: bench.id })}
                download
              >
                SWMM model
              </a>
            </span>
          </div>
          <SectionDrawing
            run={run}
            drawn={gutters.drawn.find((each) => each.group === run.group)!}
            section={gutters.section}
            tee={gutters.tees.find((tee) => tee.group === run.group)}
            overflow={{ kind: document.overflow.kind, crown_m: plan.overflow.figures["crown_m"]?.value ?? null }}
            tank={box}
            checks={gutters.checks}
            units={units}
            movable={{
              outlet: lowest && {
                label: `Gutter outlet of ${lowest.roof.name}`,
                toOperations: (value) => replace(`/roofs/${lowest.row}/outlet_m`, value),
              },
              screen:
                run.open_at === "outlet"
                  ? undefined
                  : {
                      label: `Leaf screen of ${run.name}`,
                      toOperations: (value) => replace(`/downpipes/${index}/screen_m`, value),
                    },
              tank: { label: `Floor of ${tank.name}`, toOperations: tanksTo },
              discharge: {
                label: "Ground at the overflow's end",
                toOperations: (value) => replace("/levels/discharge_m", value),
              },
            }}
          />
        </section>
        <LevelsTable run={run} units={units} />
        <RunEntries run={run} tee={gutters.tees.find((tee) => tee.group === run.group)} index={index} roofs={roofs} />
      </div>
      <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="Checks">
        <ChecksList checks={gutters.checks} group={run.group} />
        <PlanFindings />
        <FittingNotes view="levels" />
        <Cautions cautions={gutters.cautions} />
      </aside>
    </div>
  );
}

/** What else is wrong at this station, the checks' own findings left out. */
function PlanFindings() {
  const plan = usePlan("findings", "gutters");
  const checks = new Set(plan.gutters.checks.map((check) => check.code));
  const left = plan.findings.filter((finding) => finding.stage === "gutters" && !checks.has(finding.code));
  if (!left.length) return null;
  return (
    <section>
      <h2 className="heading">Also</h2>
      <Findings findings={left} />
    </section>
  );
}

/** The heights along the run, on the same distances. */
function LevelsTable({ run, units }: { run: RunLevels; units: Units }) {
  const unit = axisUnit("length", units).factor;
  const cell = (value: number | null) => (value === null ? "–" : signed(value / unit, 2));
  return (
    <ScrollBox label="Levels along the run" className="mt-2">
      <table className="table-lines w-full text-table">
        <caption className="sr-only">Levels along the run of {run.name}</caption>
        <thead>
          <tr>
            <th scope="col">Along, {axisUnit("length", units).unit}</th>
            {run.points.map((point) => (
              <th key={point.along_m} scope="col">
                {fixed(point.along_m / unit, 1)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Ground</th>
            {run.points.map((point) => (
              <td key={point.along_m}>{cell(point.ground_m)}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">Pipe invert</th>
            {run.points.map((point) => (
              <td key={point.along_m}>{cell(point.invert_m)}</td>
            ))}
          </tr>
          {run.kind === "wet" && (
            <>
              <tr>
                <th scope="row">Ground over it</th>
                {run.points.map((point) => (
                  <td key={point.along_m}>
                    {point.invert_m === null
                      ? "–"
                      : metres(point.ground_m - point.invert_m, units).replace(/ (m|ft)$/, "")}
                  </td>
                ))}
              </tr>
              <tr>
                <th scope="row">Storm level</th>
                {run.points.map((point) => (
                  <td key={point.along_m}>{cell(point.storm_m)}</td>
                ))}
              </tr>
            </>
          )}
        </tbody>
      </table>
    </ScrollBox>
  );
}
