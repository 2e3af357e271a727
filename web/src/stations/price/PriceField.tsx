import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Refused } from "../../api/client";
import { changeBook } from "../../api/priceBook";
import { useDraft } from "../../document/useDraft";
import { today } from "../../lib/dates";
import { price, readMoney } from "../../lib/money";
import { EntryProblem } from "../../ui/EntryProblem";

/** What a price is of: where it stands in the firm's book, or would. */
export type Priced = {
  key: string;
  name: string;
  unit: string;
  length_m: number | null;
  /** As it is written, in the unit of sale; null where there is none yet. */
  value: number | null;
  /** From the order until it is there. */
  lead_days?: number | null;
};

/** A price in the firm's book, written where it is read: it holds for every property from then on. */
export function PriceField({ of, currency, supplier = "" }: { of: Priced; currency: string; supplier?: string }) {
  const cache = useQueryClient();
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const [sent, setSent] = useState<string | null>(null);
  const shown = of.value === null ? "" : price(of.value);
  const { draft, setDraft, field } = useDraft(
    (typed) => {
      if (typed.trim() === "" || typed === shown) return setProblem(null);
      const amount = readMoney(typed);
      if (amount === null) {
        setSent(typed);
        return setProblem(`${of.name}: write an amount, for example 12.50.`);
      }
      setSent(typed);
      const { key, name, unit, length_m, lead_days = null } = of;
      void changeBook(cache, {
        put: [{ key, name, unit, length_m, price: amount, currency, supplier, dated: today(), lead_days }],
      }).then(
        () => setSent(null),
        (error: unknown) =>
          setProblem(error instanceof Refused ? error.message : "The server does not answer: the price is not kept."),
      );
    },
    () => {
      setProblem(null);
      setSent(null);
    },
  );
  return (
    <span className="relative inline-flex items-baseline gap-1.5 whitespace-nowrap">
      <span aria-hidden="true">{currency}</span>
      <input
        className={`word w-[8ch] text-right ${of.value === null ? "assumed" : ""}`}
        aria-label={`Price of ${of.name}, ${of.unit === "each" ? "each" : `for each ${of.unit}`}`}
        aria-invalid={problem !== null}
        aria-describedby={problem ? id : undefined}
        inputMode="decimal"
        placeholder="price"
        value={draft ?? sent ?? shown}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value);
          setProblem(null);
          setSent(null);
        }}
        onBlur={field.onBlur}
        onKeyDown={(event) => {
          field.onKeyDown(event);
          if (event.key === "Enter") event.currentTarget.blur();
        }}
      />
      <span className="note">{of.unit === "each" ? "each" : `a ${of.unit}`}</span>
      {problem && <EntryProblem id={id}>{problem}</EntryProblem>}
    </span>
  );
}
