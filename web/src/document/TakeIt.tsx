import type { Operation } from "../api/client";
import { once } from "./once";
import { usePointed } from "./pointing";
import { useEdits } from "./workbench";

/** The last cell of a row of choices: previewed when it is pointed at, made when it is pressed; a tick where it stands. */
export function TakeIt(props: { label: string; chosen: boolean; operations: Operation[]; edit?: string }) {
  const bench = useEdits();
  const pointed = usePointed(props.operations);
  if (props.chosen)
    return (
      <span role="img" aria-label="chosen">
        ✓
      </span>
    );
  return (
    <button
      className="fix relative after:absolute after:-inset-x-2 after:-inset-y-1 after:content-['']"
      aria-label={`Use it: ${props.label}`}
      {...pointed}
      onClick={(event) => once(event) && void bench.edit(props.edit ?? props.label, props.operations)}
    >
      Use
    </button>
  );
}
