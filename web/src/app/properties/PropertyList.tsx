import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { AlertDialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { toast } from "../../ui/Toasts";
import { client, Refused, taken } from "../../api/client";
import type { ListedProperty } from "../../api/client";
import { asFile, propertyListQuery, propertyQuery } from "../../api/queries";
import { whenKept } from "../../lib/dates";
import { NewPropertyDialog } from "./NewPropertyDialog";

const FIRST_SHOWN = 50;

/** All properties, the last changed first, each with its verdict. */
export function PropertyList() {
  const query = useQuery(propertyListQuery());
  const [creating, setCreating] = useState(false);
  const [search, setSearch] = useState("");
  const [shown, setShown] = useState(FIRST_SHOWN);
  const [removing, setRemoving] = useState<ListedProperty | null>(null);
  useEffect(() => {
    document.title = "Lean Year";
  }, []);
  const wanted = search.trim().toLowerCase();
  const listed = query.data?.properties.filter((each) => `${each.name} ${each.place}`.toLowerCase().includes(wanted));
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
            <Link className="act-quiet" to="/sums">
              Quick sums
            </Link>
            <OpenFileButton />
            <button className="act" onClick={() => setCreating(true)}>
              New property
            </button>
          </p>
        </div>
      </header>
      <main className="mx-auto max-w-[1080px] px-4 py-6 small:px-6">
        {query.isPending && <p className="note">Reading the properties.</p>}
        {query.isError && (
          <div role="alert">
            <p className="heading">The server does not answer.</p>
            <p className="mt-1">Start it with make demo. What was kept is on its disk.</p>
            <button className="act-quiet mt-3" onClick={() => void query.refetch()}>
              Try again
            </button>
          </div>
        )}
        {query.data && (
          <>
            {query.data.properties.length > 6 && (
              <input
                className="field mb-4 max-w-[360px]"
                type="search"
                placeholder="Find a property"
                aria-label="Find a property"
                value={search}
                onChange={(event) => setSearch(event.target.value)}
              />
            )}
            {listed && listed.length > 0 && (
              <ul>
                {listed.slice(0, shown).map((each) => (
                  <PropertyRow key={each.id} listed={each} remove={() => setRemoving(each)} />
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
            {listed?.length === 0 && wanted !== "" && (
              <p className="note">No property with “{search}” in its name or place.</p>
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

function PropertyRow({ listed, remove }: { listed: ListedProperty; remove: () => void }) {
  const [answer, ...rest] = listed.verdict.split(/(?<=\.) /);
  return (
    <li className="relative grid gap-x-8 gap-y-1 border-b border-rule py-4 hover:bg-wall small:grid-cols-[220px_minmax(0,1fr)_200px_8.5rem]">
      <div>
        <Link
          to={`/p/${listed.id}/cistern`}
          className="head text-lead leading-tight font-bold text-ink after:absolute after:inset-0 after:content-['']"
        >
          {listed.name}
        </Link>
        <p className="note">
          {listed.place}
          {listed.demo && (listed.place ? " · invented demo" : "invented demo")}
        </p>
      </div>
      <div>
        <p className="font-[650]">{answer}</p>
        <p className="note">{rest.join(" ")}</p>
        <p className="note mt-1">{listed.summary}</p>
      </div>
      <div>
        <YearBars years={listed.years} />
        {listed.years.length > 0 && <p className="note text-fine">lowest store, each year</p>}
      </div>
      <div className="flex items-start justify-between gap-4 small:block small:text-right">
        <p className="note whitespace-nowrap">
          rev {listed.revision}, {whenKept(listed.changed_at)}
        </p>
        <button
          className="fix relative z-10 min-h-11 text-table"
          onClick={remove}
          aria-label={`Remove ${listed.name}`}
        >
          Remove
        </button>
      </div>
    </li>
  );
}

/** The lowest store of every recorded year; a year with dry days in red. */
function YearBars({ years }: { years: number[] }) {
  const step = 200 / Math.max(years.length, 1);
  const bars = (wanted: (year: number) => boolean) =>
    years
      .map((year, i) => {
        const height = year < 0 ? 9 : Math.max(1.5, (year / 100) * 54);
        return wanted(year) ? `M${i * step} 56v${-height}h${Math.max(1, step - 1.2)}v${height}z` : "";
      })
      .join("");
  const dry = years.filter((year) => year < 0).length;
  return (
    <svg
      viewBox="0 0 200 58"
      className="h-[58px] w-full max-w-[200px]"
      role="img"
      aria-label={years.length ? `Lowest store of ${years.length} years, ${dry} with dry days` : "No rain record yet"}
    >
      <path d={bars((year) => year >= 0)} fill="var(--water-5)" />
      <path d={bars((year) => year < 0)} fill="var(--alarm)" />
      <path d="M0 2H200" stroke="var(--rule)" strokeDasharray="3 3" />
      <path d="M0 56.5H200" stroke="var(--ink)" strokeWidth="1.2" />
    </svg>
  );
}

const DEMOS: Record<string, { name: string; about: string }> = {
  saltmarrow: {
    name: "Saltmarrow",
    about: "An invented farmstead on an island: winter rain, a dry summer, no mains.",
  },
  "brindle-landing": {
    name: "Brindle Landing",
    about: "An invented workshop on a cold lake: snow, a buried tank, US units.",
  },
  "lantern-row": {
    name: "Number Nine, Lantern Row",
    about: "An invented terrace: slim linked tanks, topped up from the mains.",
  },
};

function DemoButton({ demo }: { demo: string }) {
  const navigate = useNavigate();
  const cache = useQueryClient();
  const load = useMutation({
    mutationFn: () => taken(client.POST("/api/properties/demo/{name}", { params: { path: { name: demo } } })),
    onSuccess: (state) => {
      cache.setQueryData(propertyQuery(state.id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
      void navigate(`/p/${state.id}/cistern`);
    },
    onError: () => toast("The demo could not be loaded: the server does not answer."),
  });
  return (
    <p className="mt-5">
      <button className="act-quiet" disabled={load.isPending} onClick={() => load.mutate()}>
        {load.isPending ? "Loading" : `Load the demo, ${DEMOS[demo]?.name ?? demo}`}
      </button>
      <span className="note ml-4">{DEMOS[demo]?.about}</span>
    </p>
  );
}

/** Brings in a property file that was saved from here, or by the command line. */
function OpenFileButton() {
  const navigate = useNavigate();
  const cache = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const open = useMutation({
    mutationFn: (file: File) =>
      taken(client.POST("/api/properties/file", { body: file as unknown as string, ...asFile })),
    onSuccess: (state) => {
      cache.setQueryData(propertyQuery(state.id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
      void navigate(`/p/${state.id}/cistern`);
    },
    onError: (error) =>
      toast(
        error instanceof Refused
          ? `This is no property file that can be opened. ${error.message}.`
          : "The server does not answer. Nothing was opened.",
      ),
  });
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="Property file"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) open.mutate(file);
          event.target.value = "";
        }}
      />
      <button className="act-quiet" disabled={open.isPending} onClick={() => picker.current?.click()}>
        {open.isPending ? "Opening" : "Open a property file"}
      </button>
    </>
  );
}

function RemoveDialog({ listed, close }: { listed: ListedProperty | null; close: () => void }) {
  const cache = useQueryClient();
  const remove = useMutation({
    mutationFn: (id: string) =>
      taken(client.DELETE("/api/properties/{property_id}", { params: { path: { property_id: id } } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["properties"] }),
    onError: () => toast("It could not be removed. Nothing was changed."),
  });
  return (
    <AlertDialog.Root open={listed !== null} onOpenChange={(open) => !open && close()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="veil" />
        <AlertDialog.Content className="dialog" style={{ width: "min(480px, calc(100vw - 24px))" }}>
          <AlertDialog.Title className="title">Remove {listed?.name}?</AlertDialog.Title>
          <AlertDialog.Description className="mt-3">
            It goes with all {listed?.revision} revisions, for good. To keep a copy, save it as a property file first.
          </AlertDialog.Description>
          <p className="mt-5 flex gap-3">
            <AlertDialog.Action className="act bg-alarm" onClick={() => listed && remove.mutate(listed.id)}>
              Remove
            </AlertDialog.Action>
            <AlertDialog.Cancel className="act-quiet">Keep it</AlertDialog.Cancel>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
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
