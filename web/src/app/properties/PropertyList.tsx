import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "wouter";
import { Refused } from "../../api/client";
import type { ListedProperty } from "../../api/client";
import { inUseQuery } from "../../api/inUse";
import type { SuppliesInUse } from "../../api/inUse";
import { useOldSince } from "../../api/keptAnswers";
import { propertyListQuery, whoQuery } from "../../api/queries";
import { whenHere } from "../../lib/dates";
import { useArrival } from "../../ui/useArrival";
import { fetched } from "../../ui/fetched";
import { found, ordered, wanted } from "./find";
import type { Need, Order } from "./find";
import { DemoButton, OpenFileButton } from "./BringIn";
import { Narrow } from "./Narrow";
import type { Asked } from "./Narrow";
import { NewPropertyDialog } from "./NewPropertyDialog";
import { PropertyRow } from "./PropertyRow";
import { RemoveDialog } from "./RemoveDialog";

const SignedIn = fetched(async () => (await import("../people/SignedIn")).SignedIn);
const FIRST_SHOWN = 50;

/** All properties, each with its verdict and with what wants somebody there. */
export function PropertyList() {
  const oldSince = useOldSince(propertyListQuery().queryKey);
  const query = useQuery({ ...propertyListQuery(), refetchInterval: oldSince === null ? false : 5_000 });
  const who = useQuery(whoQuery()).data;
  const [creating, setCreating] = useState(false);
  const [address, setAddress] = useSearchParams();
  const now = useQuery(inUseQuery()).data;
  const inUse = useMemo(() => new Map(now?.supplies.map((supply) => [supply.id, supply])), [now]);
  const usual: Order = now?.supplies.some(({ acts }) => acts.length > 0) ? "act" : "changed";
  const asked: Asked = {
    find: address.get("find") ?? "",
    area: address.get("area") ?? "",
    need: (address.get("need") as Need | null) ?? "any",
    order: (address.get("order") as Order | null) ?? usual,
  };
  /** Kept in the address, so that coming back shows the list as it was left. */
  const ask = (name: keyof Asked, value: string, usual: string) =>
    setAddress(
      (before) => {
        const next = new URLSearchParams(before);
        if (value === usual) next.delete(name);
        else next.set(name, value);
        return next;
      },
      { replace: true },
    );
  const main = useArrival<HTMLElement>("properties");
  const [shown, setShown] = useState(FIRST_SHOWN);
  const [removing, setRemoving] = useState<ListedProperty | null>(null);
  useEffect(() => {
    document.title = "Lean Year";
  }, []);
  const search = asked.find.trim();
  const listed =
    query.data &&
    ordered(wanted(found(query.data.properties, search), inUse, asked.area, asked.need), asked.order, inUse);
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1080px] flex-wrap items-center justify-between gap-4 px-4 py-5 small:px-6">
          <div className="flex items-center gap-4">
            <Emblem />
            <div>
              <h1 className="head text-title leading-none font-bold">Lean Year</h1>
              <p className="note mt-1">Whole-property rainwater, designed for the worst run of days on record.</p>
            </div>
          </div>
          <p className="flex flex-wrap gap-3">
            {inUse.size > 0 && (
              <Link
                className="act-quiet"
                to={asked.area === "" ? "/round" : `/round?area=${encodeURIComponent(asked.area)}`}
              >
                A day’s round
              </Link>
            )}
            <Link className="act-quiet" to="/prices">
              Price book
            </Link>
            <Link className="act-quiet" to="/shelf">
              Shelf
            </Link>
            <Link className="act-quiet" to="/sums">
              Quick sums
            </Link>
            <OpenFileButton />
            {who?.asked && <SignedIn name={who.name} />}
            <button className="act" onClick={() => setCreating(true)}>
              New property
            </button>
          </p>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label="Properties"
        className="outline-none mx-auto max-w-[1080px] px-4 py-6 small:px-6"
      >
        {oldSince !== null && (
          <p role="status" className="mb-4 text-parched-7">
            <strong>No connection.</strong> What was open in this browser before opens from here; the list is as of{" "}
            {whenHere(oldSince)}.
          </p>
        )}
        {query.isPending && <p className="note">Reading the properties.</p>}
        {query.isError && !(query.error instanceof Refused && query.error.status === 401) && (
          <div role="alert">
            {query.error instanceof Refused && !query.error.later ? (
              <p className="heading">The list cannot be shown: {query.error.reason}.</p>
            ) : (
              <>
                <p className="heading">The server does not answer.</p>
                <p className="mt-1">What was kept is on its disk. On the machine itself, start it with make demo.</p>
              </>
            )}
            <button className="act-quiet mt-3" onClick={() => void query.refetch()}>
              Try again
            </button>
          </div>
        )}
        {query.data && (
          <>
            {now && now.to_do > 0 && <StillWorking now={now} />}
            {(query.data.properties.length > 6 || inUse.size > 0) && (
              <Narrow asked={asked} ask={ask} areas={now?.areas ?? []} usual={usual} />
            )}
            {listed && listed.length > 0 && (
              <ul>
                {listed.slice(0, shown).map((each) => (
                  <PropertyRow
                    key={each.id}
                    listed={each}
                    supply={inUse.get(each.id)}
                    remove={who?.role === "site" ? null : () => setRemoving(each)}
                  />
                ))}
              </ul>
            )}
            {listed && listed.length > shown && (
              <p className="mt-4">
                <button className="act-quiet" onClick={() => setShown(listed.length)}>
                  Show all {listed.length}
                </button>
              </p>
            )}
            {listed?.length === 0 && search !== "" && (
              <p className="note">No property with “{search}” in its name or place.</p>
            )}
            {listed?.length === 0 && search === "" && query.data.properties.length > 0 && (
              <p className="note">No property here wants that.</p>
            )}
            {query.data.properties.length === 0 && (
              <div className="max-w-[56ch] pb-4">
                <p className="heading">No property yet</p>
                <p className="mt-1">
                  Four answers bring a first one: the roof, the rain, the people and their use. Or look at the demo
                  first.
                </p>
              </div>
            )}
            {query.data.demos.map((demo) => (
              <DemoButton key={demo} demo={demo} />
            ))}
          </>
        )}
      </main>
      <NewPropertyDialog open={creating} setOpen={setCreating} />
      <RemoveDialog listed={removing} close={() => setRemoving(null)} />
    </div>
  );
}

function StillWorking({ now }: { now: SuppliesInUse }) {
  return (
    <p role="status" className="note mb-4 flex flex-wrap items-center gap-3">
      {`What is due, and how long the water lasts: ${now.of - now.to_do} of ${now.of} properties are up to date.`}
      <progress
        className="h-2 w-40 accent-(--water-7)"
        max={now.of}
        value={now.of - now.to_do}
        aria-label="Brought up to date"
      />
    </p>
  );
}

/** A vessel with the run of one lean year in it. */
function Emblem() {
  return (
    <svg width="64" height="52" viewBox="0 0 64 52" aria-hidden="true">
      <path d="M4 6v40h56V6" fill="none" stroke="var(--ink)" strokeWidth="2.6" />
      <path d="M6 20c8-4 12-9 19-9s11 12 18 22c5 6 10 6 15 4v7H6z" fill="var(--water-3)" />
      <path d="M6 20c8-4 12-9 19-9s11 12 18 22c5 6 10 6 15 4" fill="none" stroke="var(--water-9)" strokeWidth="2.6" />
      <path d="M42 40h14" stroke="var(--alarm)" strokeWidth="4" />
    </svg>
  );
}
