import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import type { Context, ReactNode } from "react";
import { fetched } from "../ui/fetched";
import { toast } from "../ui/Toasts";
import { Refused } from "../api/client";
import type { Operation, PropertyState } from "../api/client";
import { buildQuery } from "../api/build";
import { useOldSince } from "../api/keptAnswers";
import {
  choicesQuery,
  goBack,
  comparisonsQuery,
  partsQuery,
  propertyQuery,
  rainDaysQuery,
  stepRevision,
  whoQuery,
} from "../api/queries";
import { PointingContext } from "./pointing";
import { ShownProvider } from "./shown";
import { useKeptEdits } from "./useKeptEdits";
import type { Conflict } from "./useKeptEdits";
import { capital } from "../lib/words";
import { usePreview } from "./usePreview";
import { useStanding } from "./useStanding";
import type { Waiting } from "./waiting";
import type { withWhatWaits } from "./withWhatWaits";

const AFTER_FIRST_VIEW_MS = 1_000;
const MOST_PUT_OFF_MS = 10_000;
/** How often the property is asked for while an old answer is shown. */
const ASK_AGAIN_MS = 5_000;

/** What can be done with a property. */
type Edits = {
  id: string;
  /** Work an edit out without keeping it; only the latest asked for is answered. */
  preview: (operations: Operation[]) => void;
  /** The same for an edit that is offered and pointed at. */
  point: (operations: Operation[]) => void;
  endPreview: () => void;
  /** Keep an edit. Resolves to null, or to what the server had against it: for whoever says it where it was typed. */
  tryEdit: (label: string, operations: Operation[]) => Promise<string | null>;
  /** Keep an edit; what the server has against it is said at the foot of the page. */
  edit: (label: string, operations: Operation[]) => Promise<void>;
  step: (direction: "undo" | "redo") => Promise<void>;
  /** Let a revision of any branch stand again, as a new one. */
  goBackTo: (revision: number) => Promise<void>;
  /** Take a state that another call answered with. */
  accept: (state: PropertyState) => void;
  resolveConflict: (how: "apply" | "drop") => Promise<void>;
  /** Send once more, or leave, what was set aside. */
  sendAgain: (edit_ids: string[]) => Promise<void>;
  discard: (edit_ids: string[]) => Promise<void>;
};

/** How the edits made here stand with the server. */
type Connection = {
  /** How many changes made in this browser the server has not kept yet. */
  waiting: number;
  /** What could not be kept, each with its reason. */
  setAside: readonly Waiting[];
  offline: boolean;
  /** When what is shown was answered, where this browser kept it and the server could not be asked since. */
  oldSince: number | null;
  /** While offline: what the server says, where it is there and cannot keep anything. */
  trouble: string | null;
  /** Whether what waits goes with the page, for want of storage. */
  keepsNothing: boolean;
  conflict: Conflict | null;
};

const ConnectionContext = createContext<Connection | null>(null);
const EditsContext = createContext<Edits | null>(null);
const SavedContext = createContext<PropertyState | null>(null);

function useProvided<T>(context: Context<T | null>): T {
  const provided = useContext(context);
  if (!provided) throw new Error("needs a WorkbenchProvider around it");
  return provided;
}

export const useConnection = () => useProvided(ConnectionContext);
/** What can be done: the same through every preview and edit. */
export const useEdits = () => useProvided(EditsContext);
/** The property as it is kept, whatever is being dragged. Its id says by which supply it is looked at. */
export const useSaved = () => useProvided(SavedContext);

/** Who is signed in; nothing while that is not known. */
export const useWho = () => useQuery(whoQuery()).data;

const NotOpened = fetched(async () => (await import("./NotOpened")).NotOpened);
const FOR_THE_FIRM = "this link is for looking; ask the firm to change it";

export function WorkbenchProvider({ id, children }: { id: string; children: ReactNode }) {
  const { standing, accept, refetch } = useStanding(id);
  const oldSince = useOldSince(propertyQuery(id).queryKey);
  const query = useQuery({ ...propertyQuery(id), refetchInterval: oldSince === null ? false : ASK_AGAIN_MS });
  const { preview, pointing, ask, point, endPreview } = usePreview(id, standing);
  const keeper = useKeptEdits({
    id,
    loaded: query.data !== undefined,
    standing,
    accept,
    onEmpty: endPreview,
    onChangedByOtherTab: refetch,
  });
  const { waiting, setAside, anyWaiting, trouble, keepsNothing, conflict } = keeper;
  const offline = keeper.offline || oldSince !== null;
  const { edit: tryEdit, send, sendAgain, discard, tellOtherTabs } = keeper;
  const edit = useCallback(
    async (label: string, operations: Operation[]) => {
      const refused = await tryEdit(label, operations);
      if (refused) toast(`Not changed. ${capital(refused)}.`);
    },
    [tryEdit],
  );

  const turn = useRef(Promise.resolve());
  /** Lets another revision stand. Asked for in a row, each is made on the revision that the one before it brought. */
  const move = useCallback(
    (ask: (base: number) => Promise<PropertyState>, notDone: string) => {
      const now = async () => {
        if (anyWaiting()) await send();
        const base = standing()?.revision;
        if (base === undefined || anyWaiting()) return;
        endPreview();
        try {
          accept(await ask(base));
          endPreview(); // one that was asked for meanwhile is of the revision before
          tellOtherTabs();
        } catch (error) {
          if (error instanceof Refused && error.stale) {
            await refetch();
            toast(`Changed in another window, so ${notDone}. This is how it stands now.`);
          } else if (!(error instanceof Refused)) {
            toast("No connection to the server. Nothing was changed.");
          }
        }
      };
      return (turn.current = turn.current.then(now));
    },
    [accept, anyWaiting, endPreview, refetch, send, standing, tellOtherTabs],
  );
  const step = useCallback(
    (direction: "undo" | "redo") =>
      move(
        (base) => stepRevision(id, base, direction),
        direction === "undo" ? "nothing was undone" : "nothing was redone",
      ),
    [id, move],
  );
  const goBackTo = useCallback(
    (revision: number) => move((base) => goBack(id, base, revision), "it did not go back"),
    [id, move],
  );

  const resolveConflict = useCallback(
    async (how: "apply" | "drop") => {
      const late = (conflict?.edits ?? []).map((each) => each.edit_id);
      endPreview();
      await refetch();
      await (how === "apply" ? sendAgain(late) : discard(late));
    },
    [conflict, discard, endPreview, refetch, sendAgain],
  );

  const reads = useWho()?.role === "owner";
  const edits = useMemo(
    (): Edits => ({
      id,
      preview: reads ? () => undefined : ask,
      point: reads ? () => undefined : point,
      endPreview,
      tryEdit: reads ? () => Promise.resolve(FOR_THE_FIRM) : tryEdit,
      edit: reads ? async () => toast(FOR_THE_FIRM) : edit,
      step: reads ? async () => toast(FOR_THE_FIRM) : step,
      goBackTo,
      accept,
      resolveConflict,
      sendAgain,
      discard,
    }),
    [accept, ask, discard, edit, endPreview, goBackTo, id, point, reads, resolveConflict, sendAgain, step, tryEdit],
  );
  const connection = useMemo(
    () => ({ waiting: waiting.length, setAside, offline, oldSince, trouble, keepsNothing, conflict }),
    [conflict, keepsNothing, offline, oldSince, setAside, trouble, waiting],
  );
  // Without a server what was typed is shown on every sheet; what was worked out is of the revision before it.
  const show = useWithWhatWaits(query.data !== undefined);
  const typed = useMemo(
    () => (offline && query.data && waiting.length ? show?.(query.data, waiting) : undefined),
    [offline, query.data, show, waiting],
  );
  useWholeProperty(id, query.data?.revision, query.data?.document.rain.record_id ?? null);
  const saved = useMemo(() => query.data && { ...query.data, id }, [id, query.data]);
  if (query.isPending) return <Opening />;
  if (query.isError) return <NotOpened error={query.error} retry={() => void query.refetch()} />;
  return (
    <EditsContext value={edits}>
      <SavedContext value={saved ?? null}>
        <ConnectionContext value={connection}>
          <PointingContext value={pointing}>
            <ShownProvider shown={preview ?? typed ?? query.data}>{children}</ShownProvider>
          </PointingContext>
        </ConnectionContext>
      </SavedContext>
    </EditsContext>
  );
}

/** Fetched once the first view stands, so that it is here when the connection is lost. */
function useWithWhatWaits(loaded: boolean) {
  const [made, setMade] = useState<{ show: typeof withWhatWaits } | null>(null);
  useEffect(() => {
    if (!loaded) return;
    const timer = setTimeout(() => {
      import("./withWhatWaits").then(
        ({ withWhatWaits: show }) => setMade({ show }),
        () => undefined, // offline already: what was typed is shown where it was typed
      );
    }, AFTER_FIRST_VIEW_MS);
    return () => clearTimeout(timer);
  }, [loaded]);
  return made?.show;
}

/** What only some sheets draw is fetched as well once the first view stands: all of them open without a connection. */
function useWholeProperty(id: string, revision: number | undefined, recordId: string | null) {
  const cache = useQueryClient();
  const waitsSince = useRef<number | null>(null);
  useEffect(() => {
    if (revision === undefined || !("serviceWorker" in navigator)) return;
    waitsSince.current ??= Date.now();
    // Edit upon edit puts it off, and not for ever: the connection may be gone after the last.
    const left = waitsSince.current + MOST_PUT_OFF_MS - Date.now();
    const timer = setTimeout(
      () => {
        waitsSince.current = null;
        void cache.prefetchQuery(partsQuery(id, revision));
        void cache.prefetchQuery(comparisonsQuery(id, revision));
        void cache.prefetchQuery(buildQuery(id, revision));
      },
      Math.max(0, Math.min(2 * AFTER_FIRST_VIEW_MS, left)),
    );
    return () => clearTimeout(timer);
  }, [cache, id, revision]);
  useEffect(() => {
    if (recordId === null || !("serviceWorker" in navigator)) return;
    const timer = setTimeout(() => {
      void cache.prefetchQuery(rainDaysQuery(id, recordId));
      void cache.prefetchQuery(choicesQuery());
    }, 2 * AFTER_FIRST_VIEW_MS);
    return () => clearTimeout(timer);
  }, [cache, id, recordId]);
}

function Opening() {
  return (
    <main className="grid h-full place-items-center" aria-busy="true">
      <p className="note">Opening the property and replaying its record.</p>
    </main>
  );
}
