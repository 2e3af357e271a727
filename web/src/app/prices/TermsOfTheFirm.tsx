import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Refused } from "../../api/client";
import { changeBook } from "../../api/priceBook";
import type { PriceBook } from "../../api/priceBook";
import { useDraft } from "../../document/useDraft";
import { fixed } from "../../lib/units";
import { Choice } from "../../ui/Choice";

type Terms = PriceBook["terms"];
type Numbers = Exclude<keyof Terms, "tax_included" | "firm">;

/** How the firm puts a price together; a property may do otherwise. */
export function TermsOfTheFirm({ terms }: { terms: Terms }) {
  const cache = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const set = (change: Partial<Terms>) =>
    changeBook(cache, { terms: { ...terms, ...change } }).then(
      () => setProblem(null),
      (error: unknown) => setProblem(error instanceof Refused ? error.message : "The server does not answer."),
    );
  const share = (label: string, field: Numbers) => (
    <TermEntry label={label} value={100 * terms[field]} unit=" %" keep={(value) => set({ [field]: value / 100 })} />
  );
  return (
    <section aria-label="How a price is put together">
      <p className="max-w-[80ch] leading-[1.9]">
        Unless a property says otherwise: margin {share("Margin", "margin")}, contingency{" "}
        {share("Contingency", "contingency")}, tax {share("Tax", "tax")}, which the prices of parts{" "}
        <Choice
          label="Prices of parts"
          value={terms.tax_included ? "in" : "on"}
          options={[
            { value: "on", label: "do not have in them" },
            { value: "in", label: "have in them" },
          ]}
          onChoose={(way) => void set({ tax_included: way === "in" })}
        />
        ; paid for over <TermEntry label="Years" value={terms.years} unit="" keep={(years) => set({ years })} /> years
        with money worth {share("Discount rate", "discount_rate")} less each year. A price is asked for again after{" "}
        <TermEntry
          label="Months after which a price is old"
          value={terms.old_after_months}
          unit=""
          keep={(old_after_months) => set({ old_after_months })}
        />{" "}
        months.
      </p>
      {problem && (
        <p role="alert" className="text-alarm">
          {problem}
        </p>
      )}
    </section>
  );
}

function TermEntry(props: { label: string; value: number; unit: string; keep: (value: number) => Promise<void> }) {
  const shown = fixed(props.value, Number.isInteger(props.value) ? 0 : 2) + props.unit;
  const { draft, setDraft, field } = useDraft((typed) => {
    const value = Number(typed.replace("%", "").replace(",", ".").trim());
    if (typed.trim() && Number.isFinite(value) && value !== props.value) void props.keep(value);
  });
  return (
    <input
      className="word"
      aria-label={props.label}
      inputMode="decimal"
      value={draft ?? shown}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={field.onBlur}
      onKeyDown={(event) => {
        field.onKeyDown(event);
        if (event.key === "Enter") event.currentTarget.blur();
      }}
    />
  );
}
