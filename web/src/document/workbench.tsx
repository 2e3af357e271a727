import { replaceEqualDeep, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import type { Context, ReactNode } from "react";
import { toast } from "../ui/Toasts";
import { Refused } from "../api/client";
import type { Answer, Operation, PropertyState } from "../api/client";
import { keepEdit, previewEdit, propertyQuery, stepRevision } from "../api/queries";
import type { EditToKeep } from "../api/queries";
import { Outbox } from "./outbox";
import { ShownProvider } from "./shown";

const RETRY_MS = 3_000;

/** Changes that came too late, with the entries that are still kept here. */
export type Conflict = { edits: EditToKeep[]; standing: number };

/** What can be done with a property. */
type Edits = {
  id: string;
  /** Work an edit out without keeping it; only the latest asked for is answered. */
  preview: (operations: Operation[]) => void;
  endPreview: () => void;
  /** Keep an edit. Resolves to null, or to what the server had against it. */
  edit: (label: string, operations: Operation[]) => Promise<string | null>;
  step: (direction: "undo" | "redo") => Promise<void>;
  /** Take a state that another call answered with. */
  accept: (state: PropertyState) => void;
  resolveConflict: (how: "apply" | "drop") => Promise<void>;
};

/** How the edits made here stand with the server. */
type Connection = {
  /** Changes made here that the server has not acknowledged yet. */
  waiting: number;
  offline: boolean;
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
/** The property as it is kept, whatever is being dragged. */
export const useSaved = () => useProvided(SavedContext);

/** An answer whose parts are those of the answer before it wherever they are equal. */
const sharing = (before: Answer | undefined, { document, plan, daily, moved }: Answer): Answer =>
  before
    ? {
        document: replaceEqualDeep(before.document, document),
        plan: replaceEqualDeep(before.plan, plan),
        daily: replaceEqualDeep(before.daily, daily),
        moved,
      }
    : { document, plan, daily, moved };

/** A promise that the sender settles when the server has answered. */
type Settle = (problem: string | null) => void;

export function WorkbenchProvider({ id, children }: { id: string; children: ReactNode }) {
  const cache = useQueryClient();
  const query = useQuery(propertyQuery(id));
  const [preview, setPreview] = useState<Answer | null>(null);
  const [offline, setOffline] = useState(false);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const outbox = useMemo(() => new Outbox(id), [id]);
  const waiting = useSyncExternalStore(outbox.subscribe, outbox.size);
  const settles = useRef(new Map<string, Settle>());
  const sending = useRef(false);
  const asked = useRef<{ operations: Operation[] | null; busy: boolean; round: number }>({
    operations: null,
    busy: false,
    round: 0,
  });

  const standing = useCallback(
    () => cache.getQueryData(propertyQuery(id).queryKey) as PropertyState | undefined,
    [cache, id],
  );

  const accept = useCallback(
    (state: PropertyState) => {
      cache.setQueryData(propertyQuery(id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
    },
    [cache, id],
  );

  const endPreview = useCallback(() => {
    asked.current.round++;
    asked.current.operations = null;
    setPreview(null);
  }, []);

  /** Sends what waits, one after the other; each is made on the revision that the one before it brought. */
  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (let next = outbox.first(); next; next = outbox.first()) {
        const base = next.base ?? standing()?.revision;
        if (base === undefined) return;
        const { edit_id, label, operations } = next;
        const settle = (problem: string | null) => {
          settles.current.get(edit_id)?.(problem);
          settles.current.delete(edit_id);
        };
        try {
          const state = await keepEdit(id, base, { edit_id, label, operations });
          accept(state);
          outbox.kept(state.revision);
          setOffline(false);
          settle(null);
        } catch (error) {
          if (error instanceof Refused && error.status < 500) {
            if (error.stale) {
              const edits = outbox.takeAll();
              setConflict({ edits, standing: error.refusal!.revision! });
              settle(null);
            } else {
              outbox.refused();
              settle(error.refusal?.errors.map((each) => each.message).join("; ") ?? error.message);
            }
          } else {
            setOffline(true);
            return;
          }
        } finally {
          if (outbox.size() === 0) endPreview();
        }
      }
    } finally {
      sending.current = false;
    }
  }, [accept, endPreview, id, outbox, standing]);

  // What was left over from a lost connection or a closed page goes out as soon as it can.
  const loaded = query.data !== undefined;
  useEffect(() => {
    if (loaded) void send();
  }, [loaded, send]);
  useEffect(() => {
    if (!offline) return;
    const timer = setInterval(() => void send(), RETRY_MS);
    const again = () => void send();
    window.addEventListener("online", again);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", again);
    };
  }, [offline, send]);

  const ask = useCallback(
    (operations: Operation[]) => {
      const now = asked.current;
      now.operations = operations;
      if (now.busy) return;
      now.busy = true;
      void (async () => {
        while (now.operations) {
          const wanted = now.operations;
          const round = now.round;
          now.operations = null;
          const base = standing()?.revision;
          if (base === undefined) break;
          try {
            const answer = await previewEdit(id, base, wanted);
            // What is dragged goes on moving while everything else is drawn anew.
            if (round === now.round)
              startTransition(() => setPreview((before) => sharing(before ?? standing(), answer)));
          } catch (error) {
            if (!(error instanceof Refused)) break;
          }
        }
        now.busy = false;
      })();
    },
    [id, standing],
  );

  const edit = useCallback(
    (label: string, operations: Operation[]) =>
      new Promise<string | null>((resolve) => {
        const entry = { edit_id: crypto.randomUUID(), label: label.slice(0, 120), operations };
        settles.current.set(entry.edit_id, resolve);
        outbox.add(entry, standing()?.revision ?? null);
        void send();
      }),
    [outbox, send, standing],
  );

  const step = useCallback(
    async (direction: "undo" | "redo") => {
      const base = standing()?.revision;
      if (base === undefined || outbox.size()) return;
      endPreview();
      try {
        accept(await stepRevision(id, base, direction));
      } catch (error) {
        if (error instanceof Refused && error.stale) {
          await cache.invalidateQueries({ queryKey: propertyQuery(id).queryKey });
          toast(
            `Changed in another window, so nothing was ${direction === "undo" ? "undone" : "redone"}. This is how it stands now.`,
          );
        } else if (!(error instanceof Refused)) {
          toast("No connection to the server. Nothing was changed.");
        }
      }
    },
    [accept, cache, endPreview, id, outbox, standing],
  );

  const resolveConflict = useCallback(
    async (how: "apply" | "drop") => {
      const late = how === "apply" ? (conflict?.edits ?? []) : [];
      setConflict(null);
      endPreview();
      await cache.refetchQueries({ queryKey: propertyQuery(id).queryKey });
      for (const each of late) {
        const problem = await edit(each.label, each.operations);
        if (problem) toast(`${each.label} could not be put on top: ${problem}`);
      }
    },
    [cache, conflict, edit, endPreview, id],
  );

  const edits = useMemo(
    (): Edits => ({ id, preview: ask, endPreview, edit, step, accept, resolveConflict }),
    [accept, ask, edit, endPreview, id, resolveConflict, step],
  );
  const connection = useMemo(() => ({ waiting, offline, conflict }), [conflict, offline, waiting]);
  if (query.isPending) return <Opening />;
  if (query.isError) return <NotOpened error={query.error} retry={() => void query.refetch()} />;
  const saved = query.data;
  return (
    <EditsContext value={edits}>
      <SavedContext value={saved}>
        <ConnectionContext value={connection}>
          <ShownProvider shown={preview ?? saved}>{children}</ShownProvider>
        </ConnectionContext>
      </SavedContext>
    </EditsContext>
  );
}

function Opening() {
  return (
    <main className="grid h-full place-items-center" aria-busy="true">
      <p className="note">Opening the property and replaying its record.</p>
    </main>
  );
}

function NotOpened({ error, retry }: { error: Error; retry: () => void }) {
  const gone = error instanceof Refused && error.status === 404;
  return (
    <main className="grid h-full place-items-center p-6">
      <div className="max-w-[52ch]">
        <h1 className="title">{gone ? "There is no such property" : "The property could not be opened"}</h1>
        <p className="mt-3">
          {gone
            ? "It may have been removed in another window."
            : "The server did not answer. Nothing is lost: what was kept is on its disk. Start it with make demo, then try again."}
        </p>
        <p className="mt-5 flex gap-3">
          {!gone && (
            <button className="act" onClick={retry}>
              Try again
            </button>
          )}
          <a className="act-quiet" href="/">
            All properties
          </a>
        </p>
      </div>
    </main>
  );
}
