import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Refused } from "../../api/client";
import { changeBook } from "../../api/priceBook";
import type { BookLine } from "../../api/priceBook";
import { useDraft } from "../../document/useDraft";
import { EntryProblem } from "../../ui/EntryProblem";

const MOST = 730;

/** How many days it takes from the order until something is there; empty where nobody has asked. */
export function LeadField({ line }: { line: BookLine }) {
  const cache = useQueryClient();
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const shown = line.lead_days === null || line.lead_days === undefined ? "" : String(line.lead_days);
  const { draft, setDraft, field } = useDraft((typed) => {
    const text = typed.trim();
    if (text === shown) return setProblem(null);
    if (text !== "" && !(/^\d{1,3}$/.test(text) && Number(text) <= MOST))
      return setProblem(`${line.name}: write whole days, from 0 to ${MOST}.`);
    void changeBook(cache, { put: [{ ...line, lead_days: text === "" ? null : Number(text) }] }).then(
      () => setProblem(null),
      (error: unknown) => setProblem(error instanceof Refused ? error.message : "The server does not answer."),
    );
  });
  return (
    <span className="relative inline-flex items-baseline gap-1.5 whitespace-nowrap">
      <span className="note">there in</span>
      <input
        className={`word w-[5ch] text-right ${shown === "" ? "assumed" : ""}`}
        aria-label={`Days from the order until it is there: ${line.name}`}
        aria-invalid={problem !== null}
        aria-describedby={problem ? id : undefined}
        inputMode="numeric"
        placeholder="?"
        value={draft ?? shown}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value);
          setProblem(null);
        }}
        onBlur={field.onBlur}
        onKeyDown={(event) => {
          field.onKeyDown(event);
          if (event.key === "Enter") event.currentTarget.blur();
        }}
      />
      <span className="note">days</span>
      {problem && <EntryProblem id={id}>{problem}</EntryProblem>}
    </span>
  );
}
