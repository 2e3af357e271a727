import { useState } from "react";
import { Link } from "wouter";
import type { Document, Figure } from "../../api/client";
import { editName } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { today } from "../../lib/dates";
import { fixed, money } from "../../lib/units";
import { FigureList } from "../../ui/FigureList";
import { Costs, Grants } from "./Costs";
import type { Line } from "./changed";
import { monthsBetween, pricedAs } from "./priced";
import { PriceBar } from "./PriceBar";
import { PriceField } from "./PriceField";
import { putTogether } from "./putTogether";

type Work = keyof Document["price"]["hours"];
const SHOWN = 12;

/** What the list comes to, how the price is put together, and what is not priced yet. */
export function PriceView({ lines: parts }: { lines: Line[] }) {
  const { price: entered, units } = useDocument("price", "units");
  const { price } = usePlan("price");
  const { shares, currency } = price;
  const { id } = useEdits();
  const reads = useWho()?.role === "owner";
  const old = parts.filter(
    (line) =>
      line.price_dated !== null &&
      !line.priced_by_volume &&
      line.quantity > 0 &&
      monthsBetween(line.price_dated, today()) >= shares.old_after_months,
  );
  const share = (label: string, field: "margin" | "contingency" | "tax" | "discount_rate") => (
    <Entry label={label} path={`/price/${field}`} kind="percent" value={shares[field]} />
  );
  return (
    <>
      <PriceBar price={price} />
      {!reads && (
        <p className="no-print flex flex-wrap gap-3">
          <Link className="act-quiet" to={`/p/${id}/quotes`}>
            Quotes
          </Link>
          <Link className="act-quiet" to={`/p/${id}/papers`}>
            Report and sheets on paper
          </Link>
        </p>
      )}
      {!price.booked && (
        <p className="max-w-[70ch]">
          The firm’s{" "}
          <Link className="fix" href="/prices">
            price book
          </Link>{" "}
          has no prices in {currency} yet. Bring in a table there, or write them here: a price that is written once
          holds for every property.
        </p>
      )}
      <Missing parts={parts} />
      <p className="max-w-[76ch] leading-[1.9]">
        <Entry label="Hands on the site" path="/price/hands" kind="count" value={entered.hands} /> people work{" "}
        {fixed(price.days, 1)} days. They travel{" "}
        <Entry label="Travel there and back" path="/price/travel_km" kind="travel" value={entered.travel_km} /> there
        and back each day; machines stay{" "}
        <Entry label="Days of a machine" path="/price/machine_days" kind="count" value={entered.machine_days} /> days.
        Margin {share("Margin", "margin")}, contingency {share("Contingency", "contingency")}, tax{" "}
        {share("Tax", "tax")}
        {shares.tax_included ? ", which the prices of parts have in them" : " on top"}. The price with its tax is
        rounded to the nearest{" "}
        <Entry label="Price rounded to" path="/price/rounded_to" kind="money" value={entered.rounded_to} />
        {entered.rounded_to === 0 && ", which leaves it as it is"}.
      </p>
      <div className="grid gap-x-8 gap-y-4 wide:grid-cols-2">
        <Hours />
        <section aria-label="Put together">
          <h2 className="heading">Put together</h2>
          <FigureList units={units} figures={price as unknown as Record<string, Figure>} keys={putTogether(price)} />
        </section>
      </div>
      <Costs />
      <Grants />
      {old.length > 0 && (
        <section aria-label="Old prices">
          <h2 className="heading">Prices to be asked for again</h2>
          <p className="note">
            {old.length === 1 ? "One price is" : `${old.length} prices are`} older than {shares.old_after_months}{" "}
            months.
          </p>
          <ul className="mt-1 border-t border-rule">
            {old.slice(0, SHOWN).map((line) => (
              <li key={line.key} className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-1">
                <span>
                  {line.name} <span className="note">{monthsBetween(line.price_dated!, today())} months old</span>
                </span>
                <PriceField of={pricedAs(line)} currency={currency} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

const OTHERS: Record<string, { name: string; unit: string }> = {
  labour: { name: "An hour of one person", unit: "h" },
  travel: { name: "Travel", unit: "km" },
  machine: { name: "A machine with its driver", unit: "day" },
};

/** What has no price: never nothing, and asked for here. */
function Missing({ parts }: { parts: Line[] }) {
  const { price } = usePlan("price");
  const { units } = useDocument("units");
  const [all, setAll] = useState(false);
  if (price.missing.length === 0) return null;
  // A line that the list does not have yet is on its way.
  const lines = price.missing.flatMap((key) => {
    const line = parts.find((each) => each.key === key);
    if (line) return [{ key, of: pricedAs(line), why: line.not_priced, own: line.by_hand === "added" }];
    const other = OTHERS[key];
    if (!other) return [];
    const unit = other.unit === "km" && units === "us" ? "mile" : other.unit;
    return [{ key, of: { key, name: other.name, unit, length_m: null, value: null }, why: "", own: false }];
  });
  const shown = all ? lines : lines.slice(0, SHOWN);
  return (
    <section aria-label="Not priced">
      <h2 className="heading">
        Not priced<span className="head-note">{lines.length}, counted as nothing so far</span>
      </h2>
      <ul className="mt-1 border-t-[1.5px] border-ink">
        {shown.map(({ key, of, why, own }) => (
          <li key={key} className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-rule py-1">
            <span className="min-w-0">
              {of.name} {why && why !== "not in the price book" && <span className="note">{why}</span>}
            </span>
            {own ? (
              <span className="note">its price stands with it under To buy</span>
            ) : (
              <PriceField of={of} currency={price.currency} />
            )}
          </li>
        ))}
      </ul>
      {lines.length > shown.length && (
        <button className="fix no-print mt-1" onClick={() => setAll(true)}>
          Show all {lines.length}
        </button>
      )}
    </section>
  );
}

/** Hours on the site by the kind of work: by the parts, until somebody has their own. */
function Hours() {
  const bench = useEdits();
  const { price: entered } = useDocument("price");
  const { price } = usePlan("price");
  return (
    <section aria-label="Hours on the site">
      <h2 className="heading">
        Hours on the site<span className="head-note">all hands together</span>
      </h2>
      <ul className="mt-1 border-t-[1.5px] border-ink">
        {price.works.map((work) => (
          <li key={work.key} className="flex items-baseline justify-between gap-x-3 border-b border-rule py-1">
            <span>{work.name}</span>
            <span className="whitespace-nowrap">
              <Entry
                label={`Hours of ${work.name}`}
                path={`/price/hours/${work.key}`}
                kind="count"
                value={Number(work.hours.toFixed(1))}
                className={work.entered ? "" : "assumed"}
                toOperations={(value) => [
                  { op: "add", path: "/price/hours", value: { ...entered.hours, [work.key]: value } },
                ]}
              />{" "}
              h
              {work.entered && (
                <button
                  className="fix no-print ml-2"
                  aria-label={`Hours of ${work.name} by its parts`}
                  onClick={() =>
                    void bench.edit(editName(`Hours of ${work.name} by its parts`), [
                      { op: "remove", path: `/price/hours/${work.key as Work}` },
                    ])
                  }
                >
                  {fixed(work.by_parts_h, 1)} by its parts
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      <p className="note mt-1">
        By what parts and tasks usually take, an estimate until you enter your own. Labour comes to{" "}
        {money(price.currency, price.labour.value!)}.
      </p>
    </section>
  );
}
