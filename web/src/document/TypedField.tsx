import { useId, useState } from "react";
import { EntryProblem } from "../ui/EntryProblem";
import { useOnLeaving } from "./useOnLeaving";

/** Words, a day or a number of days: kept when the field is left, with what is against it under it. */
export function TypedField(props: {
  label: string;
  /** For screen readers: what it belongs to as well. */
  name: string;
  kind: "text" | "date" | "days";
  value: string;
  /** Of letters; only words have one. */
  most: number | undefined;
  /** Resolves to what the server has against it, or to null. */
  keep: (value: string) => Promise<string | null>;
}) {
  const { label, name, kind, value, most, keep } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const problemId = useId();
  const commit = () => {
    if (draft === null || problem !== null) return;
    const next = draft.trim();
    if (next === value) return setDraft(null);
    if (kind === "days" && next !== "" && !/^\d{1,4}$/.test(next))
      return setProblem(`${label}: write whole days, for example 21, or leave it empty.`);
    void keep(next).then((refused) => {
      setProblem(refused);
      setDraft((now) => (refused === null && now?.trim() === next ? null : now));
    });
  };
  const nothingToKeep = useOnLeaving(commit);
  return (
    <label className="relative block min-w-0">
      <span className="note block">{label}</span>
      <input
        className="field w-full"
        type={kind === "date" ? "date" : "text"}
        inputMode={kind === "days" ? "numeric" : undefined}
        aria-label={name}
        aria-invalid={problem !== null}
        aria-describedby={problem ? problemId : undefined}
        maxLength={most}
        value={draft ?? value}
        onChange={(event) => {
          setDraft(event.target.value);
          setProblem(null);
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
            setProblem(null);
          }
        }}
      />
      {problem && <EntryProblem id={problemId}>{problem}</EntryProblem>}
    </label>
  );
}
