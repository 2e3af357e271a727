import { useState } from "react";
import { replace } from "./edits";
import { useOnLeaving } from "./useOnLeaving";
import { useEdits } from "./workbench";

/** A name that is changed where it stands. */
export function NameEntry(props: { label: string; path: string; value: string; className?: string; most?: number }) {
  const { label, path, value } = props;
  const bench = useEdits();
  const [draft, setDraft] = useState<string | null>(null);
  const shown = draft ?? value;
  const commit = () => {
    const name = shown.trim();
    if (draft !== null && name && name !== value) void bench.edit(`${value} is now ${name}`, replace(path, name));
    setDraft(null);
  };
  const nothingToKeep = useOnLeaving(commit);
  return (
    <input
      className={`name border-b-2 border-transparent bg-transparent hover:border-water-5 focus:border-water-5 ${props.className ?? "heading w-[26ch] max-w-full"}`}
      aria-label={label}
      value={shown}
      maxLength={props.most ?? 80}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={() => {
        nothingToKeep();
        commit();
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") {
          nothingToKeep();
          setDraft(null);
        }
      }}
    />
  );
}
