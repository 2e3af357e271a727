import { useId, useLayoutEffect, useRef, useState } from "react";
import type { Operation } from "../api/client";
import { at, rangeAt } from "./ranges";
import type { Range } from "./ranges";
import { isAssumed } from "./assumed";
import { useDocument } from "./shown";
import { EntryProblem } from "../ui/EntryProblem";
import { useOnLeaving } from "./useOnLeaving";
import { useEdits } from "./workbench";
import type { Document } from "../api/client";
import type { Kind } from "../lib/units";
import { notRead, read } from "../lib/readQuantity";
import { nudged as nudgedTo, nudgeStep, write, writeBare } from "../lib/units";

const PAUSE_MS = 500;

function sameButForRounding(a: number, b: number) {
  return Number.isFinite(b) && Math.abs(a - b) <= 1e-9 * Math.abs(b);
}

type Bounds = Range & { min: number; max: number };

/** The range of the schema, narrowed by what an entry adds; an entry that has none there is not below zero. */
function boundsOf(document: unknown, path: string, stored: number, min?: number, max?: number): Bounds {
  const range = rangeAt(document, path) ?? { min: min ?? 0 };
  const entered = (bound: number | undefined) => (bound === undefined ? undefined : bound / stored);
  return {
    whole: range.whole,
    above: entered(range.above),
    below: entered(range.below),
    min: Math.max(entered(range.min) ?? -Infinity, min ?? -Infinity),
    max: Math.min(entered(range.max) ?? Infinity, max ?? Infinity),
  };
}

/** What is allowed, where a value is not; empty where it is. */
function outside(value: number, range: Bounds, write: (bound: number) => string): string {
  const { min, max, above, below } = range;
  if (value >= min && value <= max && value > (above ?? -Infinity) && value < (below ?? Infinity)) return "";
  const lower = above !== undefined ? `above ${write(above)}` : min > -Infinity ? write(min) : "";
  const upper = below !== undefined ? `below ${write(below)}` : max < Infinity ? write(max) : "";
  if (above !== undefined) return upper ? `${lower}, ${below === undefined ? "to" : "and"} ${upper}` : lower;
  if (!upper) return `at least ${lower}`;
  return lower ? `from ${lower} to ${upper}` : `at most ${upper}`;
}

type EntryProps = {
  /** What it is, for the revision's label and for screen readers. */
  label: string;
  /** Where it stands in the document. */
  path: string;
  kind: Kind;
  /** Null while it is not known: the entry is then empty, and leaving it empty enters nothing. */
  value: number | null;
  /** About how large it is, where `value` does not say: a bare number is read in the unit that suits it. */
  around?: number;
  /** Whether it takes the focus as soon as it is there. */
  focused?: boolean;
  /** Called when it is left without a value. */
  onLeft?: () => void;
  /** Bounds narrower than those of the schema, such as those of its neighbours. */
  min?: number;
  max?: number;
  step?: number;
  className?: string;
  /** Leave the unit out, where the head of a column says it. */
  bare?: boolean;
  /** Stored units in one unit of the entry, where it is kept otherwise than it is written: 100 for a kept percentage. */
  stored?: number;
  /** Turn a written value into operations where it is not a plain replacement. */
  toOperations?: (value: number) => Operation[];
};

type Before = { value: number | null; assumed: boolean; operations: (next: number) => Operation[] };

/** A quantity that is changed where it stands: written with any unit, nudged with the arrow keys. */
export function Entry({
  label,
  path,
  kind,
  value,
  min,
  max,
  step,
  className,
  bare = false,
  stored = 1,
  toOperations,
  around = 0,
  focused = false,
  onLeft,
}: EntryProps) {
  const bench = useEdits();
  const document = useDocument("units", "assumed", path.split("/")[1] as keyof Document);
  const { units } = document;
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** With what held before the first step: all that is shown is soon what is previewed. */
  const nudged = useRef<{ value: number; timer: ReturnType<typeof setTimeout>; before: Before } | null>(null);
  /** The text that was sent and is not answered yet; it is not sent a second time on leaving the field. */
  const sent = useRef<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  /** What stands in the field now, for an answer that comes while somebody types on. */
  const typed = useRef<string | null>(null);
  const problemId = useId();
  const shown = draft ?? (value === null ? "" : (bare ? writeBare : write)(kind, units, value));
  // What is worked out where nothing was entered is assumed as well.
  const assumed = isAssumed(document.assumed, path) || (value !== null && at(document, path) === null);
  const range = boundsOf(document, path, stored, min, max);
  const operations = (next: number): Operation[] => {
    const kept = stored === 1 ? next : Number((next * stored).toPrecision(12));
    const value = range.whole ? Math.round(kept) : kept;
    return toOperations?.(value) ?? [{ op: "replace", path, value }];
  };

  // Another tab's change may come in here: what is typed next still replaces it all.
  useLayoutEffect(() => {
    typed.current = shown;
    const here = input.current;
    if (draft === null && here && here === here.ownerDocument.activeElement) here.select();
  }, [draft, shown]);

  const beforeSteps = (): Before => nudged.current?.before ?? { value, assumed, operations };

  const keep = async (next: number, text: string) => {
    const before = beforeSteps();
    clearTimeout(nudged.current?.timer);
    nudged.current = null;
    if (next === before.value && !before.assumed) {
      setDraft(null);
      bench.endPreview();
      return;
    }
    sent.current = text;
    const refused = await bench.tryEdit(`${label} ${write(kind, units, next)}`, before.operations(next));
    if (sent.current !== text) return; // changed again meanwhile
    sent.current = null;
    if (typed.current !== text) return; // something else is being typed already
    setProblem(refused);
    setDraft(refused ? text : null);
  };

  const commit = () => {
    if (nudged.current) return void keep(nudged.current.value, shown);
    if (value === null && !shown.trim()) return onLeft?.();
    if (draft === null || draft === sent.current || problem !== null) return;
    const written = read(kind, units, draft, value ?? around);
    // A bound that is written in another unit is that bound, whatever its last digit.
    const next =
      [range.min, range.max].find((bound) => written !== null && sameButForRounding(written, bound)) ?? written;
    if (next === null) return setProblem(`${label}: ${notRead(kind, units, draft)}`);
    const allowed = outside(next, range, (bound) => write(kind, units, bound));
    if (allowed) return setProblem(`${label}: must be ${allowed}.`);
    setProblem(null);
    void keep(next, draft);
  };

  const nothingToKeep = useOnLeaving(commit);

  const nudge = (ways: number) => {
    const from = nudged.current?.value ?? read(kind, units, shown, value ?? around) ?? value;
    if (from === null) return; // nothing is known to count from
    const size = step ?? nudgeStep(kind, units, from);
    // What stands nearer to a bound than a step stays where it is.
    const least = Math.min(from, Math.max(range.min, (range.above ?? -Infinity) + size));
    const most = Math.max(from, Math.min(range.max, (range.below ?? Infinity) - size));
    const next = Math.min(most, Math.max(least, nudgedTo(kind, units, from, ways, step)));
    const before = beforeSteps();
    clearTimeout(nudged.current?.timer);
    setProblem(null);
    setDraft(write(kind, units, next));
    bench.preview(before.operations(next));
    const timer = setTimeout(() => void keep(next, write(kind, units, next)), PAUSE_MS);
    nudged.current = { value: next, timer, before };
  };

  const cancel = () => {
    clearTimeout(nudged.current?.timer);
    nudged.current = null;
    nothingToKeep();
    setDraft(null);
    setProblem(null);
    bench.endPreview();
    if (value === null) onLeft?.();
  };

  return (
    <span className="relative inline-block">
      <input
        ref={input}
        className={`word ${assumed ? "assumed" : ""} ${className ?? ""}`}
        style={CSS.supports("field-sizing", "content") ? undefined : { width: `${Math.max(shown.length, 2) + 1}ch` }}
        value={shown}
        data-path={path}
        aria-label={assumed ? `${label}, assumed` : label}
        aria-invalid={problem !== null}
        aria-describedby={problem ? problemId : undefined}
        title={assumed ? `${label}: assumed, not confirmed yet. Press Enter to keep it.` : label}
        inputMode={kind === "count" || kind === "share" ? "decimal" : "text"}
        autoComplete="off"
        autoFocus={focused}
        spellCheck={false}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          if (nudged.current) {
            clearTimeout(nudged.current.timer);
            nudged.current = null;
            bench.endPreview();
          }
          setDraft(event.target.value);
          setProblem(null);
        }}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            if (draft === null && assumed && value !== null) void keep(value, shown);
            else commit();
          } else if (event.key === "Escape") cancel();
          else if ((event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key) && draft === null) {
            event.preventDefault(); // nothing typed here: undo the last change instead
            void bench.step(event.shiftKey || event.key === "y" ? "redo" : "undo");
          } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
            event.preventDefault();
            nudge((event.key === "ArrowUp" ? 1 : -1) * (event.shiftKey ? 10 : 1));
          }
        }}
      />
      {problem && <EntryProblem id={problemId}>{problem}</EntryProblem>}
    </span>
  );
}
