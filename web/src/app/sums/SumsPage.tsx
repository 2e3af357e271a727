import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useSearchParams } from "wouter";
import { sumsQuery } from "../../api/queries";
import { useArrival } from "../../ui/useArrival";
import { UnitsChoice, useOwnUnits } from "../UnitsChoice";
import { SumForm } from "./SumForm";

/** One formula at a time, for use at the van: nothing is kept, nothing belongs to a property. */
export function SumsPage() {
  const query = useQuery(sumsQuery());
  const main = useArrival<HTMLElement>("sums");
  const [search, setSearch] = useSearchParams();
  const [units, choose] = useOwnUnits();
  useEffect(() => {
    document.title = "Quick sums · Lean Year";
  }, []);
  const sums = query.data ?? [];
  const open = sums.find((each) => each.name === search.get("sum")) ?? sums[0];
  const groups = [...new Set(sums.map((each) => each.group))];
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1080px] flex-wrap items-baseline justify-between gap-4 px-4 py-4 small:px-6">
          <h1 className="head text-title leading-none font-bold">Quick sums</h1>
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
        aria-label="Quick sums"
        className="outline-none mx-auto grid max-w-[1080px] grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 px-4 py-5 small:px-6 medium:grid-cols-[300px_minmax(0,1fr)]"
      >
        {query.isPending && <p className="note">Reading the sums.</p>}
        {query.isError && <p role="alert">The server does not answer. Start it with make demo.</p>}
        {open && (
          <div className="medium:order-2">
            <SumForm key={`${open.name} ${units}`} sum={open} units={units} />
          </div>
        )}
        <nav aria-label="Sums">
          {groups.map((group) => (
            <section key={group} className="mb-3">
              <h2 className="heading">{group}</h2>
              <ul>
                {sums
                  .filter((each) => each.group === group)
                  .map((each) => (
                    <li key={each.name}>
                      <button
                        className={`fix block min-h-8 w-full py-1 text-left max-medium:min-h-11 ${each.name === open?.name ? "text-ink" : ""}`}
                        aria-current={each.name === open?.name ? "page" : undefined}
                        onClick={() => {
                          setSearch({ sum: each.name }, { replace: true });
                          window.scrollTo({ top: 0 });
                        }}
                      >
                        {each.label}
                      </button>
                    </li>
                  ))}
              </ul>
            </section>
          ))}
        </nav>
      </main>
    </div>
  );
}
