import { useState } from "react";
import { replace } from "./edits";
import { useOnLeaving } from "./useOnLeaving";
import { useEdits } from "./workbench";

import { EntryProblem } from "../ui/EntryProblem";
import { monthName } from "../lib/dates";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/** `06-30` as `30 Jun`. */
export const writeDay = (day: string) => `${Number(day.slice(3))} ${monthName(Number(day.slice(0, 2)))}`;

/** `30 jun`, `June 30` or `06-30` as `06-30`; null where it is no day of the year. */
export function readDay(text: string): string | null {
  const clean = text.trim().toLowerCase();
  const bare = /^(\d{1,2})-(\d{1,2})$/.exec(clean);
  const named = /^(\d{1,2})\.?\s+([a-z]{3,})$/.exec(clean) ?? /^([a-z]{3,})\s+(\d{1,2})$/.exec(clean);
  let month = bare ? Number(bare[1]) : 0;
  let day = bare ? Number(bare[2]) : 0;
  if (named) {
    const [word, number] = /^\d/.test(named[1]!) ? [named[2]!, named[1]!] : [named[1]!, named[2]!];
    month = MONTHS.indexOf(word.slice(0, 3)) + 1;
    day = Number(number);
  }
  const date = new Date(Date.UTC(2024, month - 1, day));
  if (month < 1 || day < 1 || date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return null;
  return `${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
}

/** A day of the year that is changed where it stands. */
export function DayEntry({ label, path, value }: { label: string; path: string; value: string }) {
  const bench = useEdits();
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState(false);
  const commit = () => {
    if (draft === null) return;
    const day = readDay(draft);
    if (!day) return setProblem(true);
    setDraft(null);
    if (day !== value) void bench.edit(`${label} ${writeDay(day)}`, replace(path, day));
  };
  const nothingToKeep = useOnLeaving(commit);
  return (
    <span className="relative inline-block">
      <input
        className="word"
        aria-label={label}
        aria-invalid={problem}
        title={label}
        value={draft ?? writeDay(value)}
        size={7}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value);
          setProblem(false);
        }}
        onBlur={() => {
          nothingToKeep();
          commit();
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          if (event.key === "Escape") {
            nothingToKeep();
            setDraft(null);
            setProblem(false);
          }
        }}
      />
      {problem && <EntryProblem>{label}: write a day of the year, for example 30 Jun.</EntryProblem>}
    </span>
  );
}
