import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useMemo } from "react";
import type { Context, ReactNode } from "react";
import { toast } from "../ui/Toasts";
import { Refused } from "../api/client";
import type { Operation, PropertyState } from "../api/client";
import { propertyQuery, stepRevision } from "../api/queries";
import { ShownProvider } from "./shown";
import { useKeptEdits } from "./useKeptEdits";
import type { Conflict } from "./useKeptEdits";
import { usePreview } from "./usePreview";

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

export function WorkbenchProvider({ id, children }: { id: string; children: ReactNode }) {
  const cache = useQueryClient();
  const query = useQuery(propertyQuery(id));
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

  const { preview, ask, endPreview } = usePreview(id, standing);
  const { waiting, anyWaiting, offline, conflict, edit, resolved } = useKeptEdits({
    id,
    loaded: query.data !== undefined,
    standing,
    accept,
    onEmpty: endPreview,
  });

  const step = useCallback(
    async (direction: "undo" | "redo") => {
      const base = standing()?.revision;
      if (base === undefined || anyWaiting()) return;
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
    [accept, anyWaiting, cache, endPreview, id, standing],
  );

  const resolveConflict = useCallback(
    async (how: "apply" | "drop") => {
      const late = how === "apply" ? (conflict?.edits ?? []) : [];
      resolved();
      endPreview();
      await cache.refetchQueries({ queryKey: propertyQuery(id).queryKey });
      for (const each of late) {
        const problem = await edit(each.label, each.operations);
        if (problem) toast(`${each.label} could not be put on top: ${problem}`);
      }
    },
    [cache, conflict, edit, endPreview, id, resolved],
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
