import { Fragment } from "react";
import type { Document, Roof } from "../../api/client";
import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";

import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Choice } from "../../ui/Choice";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { InUse } from "../../document/InUse";
import { MaybeEntry } from "../../document/MaybeEntry";
import type { RunLevels, Tee } from "./sectionScale";

const NONE = "";

type Pipe = Document["downpipes"][number];
type Set = (label: string, field: string, value: unknown) => void;

/** One run in sentences: heights at its upper end, its pipe, its way, and the ground along it. */
export function RunEntries(props: {
  run: RunLevels;
  tee: Tee | undefined;
  index: number;
  roofs: { roof: Roof; row: number }[];
}) {
  const { run, index } = props;
  const pipe = useDocument("downpipes").downpipes[index]!;
  return (
    <section aria-label={`What ${run.name} is made of`} className="mt-3 border-t border-rule pt-2 leading-[1.85]">
      <UpperEnd run={run} tee={props.tee} pipe={pipe} at={`/downpipes/${index}`} roofs={props.roofs} />
      <TheRun run={run} pipe={pipe} index={index} />
      <GroundAlong />
    </section>
  );
}

function UpperEnd(props: {
  run: RunLevels;
  tee: Tee | undefined;
  pipe: Pipe;
  at: string;
  roofs: { roof: Roof; row: number }[];
}) {
  const { run, pipe, at } = props;
  return (
    <p>
      {props.roofs.map(({ roof, row }) => (
        <span key={roof.id}>
          Outlet of {roof.name} at{" "}
          <MaybeEntry
            label={`Gutter outlet of ${roof.name}`}
            path={`/roofs/${row}/outlet_m`}
            kind="length"
            value={roof.outlet_m}
            unknown="not measured"
            around={2.5}
          />
          ;{" "}
        </span>
      ))}
      {run.screen_m !== null &&
        (run.open_at === "outlet" && run.screen_assumed ? (
          "no screen on the wall, so that in a downpour water stands up to the gutter."
        ) : (
          <>
            water on the {run.open_at_words} at{" "}
            <Entry label={`Leaf screen of ${pipe.name}`} path={`${at}/screen_m`} kind="length" value={run.screen_m} />
            {run.screen_assumed && <span className="note"> (assumed under the outlet)</span>}.
          </>
        ))}
      {props.tee && (
        <>
          {" "}
          The first-flush tee at{" "}
          <Entry
            label={`First-flush tee of ${pipe.name}`}
            path={`${at}/tee_m`}
            kind="length"
            value={props.tee.tee_m}
          />
          {props.tee.assumed && <span className="note"> (assumed under the screen)</span>}.
        </>
      )}
    </p>
  );
}

function TheRun({ run, pipe, index }: { run: RunLevels; pipe: Pipe; index: number }) {
  const bench = useEdits();
  const { downpipes, units } = useDocument("downpipes", "units");
  const at = `/downpipes/${index}`;
  const set: Set = (label, field, value) =>
    void bench.edit(`${pipe.name}: ${label}`, replace(`${at}/${field}`, value));
  const [metal, plastic] = choicesAt(`${at}/metal`, units);
  const others = downpipes.filter((each) => each.id !== pipe.id && !leadsTo(downpipes, each.id, pipe.id));
  return (
    <p>
      From there{" "}
      <ChoiceEntry
        path={`${at}/run/kind`}
        label={`Kind of run of ${pipe.name}`}
        value={pipe.run.kind}
        options={[
          { value: "dry", label: "a dry run", note: "it falls all the way and empties itself" },
          { value: "wet", label: "a wet run", note: "it dips underground, stands full and rises to the tank" },
        ]}
        onChoose={(kind) => set(`${kind} run`, "run/kind", kind)}
      />{" "}
      of{" "}
      <Entry
        label={`Bore of the run of ${pipe.name}`}
        path={`${at}/run/bore_mm`}
        kind="pipe"
        value={pipe.run.bore_mm}
      />{" "}
      bore,{" "}
      <Entry
        label={`Length of the run of ${pipe.name}`}
        path={`${at}/run/length_m`}
        kind="length"
        value={pipe.run.length_m}
      />{" "}
      long,{" "}
      {pipe.run.kind === "dry" && (
        <>
          beginning at{" "}
          <MaybeEntry
            label={`Foot of the run of ${pipe.name}`}
            path={`${at}/run/foot_m`}
            kind="length"
            value={pipe.run.foot_m}
            unknown="a height not measured"
            around={1}
          />{" "}
          at the foot of its downpipes,{" "}
        </>
      )}
      with{" "}
      <Entry label={`90° bends of ${pipe.name}`} path={`${at}/run/bends_90`} kind="count" value={pipe.run.bends_90} />{" "}
      90° bends and{" "}
      <Entry label={`45° bends of ${pipe.name}`} path={`${at}/run/bends_45`} kind="count" value={pipe.run.bends_45} />{" "}
      of 45°, <Pieces pipe={pipe} index={index} />
      to{" "}
      <ChoiceEntry
        path={`${at}/run/into`}
        label={`Where the run of ${pipe.name} goes`}
        value={pipe.run.into ?? NONE}
        options={[
          { value: NONE, label: "the tank itself" },
          ...others.map((each) => ({ value: each.id, label: `the run of ${each.name}`, note: "they join" })),
        ]}
        onChoose={(into) => set("where it goes", "run/into", into === NONE ? null : into)}
      />
      {pipe.run.kind === "wet" && <WetPart pipe={pipe} at={at} lowest={run.low_point_m ?? 0} />}, above ground of{" "}
      <YesOrNo
        label={`Pipe of ${pipe.name}`}
        path={`${at}/metal`}
        on={pipe.metal}
        yes={metal!.label}
        no={plastic!.label}
        yesNote={metal!.note}
      />
      , <InUse what={`The run of ${pipe.name}`} path={`${at}/out_of_use`} value={pipe.out_of_use} />.{" "}
      <Narrowest pipe={pipe} at={at} set={set} />
    </p>
  );
}

/** Of a run that stands full: its low point and its joints. */
function WetPart({ pipe, at, lowest }: { pipe: Pipe; at: string; lowest: number }) {
  return (
    <>
      , lowest at{" "}
      <Entry label={`Low point of ${pipe.name}`} path={`${at}/run/low_point_m`} kind="length" value={lowest} />{" "}
      <YesOrNo
        label={`Drain at the low point of ${pipe.name}`}
        path={`${at}/run/low_drain`}
        on={pipe.run.low_drain}
        yes="with a drain there"
        no="without a drain"
      />
      {pipe.run.low_drain && (
        <>
          {" "}
          <MaybeEntry
            label={`Bore of the drain of ${pipe.name}`}
            path={`${at}/run/low_drain_mm`}
            kind="pipe"
            value={pipe.run.low_drain_mm}
            unknown="of the bore of the run"
            around={pipe.run.bore_mm}
          />
        </>
      )}
      , pressure rating of its joints{" "}
      <MaybeEntry
        label={`Pressure rating of ${pipe.name}`}
        path={`${at}/run/rated_kpa`}
        kind="pressure"
        value={pipe.run.rated_kpa}
        unknown="not known"
        around={600}
      />
    </>
  );
}

function Narrowest({ pipe, at, set }: { pipe: Pipe; at: string; set: Set }) {
  return (
    <>
      {pipe.run.reducer_mm === null ? (
        <button className="fix" onClick={() => set("narrowest place", "run/reducer_mm", pipe.run.bore_mm)}>
          A narrower place in it?
        </button>
      ) : (
        <>
          Its narrowest place is{" "}
          <Entry
            label={`Narrowest place of ${pipe.name}`}
            path={`${at}/run/reducer_mm`}
            kind="pipe"
            value={pipe.run.reducer_mm}
            max={pipe.run.bore_mm}
          />
          .{" "}
          <button className="fix" onClick={() => set("no narrower place", "run/reducer_mm", null)}>
            There is none
          </button>
        </>
      )}
    </>
  );
}

const OTHER_HEIGHTS = [
  { field: "pump_m", label: "Pump" },
  { field: "highest_tap_m", label: "Highest tap" },
  { field: "lowest_tap_m", label: "Lowest tap" },
] as const;

/** Heights of the ground, of pump and tap, and whether fires come. */
function GroundAlong() {
  const { levels, site } = useDocument("levels", "site");
  const { section } = usePlan("gutters").gutters;
  return (
    <p>
      Ground at the house{" "}
      <Entry label="Ground at the house" path="/levels/ground_m" kind="length" value={levels.ground_m} />, at the tank{" "}
      <Entry label="Ground at the tank" path="/levels/tank_ground_m" kind="length" value={section.tank_ground_m} />,
      where the overflow ends{" "}
      <Entry
        label="Ground where the overflow ends"
        path="/levels/discharge_m"
        kind="length"
        value={section.discharge_m}
      />
      ;{" "}
      {OTHER_HEIGHTS.map(({ field, label }, number) => (
        <Fragment key={field}>
          {number > 0 && ", "}
          {label.toLowerCase()}{" "}
          <MaybeEntry
            label={label}
            path={`/levels/${field}`}
            kind="length"
            value={levels[field]}
            unknown="not measured"
            around={1}
          />
        </Fragment>
      ))}
      . All above the {levels.datum}. The site{" "}
      <YesOrNo
        label="Fire at the site"
        path="/site/fire_prone"
        on={site.fire_prone}
        yes="may be overrun by fire"
        no="is not fire-prone"
      />
      .
    </p>
  );
}

const PIECES = [
  { field: "tees", one: "tee straight through", name: "Tees straight through" },
  { field: "branch_tees", one: "tee turned in", name: "Tees turned in" },
  { field: "valves", one: "ball valve", name: "Ball valves" },
  { field: "check_valves", one: "check valve", name: "Check valves" },
] as const;

/** Tees and valves, each shown once there is one; the rest can be added. */
function Pieces({ pipe, index }: { pipe: Document["downpipes"][number]; index: number }) {
  const bench = useEdits();
  const at = `/downpipes/${index}/run`;
  const there = PIECES.filter((piece) => pipe.run[piece.field] > 0);
  return (
    <>
      {there.map((piece) => (
        <span key={piece.field}>
          <Entry
            label={`${piece.name} of ${pipe.name}`}
            path={`${at}/${piece.field}`}
            kind="count"
            value={pipe.run[piece.field]}
          />{" "}
          {piece.one}
          {pipe.run[piece.field] === 1 ? "" : "s"},{" "}
        </span>
      ))}
      <Choice
        label={`${there.length ? "and more" : "no other piece"} in the run of ${pipe.name}`}
        value={"" as (typeof PIECES)[number]["field"]}
        options={PIECES.filter((piece) => pipe.run[piece.field] === 0).map((piece) => ({
          value: piece.field,
          label: `a ${piece.one}`,
        }))}
        onChoose={(field) => void bench.edit(`${pipe.name}: one more piece`, replace(`${at}/${field}`, 1))}
      >
        {there.length ? "and more" : "no other piece"}
      </Choice>
      ,{" "}
    </>
  );
}

/** Whether the run of one group comes to another on its way. */
function leadsTo(downpipes: Document["downpipes"], from: string, to: string): boolean {
  let at: string | null | undefined = from;
  for (let steps = 0; at && steps <= downpipes.length; steps++) {
    if (at === to) return true;
    at = downpipes.find((each) => each.id === at)?.run.into;
  }
  return false;
}
