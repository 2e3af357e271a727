import type { ReactNode } from "react";
import { Link } from "wouter";
import type { Document } from "../../api/client";
import { addressOf } from "../../api/addresses";
import { useDocument } from "../../document/shown";
import { TypedField } from "../../document/TypedField";
import { useEdits } from "../../document/workbench";
import { Choice } from "../../ui/Choice";

type HandOver = Document["build"]["hand_over"];
type List = "contacts" | "manuals" | "warranties";
type Field = { key: string; label: string; kind: "text" | "date"; most: number | undefined };

const TRADES = [
  { value: "installer", label: "installer" },
  { value: "plumber", label: "plumber" },
  { value: "electrician", label: "electrician" },
  { value: "tank_maker", label: "tank maker" },
  { value: "water_truck", label: "water by truck" },
  { value: "other", label: "other" },
] as const;
const LONGEST = 80;
const LONGEST_LINK = 300;
const NAME = { key: "name", label: "Name", kind: "text", most: LONGEST } as const;
const FIELDS: Record<List, Field[]> = {
  contacts: [NAME, { key: "phone", label: "Telephone", kind: "text", most: LONGEST }],
  manuals: [
    { ...NAME, label: "Of" },
    { key: "link", label: "Address, https://…", kind: "text", most: LONGEST_LINK },
    { key: "kept", label: "Or where it lies", kind: "text", most: LONGEST },
  ],
  warranties: [
    { ...NAME, label: "Of" },
    { key: "by", label: "By whom", kind: "text", most: LONGEST },
    { key: "until", label: "Until", kind: "date", most: undefined },
  ],
};
/** What the household is left with: whom to call, manuals, warranties, what it was shown. */
export function HandOverView() {
  const { build } = useDocument("build");
  const bench = useEdits();
  const left = build.hand_over;
  const set = (field: "instructed" | "instructed_on", value: string) =>
    bench.tryEdit("Shown to those who use it", [
      { op: "replace", path: `/build/hand_over/${field}`, value: field === "instructed_on" ? value || null : value },
    ]);
  return (
    <>
      <p className="no-print flex flex-wrap gap-3">
        <Link className="act-quiet" to={`/p/${bench.id}/papers?sheet=handover`}>
          Hand-over pack on paper
        </Link>
        <Link className="act-quiet" to={`/p/${bench.id}/papers?sheet=operating`}>
          Operating sheet on paper
        </Link>
        <a
          className="act-quiet"
          href={addressOf("/api/properties/{property_id}/calendar.ics", { property_id: bench.id })}
          download
        >
          Save the days for a calendar
        </a>
      </p>
      <Rows list="contacts" title="Whom to call" add="Add somebody to call" left={left} />
      <Rows list="manuals" title="Manuals" add="Add a manual" left={left} />
      <Rows list="warranties" title="Warranties" add="Add a warranty" left={left} />
      <section aria-label="Shown to those who use it">
        <h2 className="heading border-b-[1.5px] border-ink">Shown to those who use it</h2>
        <div className="mt-2 grid max-w-[520px] gap-x-4 gap-y-2 small:grid-cols-2">
          <TypedField
            label="To whom"
            name="Shown to whom"
            kind="text"
            most={LONGEST}
            value={left.instructed}
            keep={(name) => set("instructed", name)}
          />
          <TypedField
            label="On"
            name="Shown on"
            kind="date"
            most={undefined}
            value={left.instructed_on ?? ""}
            keep={(day) => set("instructed_on", day)}
          />
        </div>
      </section>
    </>
  );
}

function Rows({ list, title, add, left }: { list: List; title: string; add: string; left: HandOver }): ReactNode {
  const bench = useEdits();
  const rows = left[list] as (Record<string, string | null> & { id: string; name: string })[];
  const path = `/build/hand_over/${list}`;
  const number = Math.max(0, ...rows.map(({ id }) => Number(id) || 0)) + 1;
  return (
    <section aria-label={title}>
      <h2 className="heading border-b-[1.5px] border-ink">{title}</h2>
      <ul>
        {rows.map((row, at) => (
          <li
            key={row.id}
            aria-label={row.name}
            className="grid items-end gap-x-4 gap-y-1 border-b border-rule py-2 small:grid-cols-[minmax(0,1fr)_150px]"
          >
            <div className="grid gap-x-4 gap-y-1 small:grid-cols-[3fr_3fr_4fr]">
              {FIELDS[list].map(({ key, label, kind, most }) => (
                <TypedField
                  key={key}
                  label={label}
                  name={`${label}, ${row.name}`}
                  kind={kind}
                  most={most}
                  value={row[key] ?? ""}
                  keep={(value) =>
                    bench.tryEdit(`${title}: ${row.name}`, [
                      { op: "replace", path: `${path}/${at}/${key}`, value: kind === "date" ? value || null : value },
                    ])
                  }
                />
              ))}
            </div>
            <span className="flex flex-wrap items-center justify-end gap-x-4 gap-y-2 pb-2">
              {list === "contacts" && (
                <Choice
                  label={`Trade of ${row.name}`}
                  value={row["trade"] as (typeof TRADES)[number]["value"]}
                  options={[...TRADES]}
                  onChoose={(trade) =>
                    void bench.edit(`${row.name}: ${trade}`, [
                      { op: "replace", path: `${path}/${at}/trade`, value: trade },
                    ])
                  }
                />
              )}
              <button
                className="fix no-print max-desk:min-h-11"
                aria-label={`Remove ${row.name}`}
                onClick={() => void bench.edit(`Removed ${row.name}`, [{ op: "remove", path: `${path}/${at}` }])}
              >
                Remove
              </button>
            </span>
          </li>
        ))}
      </ul>
      <button
        className="fix no-print mt-1 min-h-8 max-desk:min-h-11"
        onClick={() =>
          void bench.edit(add, [
            {
              op: "add",
              path: `${path}/-`,
              value: { id: String(number), name: `${title} ${number}` },
            },
          ])
        }
      >
        {add}
      </button>
    </section>
  );
}
