import { useState } from "react";
import type { Point, WrittenDown } from "../../api/build";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { replace } from "../../document/edits";
import { ItemPhotos, TakePhoto } from "../../document/photos/ItemPhotos";
import { useDocument } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { dayName, parseDay, today } from "../../lib/dates";
import { newId } from "../../lib/newId";
import { Mark } from "../../ui/Mark";
import { inWords } from "./judged";
import { LetPass } from "./LetPass";
import { ReadingForm } from "./ReadingForm";

const MARKS = {
  open: "decide",
  passed: "settled",
  failed: "fails",
  disputed: "caution",
  let_pass: "caution",
} as const;
const WORDS = {
  open: "not measured yet",
  passed: "passed",
  failed: "did not pass",
  disputed: "two measured it and do not agree: measure it once more, together",
  let_pass: "let pass",
} as const;

/** One hold point: how it is measured, what was read, and whether it passes. */
export function PointCard({ point }: { point: Point }) {
  const { writeDown } = useEntryBox();
  const who = useWho();
  const [doing, setDoing] = useState<"nothing" | "reading" | "letting">("nothing");
  const last = point.entries.at(-1);
  const reads = who?.role === "owner";
  const keep = (entry: {
    kind: "reading" | "let_pass";
    by: string;
    note: string;
    values: Record<string, number>;
  }) => {
    void writeDown({
      id: newId(),
      about: point.key,
      on: today(),
      name: point.name.slice(0, 80),
      after: point.last,
      ...entry,
    });
    setDoing("nothing");
  };
  return (
    <li className="border-b border-rule py-2" aria-label={point.name}>
      <div className="grid grid-cols-[24px_minmax(0,1fr)] gap-x-2">
        <span className="pt-0.5">
          <Mark status={MARKS[point.status]} size={18} />
        </span>
        <div className="min-w-0">
          <p className="leading-snug">
            {point.name}
            <span className={`note ml-2 ${point.status === "failed" ? "text-alarm" : ""}`}>
              {WORDS[point.status]}
            </span>
          </p>
          <p className="note leading-snug">{point.how}</p>
          {last && <Last entry={last} earlier={point.entries.length - 1} />}
          {point.status === "failed" && point.if_not && (
            <p className="mt-1 text-small leading-snug">
              <strong>What to do:</strong> {point.if_not}
            </p>
          )}
          {!reads && doing === "nothing" && (
            <p className="no-print mt-1 flex flex-wrap items-center gap-x-4">
              <button className="act-quiet max-desk:min-h-11" onClick={() => setDoing("reading")}>
                {last ? "Measure again" : "Write down"}
              </button>
              {point.status !== "passed" && point.status !== "let_pass" && (
                <button className="fix max-desk:min-h-11" onClick={() => setDoing("letting")}>
                  Let it pass
                </button>
              )}
              <TakePhoto of={`build/${point.key}`} asks={point.name} />
            </p>
          )}
          {doing === "reading" && (
            <ReadingForm
              point={point}
              close={() => setDoing("nothing")}
              keep={(values, by, note) => keep({ kind: "reading", values, by, note })}
            />
          )}
          {doing === "letting" && (
            <LetPass
              name={point.name}
              close={() => setDoing("nothing")}
              keep={(by, note) => keep({ kind: "let_pass", values: {}, by, note })}
            />
          )}
          {!reads && <AsBuilt point={point} />}
        </div>
        <ItemPhotos of={`build/${point.key}`} asks={point.name} />
      </div>
    </li>
  );
}

function Last({ entry, earlier }: { entry: WrittenDown; earlier: number }) {
  return (
    <p className="mt-0.5 text-small leading-snug">
      {dayName(parseDay(entry.on))}
      {entry.by ? `, ${entry.by}` : ""}
      {entry.kind === "let_pass" ? `: let pass, ${entry.note}` : `: ${entry.read.join("; ")}`}
      {entry.kind === "reading" && entry.note ? `. ${entry.note}` : ""}
      {entry.failing.length > 0 && (
        <span className={`block ${entry.passed ? "" : "text-alarm"}`}>
          {entry.passed && "It passed then. By the design as it is now: "}
          {entry.failing.join("; ")}.
        </span>
      )}
      {earlier > 0 && (
        <span className="note block">
          {earlier} earlier {earlier === 1 ? "entry is" : "entries are"} kept.
        </span>
      )}
    </p>
  );
}

/** What was read, into the design as it was built: the whole plan follows. */
function AsBuilt({ point }: { point: Point }) {
  const bench = useEdits();
  const { units } = useDocument("units");
  const reading = point.entries.findLast(({ kind, passes }) => kind === "reading" && passes !== null);
  if (!reading) return null;
  const other = point.readings.filter(
    ({ key, path, planned }) => path && key in reading.values && planned !== reading.values[key],
  );
  if (other.length === 0) return null;
  return (
    <p className="no-print mt-1 flex flex-wrap gap-x-4">
      {other.map(({ key, label, kind, path }) => {
        const read = inWords(kind, reading.values[key]!, units);
        return (
          <button
            key={key}
            className="fix max-desk:min-h-11"
            onClick={() => void bench.edit(`As built: ${label} ${read}`, replace(path!, reading.values[key]!))}
          >
            Take into the design: {label.split(",")[0]!.toLowerCase()} {read}
          </button>
        );
      })}
    </p>
  );
}
