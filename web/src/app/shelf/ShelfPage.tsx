import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link } from "wouter";
import { addressOf } from "../../api/addresses";
import { Refused } from "../../api/client";
import { shelfQuery, takeOffShelf } from "../../api/shelf";
import type { ArticleKind, ShelfArticle } from "../../api/shelf";
import { toast } from "../../ui/Toasts";
import { useArrival } from "../../ui/useArrival";
import { UnitsChoice, useOwnUnits } from "../UnitsChoice";
import { BringInArticles } from "./BringInArticles";

const KINDS: Record<ArticleKind, string> = {
  store: "Tanks",
  housing: "Filters and lamps",
  pump: "Pumps",
  vessel: "Pressure vessels",
};

/** What the firm buys again, by the makers' sheets: one shelf for all its properties. */
export function ShelfPage() {
  const [units, choose] = useOwnUnits();
  const query = useQuery(shelfQuery(units));
  const main = useArrival<HTMLElement>("shelf");
  useEffect(() => {
    document.title = "Shelf · Lean Year";
  }, []);
  const articles = query.data?.articles ?? [];
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1080px] flex-wrap items-baseline justify-between gap-4 px-4 py-4 small:px-6">
          <h1 className="head text-title leading-none font-bold">Shelf</h1>
          <p className="flex items-center gap-4">
            <UnitsChoice units={units} choose={choose} />
            <Link className="act-quiet" to="/">
              All properties
            </Link>
          </p>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label="Shelf"
        className="mx-auto grid max-w-[1080px] grid-cols-[minmax(0,1fr)] gap-y-6 px-4 py-5 outline-none small:px-6"
      >
        {query.isPending && <p className="note">Reading the shelf.</p>}
        {query.isError && (
          <p role="alert">
            {query.error instanceof Refused
              ? query.error.message
              : "The server does not answer. The shelf is read and written where it does."}
          </p>
        )}
        {query.data && (
          <>
            <p className="max-w-[66ch]">
              What the firm buys again, with the figures of the makers’ sheets. Enter a tank, a filter, a pump or a
              vessel in a property and press “Keep on the shelf” beside it, or bring in a table; in the next property
              “From the shelf” puts it in its place.
            </p>
            <section aria-label="Shelf in and out" className="flex flex-wrap items-start gap-x-4 gap-y-2">
              <BringInArticles units={units} />
              <a className="act-quiet" href={addressOf("/api/shelf/table.csv", {})} download>
                Save as a table (CSV)
              </a>
            </section>
            {Object.entries(KINDS).map(([kind, name]) => (
              <section key={kind} aria-label={name}>
                <h2 className="heading">{name}</h2>
                <ul className="mt-1 border-t-[1.5px] border-ink">
                  {articles
                    .filter((each) => each.kind === kind)
                    .map((each) => (
                      <ArticleRow key={each.name} article={each} />
                    ))}
                </ul>
              </section>
            ))}
          </>
        )}
      </main>
    </div>
  );
}

function ArticleRow({ article }: { article: ShelfArticle }) {
  const cache = useQueryClient();
  const remove = () =>
    takeOffShelf(cache, [{ kind: article.kind, name: article.name }]).then(
      () => toast(`${article.name} is off the shelf. Properties that have it keep it.`),
      () => toast("It could not be taken out: the server did not take it. Nothing was changed."),
    );
  return (
    <li
      className="grid items-baseline gap-x-4 gap-y-0.5 border-b border-rule py-1.5 small:grid-cols-[minmax(0,2fr)_minmax(0,3fr)_72px]"
      aria-label={article.name}
    >
      <span className="min-w-0">
        {article.generic ? article.name : <strong>{article.name}</strong>}
        <span className="note block">
          {[article.sheet, article.estimate ? "usual figures, an estimate" : ""].filter(Boolean).join(" · ") ||
            "where its figures are from is not said"}
        </span>
      </span>
      <span className="min-w-0 text-table">{article.says}</span>
      {!article.generic && (
        <button
          className="fix justify-self-start small:justify-self-end"
          aria-label={`Take ${article.name} out`}
          onClick={() => void remove()}
        >
          Take out
        </button>
      )}
    </li>
  );
}
