import { useState } from "react";
import { replace } from "./edits";
import { useEdits } from "./workbench";
import type { Kind } from "../lib/units";
import { Entry } from "./Entry";

/** A quantity that may not be known yet: words that say so, which open an empty entry, and a way back to them. */
export function MaybeEntry(props: {
  label: string;
  path: string;
  kind: Kind;
  value: number | null;
  /** What stands there while it is not known. */
  unknown: string;
  /** About how large it usually is, to read a bare number by where its unit changes with its size; never written. */
  around?: number;
  min?: number;
  max?: number;
}) {
  const bench = useEdits();
  const [open, setOpen] = useState(false);
  const { label, path, kind, value, unknown, around, min, max } = props;
  if (value !== null && open) setOpen(false); // entered: when it is taken back, the words stand there again
  if (value === null && !open)
    return (
      <button className="word assumed" aria-label={`${label}: ${unknown}`} onClick={() => setOpen(true)}>
        {unknown}
      </button>
    );
  const entry = (
    <Entry
      label={label}
      path={path}
      kind={kind}
      value={value}
      around={around}
      focused={value === null}
      onLeft={() => setOpen(false)}
      min={min}
      max={max}
    />
  );
  if (value === null) return entry;
  return (
    <span className="whitespace-nowrap">
      {entry}
      <button
        className="fix no-print relative ml-0.5 px-0.5 after:absolute after:-inset-x-1.5 after:-inset-y-1 after:content-['']"
        aria-label={`${label}: ${unknown} after all`}
        title={`${unknown} after all`}
        onClick={() => void bench.edit(`${label}: ${unknown}`, replace(path, null))}
      >
        ×
      </button>
    </span>
  );
}
