import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { Refused } from "../api/client";
import type { Operation, PropertyState } from "../api/client";
import { keepEdit } from "../api/queries";
import type { EditToKeep } from "../api/queries";
import { Outbox } from "./outbox";

const RETRY_MS = 3_000;

/** Changes that came too late, with the entries that are still kept here. */
export type Conflict = { edits: EditToKeep[]; standing: number };

/** A promise that the sender settles when the server has answered. */
type Settle = (problem: string | null) => void;

type Sender = {
  id: string;
  /** Whether the property has been loaded: before that there is nothing to send on. */
  loaded: boolean;
  standing: () => PropertyState | undefined;
  accept: (state: PropertyState) => void;
  /** Called when nothing waits any more. */
  onEmpty: () => void;
};

/** Keeps edits: they wait in the outbox until the server has acknowledged them, one after the other. */
export function useKeptEdits({ id, loaded, standing, accept, onEmpty }: Sender) {
  const [offline, setOffline] = useState(false);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const outbox = useMemo(() => new Outbox(id), [id]);
  const waiting = useSyncExternalStore(outbox.subscribe, outbox.size);
  const settles = useRef(new Map<string, Settle>());
  const sending = useRef(false);

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
          if (outbox.size() === 0) onEmpty();
        }
      }
    } finally {
      sending.current = false;
    }
  }, [accept, onEmpty, id, outbox, standing]);

  // What was left over from a lost connection or a closed page goes out as soon as it can.
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

  const resolved = useCallback(() => setConflict(null), []);
  /** Whether anything waits now; `waiting` is of the last time that it was drawn. */
  const anyWaiting = useCallback(() => outbox.size() > 0, [outbox]);
  return { waiting, anyWaiting, offline, conflict, edit, resolved };
}
