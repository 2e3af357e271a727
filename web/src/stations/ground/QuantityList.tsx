import type { Plan } from "../../api/client";

/** What the base takes, compacted and as it is ordered. */
export function QuantityList({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  return (
    <section aria-label="What the base takes">
      <h2 className="heading">What it takes{pad.count > 1 && `, for each of ${pad.count}`}</h2>
      {!pad.quantities.length && <p className="note mt-1">Nothing: it stands on what is there.</p>}
      <ul className="mt-1 text-table">
        {pad.quantities.map((row) => (
          <li key={row.name} className="border-b border-rule py-1.5 leading-snug">
            <strong className="block">{row.name}</strong>
            {row.text}
          </li>
        ))}
      </ul>
    </section>
  );
}
