import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";
import type { Operation } from "../../api/client";
import { shelfOffersQuery } from "../../api/shelf";
import type { ArticleOffered } from "../../api/shelf";
import { editName, replace } from "../edits";
import { useHeld } from "../pointing";
import { TakeIt } from "../TakeIt";
import { useEdits, useSaved, useWho } from "../workbench";
import { KeepOnShelf } from "./KeepOnShelf";

/** What the firm buys again, at the place that it would stand at: taken off the shelf, or kept on it. */
export function ShelfHere(props: {
  /** The place, as the server knows it: a tank, a stage, the pump or its vessel. */
  place: string;
  /** Where the property says what it is bought as. */
  path: string;
  /** What stands there, in a few words. */
  label: string;
  boughtAs: string;
}) {
  const { place, path, label, boughtAs } = props;
  const bench = useEdits();
  const who = useWho();
  const [open, setOpen] = useState(false);
  const words = open ? "Close the shelf" : "From the shelf";
  const owner = who?.role === "owner";
  if (owner && !boughtAs) return null;
  return (
    <div className="leading-[1.7]">
      <p className="flex flex-wrap items-baseline gap-x-4 text-table">
        {boughtAs && (
          <span>
            Bought as <strong>{boughtAs}</strong>
            {!owner && (
              <button
                className="fix no-print relative ml-1 px-0.5 after:absolute after:-inset-x-1.5 after:-inset-y-1 after:content-['']"
                aria-label={`${label}: not bought as ${boughtAs}`}
                title="not bought as that"
                onClick={() => void bench.edit(editName(`${label}: not bought as ${boughtAs}`), replace(path, ""))}
              >
                ×
              </button>
            )}
          </span>
        )}
        {!owner && (
          <>
            <button
              className="fix no-print"
              aria-label={`${label}: ${words}`}
              aria-expanded={open}
              onClick={() => setOpen(!open)}
            >
              {words}
            </button>
            <KeepOnShelf place={place} path={path} label={label} boughtAs={boughtAs} />
          </>
        )}
      </p>
      {open && !owner && <Offers place={place} label={label} />}
    </div>
  );
}

function Offers({ place, label }: { place: string; label: string }) {
  const { id, revision } = useSaved();
  const { data, isError } = useQuery({
    ...shelfOffersQuery(id, revision, place),
    placeholderData: (before, query) =>
      query?.queryKey[1] === id && query.queryKey[3] === place ? before : undefined,
  });
  const articles = useHeld(data?.articles);
  if (isError) return <p className="note">The server does not answer. The shelf is read where it does.</p>;
  if (!articles) return <p className="note">Reading the shelf.</p>;
  const fits = articles.filter(({ problem }) => !problem);
  const others = articles.filter(({ problem }) => problem);
  return (
    <section aria-label={`Shelf for ${label}`} className="no-print max-w-[760px] pb-2">
      <ul className="border-t border-rule" aria-label="On the shelf">
        {fits.map((each) => (
          <li
            key={each.name}
            className="grid grid-cols-[minmax(0,1fr)_44px] items-baseline gap-x-4 border-b border-rule py-1 narrow:grid-cols-[minmax(0,2fr)_minmax(0,3fr)_44px]"
          >
            <span className={`min-w-0 leading-snug ${each.chosen ? "font-bold" : ""}`}>
              {each.name}
              <span className="note block font-[430]">{from(each)}</span>
            </span>
            <span className="min-w-0 text-table leading-snug max-narrow:order-1 max-narrow:col-span-2">
              {each.says}
            </span>
            <span className="text-right">
              <TakeIt
                label={each.name}
                chosen={each.chosen}
                operations={each.operations as Operation[]}
                edit={editName(`${label}: ${each.name}`)}
              />
            </span>
          </li>
        ))}
      </ul>
      {others.length > 0 && (
        <ul className="note mt-1" aria-label="Cannot stand here">
          {others.map((each) => (
            <li key={each.name}>
              {each.name} cannot stand here: {each.problem}
            </li>
          ))}
        </ul>
      )}
      <p className="note mt-1">
        <Link className="fix" href="/shelf">
          The whole shelf
        </Link>
      </p>
    </section>
  );
}

const from = ({ estimate, sheet }: Pick<ArticleOffered, "estimate" | "sheet">) =>
  [sheet, estimate ? "usual figures, an estimate" : ""].filter(Boolean).join("; ");
