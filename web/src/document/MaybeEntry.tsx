import { replace } from "./edits";
import { useEdits } from "./workbench";

import type { Kind } from "../lib/units";
import { Entry } from "./Entry";

/** A quantity that may not be known yet: words that say so until it is entered, and a way back to them. */
export function MaybeEntry(props: {
  label: string;
  path: string;
  kind: Kind;
  value: number | null;
  /** What stands there while it is not known. */
  unknown: string;
  /** What is written when somebody begins to enter it. */
  start: number;
  min?: number;
  max?: number;
}) {
  const bench = useEdits();
  const { label, path, kind, value, unknown, start, min, max } = props;
  const set = (next: number | null) => void bench.edit(`${label}: ${next ?? unknown}`, replace(path, next));
  if (value === null)
    return (
      <button className="word assumed" aria-label={`${label}: ${unknown}`} onClick={() => set(start)}>
        {unknown}
      </button>
    );
  return (
    <span className="whitespace-nowrap">
      <Entry label={label} path={path} kind={kind} value={value} min={min} max={max} />
      <button
        className="fix no-print relative ml-0.5 px-0.5 after:absolute after:-inset-x-1.5 after:-inset-y-1 after:content-['']"
        aria-label={`${label}: ${unknown} after all`}
        title={`${unknown} after all`}
        onClick={() => set(null)}
      >
        ×
      </button>
    </span>
  );
}
