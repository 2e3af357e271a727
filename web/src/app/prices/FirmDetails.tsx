import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Refused } from "../../api/client";
import { changeBook } from "../../api/priceBook";
import type { PriceBook } from "../../api/priceBook";
import { useDraft } from "../../document/useDraft";

type Terms = PriceBook["terms"];
type Firm = Terms["firm"];

/** Who hands over reports and quotes: what stands in their heads. */
export function FirmDetails({ terms }: { terms: Terms }) {
  const cache = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const { firm } = terms;
  const set = (change: Partial<Firm>) =>
    changeBook(cache, { terms: { ...terms, firm: { ...firm, ...change } } }).then(
      () => setProblem(null),
      (error: unknown) => setProblem(error instanceof Refused ? error.message : "The server does not answer."),
    );
  return (
    <details aria-label="The firm">
      <summary className="fix">
        The firm, as it stands on reports and quotes: {firm.name || "not entered yet"}
      </summary>
      <div className="mt-2 grid gap-x-6 gap-y-2 small:grid-cols-2">
        <Field label="Name" value={firm.name} most={80} keep={(name) => set({ name })} />
        <Field label="Telephone, mail" value={firm.contact} most={160} keep={(contact) => set({ contact })} />
        <Field label="Address" value={firm.address} most={300} rows={3} keep={(address) => set({ address })} />
        <Field
          label="Licence and tax numbers"
          value={firm.registered}
          most={160}
          keep={(registered) => set({ registered })}
        />
        <Field
          label="Terms of a quote"
          value={firm.terms}
          most={4_000}
          rows={4}
          keep={(words) => set({ terms: words })}
        />
        <Field
          label="Days that a quote holds"
          value={String(firm.valid_days)}
          most={3}
          keep={(days) => set({ valid_days: Number(days) })}
        />
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem}
        </p>
      )}
    </details>
  );
}

function Field(props: {
  label: string;
  value: string;
  most: number;
  rows?: number;
  keep: (value: string) => Promise<void>;
}) {
  const { label, value, most, rows, keep } = props;
  const { draft, setDraft, field } = useDraft((typed) => {
    if (typed.trim() !== value) void keep(typed.trim());
  });
  const common = { className: "field w-full", maxLength: most, value: draft ?? value, onBlur: field.onBlur };
  return (
    <label className="block">
      <span className="note block">{label}</span>
      {rows ? (
        <textarea rows={rows} {...common} onChange={(event) => setDraft(event.target.value)} />
      ) : (
        <input
          {...common}
          onChange={(event) => setDraft(event.target.value)}
          onKeyDown={(event) => {
            field.onKeyDown(event);
            if (event.key === "Enter") event.currentTarget.blur();
          }}
        />
      )}
    </label>
  );
}
