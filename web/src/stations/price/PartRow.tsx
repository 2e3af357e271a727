import { useId, useState } from "react";
import { Link } from "wouter";
import { editName } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { once } from "../../document/once";
import { useDocument, usePlan } from "../../document/shown";
import { useDraft } from "../../document/useDraft";
import { useEdits } from "../../document/workbench";
import { money } from "../../lib/units";
import { price as writtenPrice, readMoney } from "../../lib/money";
import { TickBox } from "../../ui/TickBox";
import { takenOff, written } from "./changed";
import type { Changed, Line } from "./changed";
import { pricedAs } from "./priced";
import { PriceField } from "./PriceField";

const BY_HAND = {
  no: "",
  changed: "changed by hand",
  left_out: "left out by hand",
  added: "added by hand",
  gone: "not asked for any more",
} as const;
const LONGEST = 80;

/** One line of the list: how many, of what; ticked off where it is bought, opened to what asks for it. */
export function PartRow({ line }: { line: Line }) {
  const bench = useEdits();
  const { parts } = useDocument("parts");
  const [open, setOpen] = useState(false);
  const id = useId();
  const out = line.quantity === 0;
  const tick = () =>
    bench.edit(
      editName(`${line.bought ? "Not bought after all" : "Bought"}: ${line.name}`),
      written(parts, line, { bought: !line.bought }),
    );
  return (
    <li className="border-b border-rule py-1" aria-label={line.name}>
      <div className="grid grid-cols-[44px_minmax(0,1fr)_auto] items-center gap-x-2 desk:grid-cols-[30px_minmax(0,1fr)_auto]">
        <button
          role="checkbox"
          aria-checked={line.bought}
          aria-label={`Bought: ${line.name}`}
          className="grid size-11 place-items-center desk:size-8"
          disabled={out && !line.bought}
          onClick={(event) => once(event) && void tick()}
        >
          <TickBox ticked={line.bought} dashed={out} />
        </button>
        <button
          className="min-h-8 min-w-0 text-left leading-snug max-desk:min-h-11"
          aria-expanded={open}
          aria-controls={id}
          onClick={() => setOpen(!open)}
        >
          <span className={out ? "text-ink-2 line-through" : line.bought ? "text-ink-2" : ""}>{line.name}</span>
          {(line.by_hand !== "no" || line.note) && (
            <span className="note block">{[BY_HAND[line.by_hand], line.note].filter(Boolean).join(": ")}</span>
          )}
        </button>
        <strong className="text-right whitespace-nowrap">{line.sold}</strong>
      </div>
      {open && <Opened id={id} line={line} />}
    </li>
  );
}

/** What asks for a line, with its sum, and what can be changed of it. */
function Opened({ id, line }: { id: string; line: Line }) {
  const { parts } = useDocument("parts");
  const { stations, price } = usePlan("stations", "price");
  const bench = useEdits();
  const set = (words: string, change: Partial<Changed>) =>
    void bench.edit(editName(`${line.name}: ${words}`), written(parts, line, change));
  const paid =
    line.by_hand === "added"
      ? (parts.added.find((each) => `added-${each.id}` === line.key)?.paid ?? null)
      : (parts.changed[line.key]?.paid ?? null);
  const asking = stations.filter(({ stage }) => line.why.some((why) => why.stage === stage));
  const asked = line.by_hand === "no" || line.by_hand === "changed" || line.by_hand === "left_out";
  return (
    <div id={id} className="pb-2 pl-[52px] desk:pl-[38px]">
      <p className="text-small leading-snug">
        {sentence(line.how_many)}
        {line.lead_days !== null &&
          ` There ${line.lead_days} ${line.lead_days === 1 ? "day" : "days"} after the order.`}
      </p>
      {line.why.length > 0 && line.by_hand !== "added" && (
        <ul className="mt-1 grid gap-1">
          {asking.map(({ stage, name }) => (
            <li
              key={stage}
              className="note grid grid-cols-1 gap-x-3 leading-snug small:grid-cols-[130px_minmax(0,1fr)]"
            >
              <Link className="fix text-small" href={`/p/${bench.id}/${stage}`}>
                {name}
              </Link>
              <ul className="self-center">
                {line.why
                  .filter((why) => why.stage === stage)
                  .map(({ text }, row) => (
                    <li key={row}>{text}</li>
                  ))}
              </ul>
            </li>
          ))}
        </ul>
      )}
      {line.by_hand !== "gone" && line.by_hand !== "added" && (
        <p className="mt-1 flex flex-wrap items-baseline gap-x-3">
          {line.priced_by_volume ? (
            <span>
              {money(price.currency, line.unit_price!)}{" "}
              <Link className="fix" href="/prices">
                by what it holds
              </Link>
            </span>
          ) : (
            <PriceField of={pricedAs(line)} currency={price.currency} />
          )}
          {line.total !== null && <span>makes {money(price.currency, line.total)}</span>}
          {line.not_priced && line.not_priced !== "not in the price book" && (
            <span className="note">{line.not_priced}</span>
          )}
        </p>
      )}
      <div className="no-print mt-1.5 flex flex-wrap items-center gap-x-6 gap-y-1">
        {line.by_hand !== "gone" && !line.cut && line.by_hand !== "left_out" && (
          <span>
            Buy{" "}
            <Entry
              label={`How many: ${line.name}`}
              path={line.by_hand === "added" ? `/parts/added/0/quantity` : `/parts/changed/${line.key}/quantity`}
              kind="count"
              value={line.quantity / line.sold_factor}
              stored={line.sold_factor}
              toOperations={(value) => written(parts, line, { quantity: value })}
            />{" "}
            {line.sold_unit === "each" ? "" : line.sold_unit}
          </span>
        )}
        {asked && (
          <button className="fix" onClick={() => set("left out", { left_out: line.by_hand !== "left_out" })}>
            {line.by_hand === "left_out" ? "Buy it after all" : "Leave it out"}
          </button>
        )}
        {line.by_hand === "changed" && (
          <button
            className="fix"
            onClick={() => set("as the design asks", { quantity: null, instead: "", stock_m: null, pieces_m: null })}
          >
            As the design asks
          </button>
        )}
        {!asked && (
          <button
            className="fix"
            onClick={() => void bench.edit(editName(`Off the list: ${line.name}`), takenOff(parts, line))}
          >
            Take it off the list
          </button>
        )}
      </div>
      {line.by_hand !== "gone" && (
        <div className="no-print mt-1.5 grid max-w-[560px] grid-cols-1 gap-x-4 gap-y-1.5 small:grid-cols-2">
          {asked && (
            <Words
              label="Bought instead"
              name={`Bought instead of ${line.name}`}
              value={parts.changed[line.key]?.instead ?? ""}
              keep={(instead) => set(`${instead || "nothing"} instead`, { instead })}
            />
          )}
          <Words
            label={`Paid for ${line.sold_unit === "each" ? "each" : `each ${line.sold_unit}`}, ${price.currency}`}
            name={`Paid for ${line.name}`}
            value={paid === null ? "" : writtenPrice(paid * line.sold_factor)}
            keep={(words) => {
              const amount = words ? readMoney(words) : null;
              if (words && amount === null) return;
              set(words ? `paid ${words}` : "paid as in the book", {
                paid: amount === null ? null : amount / line.sold_factor,
              });
            }}
          />
          <Words
            label="Note"
            name={`Note to ${line.name}`}
            value={line.note}
            keep={(note) => set("note", { note })}
          />
        </div>
      )}
    </div>
  );
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

function Words(props: { label: string; name: string; value: string; keep: (words: string) => void }) {
  const { draft, setDraft, field } = useDraft((typed) => {
    const words = typed.trim();
    if (words !== props.value) props.keep(words);
  });
  return (
    <label className="block min-w-0">
      <span className="note block">{props.label}</span>
      <input
        className="field w-full"
        aria-label={props.name}
        maxLength={LONGEST}
        value={draft ?? props.value}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={field.onBlur}
        onKeyDown={(event) => {
          field.onKeyDown(event);
          if (event.key === "Enter") event.currentTarget.blur();
        }}
      />
    </label>
  );
}
