import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "wouter";
import { Refused } from "../../api/client";
import { bookQuery, changeBook } from "../../api/priceBook";
import type { BookLine, PriceBook } from "../../api/priceBook";
import { dayName, parseDay, today } from "../../lib/dates";
import { monthsBetween } from "../../stations/price/priced";
import { PriceField } from "../../stations/price/PriceField";
import { toast } from "../../ui/Toasts";
import { useArrival } from "../../ui/useArrival";
import { BringInPrices } from "./BringInPrices";
import { FirmDetails } from "./FirmDetails";
import { LeadField } from "./LeadField";
import { TermsOfTheFirm } from "./TermsOfTheFirm";
import { addressOf } from "../../api/addresses";

const AT_ONCE = 150;

/** The firm's own prices, one book for all its properties. */
export function PricesPage() {
  const query = useQuery(bookQuery());
  const main = useArrival<HTMLElement>("prices");
  useEffect(() => {
    document.title = "Price book · Lean Year";
  }, []);
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1080px] flex-wrap items-baseline justify-between gap-4 px-4 py-4 small:px-6">
          <h1 className="head text-title leading-none font-bold">Price book</h1>
          <Link className="act-quiet" to="/">
            All properties
          </Link>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label="Price book"
        className="mx-auto grid max-w-[1080px] grid-cols-[minmax(0,1fr)] gap-y-6 px-4 py-5 outline-none small:px-6"
      >
        {query.isPending && <p className="note">Reading the price book.</p>}
        {query.isError && (
          <p role="alert">
            {query.error instanceof Refused
              ? query.error.message
              : "The server does not answer. Prices are read and written where it does."}
          </p>
        )}
        {query.data && <Book book={query.data} />}
      </main>
    </div>
  );
}

function Book({ book }: { book: PriceBook }) {
  const [search, setSearch] = useSearchParams();
  const [shown, setShown] = useState(AT_ONCE);
  const currencies = [...new Set(book.lines.map((line) => line.currency))];
  const currency = search.get("currency") ?? currencies[0] ?? "€";
  const wanted = search.get("find") ?? "";
  const oldOnly = search.get("old") === "yes";
  const ask = (key: string, value: string) => {
    const next = new URLSearchParams(search);
    if (value) next.set(key, value);
    else next.delete(key);
    setSearch(next, { replace: true });
  };
  const isOld = (line: BookLine) => !line.dated || monthsBetween(line.dated, today()) >= book.terms.old_after_months;
  const inCurrency = book.lines.filter((line) => line.currency === currency);
  const old = inCurrency.filter(isOld).length;
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = inCurrency.filter(
    (line) =>
      (!oldOnly || isOld(line)) &&
      words.every((word) => `${line.name} ${line.key} ${line.supplier}`.toLowerCase().includes(word)),
  );
  found.sort((one, other) => one.name.localeCompare(other.name, "en", { numeric: true }));
  return (
    <>
      <section aria-label="Prices in and out" className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <BringInPrices currency={currency} />
        <a className="act-quiet" href={addressOf("/api/price-book/table.csv", {})} download>
          Save as a table (CSV)
        </a>
        <a className="act-quiet" href={addressOf("/api/price-book/table.xlsx", {})} download>
          Save as a workbook (XLSX)
        </a>
      </section>
      <TermsOfTheFirm terms={book.terms} />
      <FirmDetails terms={book.terms} />
      {book.lines.length === 0 ? (
        <p className="max-w-[60ch]">
          There is no price yet. Bring in a table, or write prices where a property asks for them: under Parts &
          price, whatever has no price asks for one. A price that is written there holds for every property.
        </p>
      ) : (
        <section aria-label="Prices">
          <p className="flex flex-wrap items-center gap-3">
            <input
              className="field max-w-[360px] min-w-[200px] flex-1"
              type="search"
              placeholder="Find a price"
              aria-label="Find a price"
              value={wanted}
              onChange={(event) => ask("find", event.target.value)}
            />
            {currencies.length > 1 && (
              <select
                className="field w-auto!"
                aria-label="Currency"
                value={currency}
                onChange={(event) => ask("currency", event.target.value)}
              >
                {currencies.map((each) => (
                  <option key={each} value={each}>
                    prices in {each}
                  </option>
                ))}
              </select>
            )}
            <button
              className={`fix ${oldOnly ? "underline decoration-2 underline-offset-4" : ""}`}
              aria-pressed={oldOnly}
              onClick={() => ask("old", oldOnly ? "" : "yes")}
            >
              {old === 0 ? "None is old" : `${old} to be asked for again`}
            </button>
          </p>
          <ul className="mt-3 border-t-[1.5px] border-ink">
            {found.slice(0, shown).map((line) => (
              <BookRow key={`${line.key} ${line.currency}`} line={line} old={isOld(line)} />
            ))}
          </ul>
          {found.length === 0 && <p className="note mt-2">No price with “{wanted}” in its name.</p>}
          {found.length > shown && (
            <p className="mt-3">
              <button className="act-quiet" onClick={() => setShown(shown + 1_000)}>
                Show more of {found.length.toLocaleString("en-US")}
              </button>
            </p>
          )}
        </section>
      )}
    </>
  );
}

function BookRow({ line, old }: { line: BookLine; old: boolean }) {
  const cache = useQueryClient();
  const remove = () =>
    changeBook(cache, { remove: [{ key: line.key, currency: line.currency }] }).then(
      () => toast(`${line.name} is out of the book.`),
      () => toast("It could not be taken out: the server did not take it. Nothing was changed."),
    );
  return (
    <li
      className="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1 border-b border-rule py-1.5"
      aria-label={line.name}
    >
      <span className="min-w-0 flex-1 basis-[260px]">
        {line.name}
        <span className="note block">
          {[
            line.supplier,
            line.length_m ? `for a length of ${line.length_m} m` : "",
            line.dated ? dayName(parseDay(line.dated)) : "no date",
            old ? "ask for it again" : "",
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
      </span>
      <span className="flex flex-wrap items-baseline gap-x-4">
        <LeadField line={line} />
        <PriceField of={{ ...line, value: line.price }} supplier={line.supplier} currency={line.currency} />
        <button className="fix" aria-label={`Take ${line.name} out`} onClick={() => void remove()}>
          Take out
        </button>
      </span>
    </li>
  );
}
