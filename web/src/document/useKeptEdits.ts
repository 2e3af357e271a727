import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { Refused } from "../api/client";
import type { Operation, PropertyState } from "../api/client";
import { keepEdit } from "../api/queries";
import { FIRST_SUPPLY, propertyOf, shownBy, supplyOf } from "../api/shownBy";
import { fieldWords } from "../lib/words";
import { newId } from "../lib/newId";
import { onceAtATime } from "../lib/onceAtATime";
import { Patience } from "../lib/patience";
import { alone, OtherTabs } from "./otherTabs";
import { Outbox } from "./outbox";
import { added, discarded, kept, late, refused } from "./waiting";
import type { Waiting } from "./waiting";

const RETRY_MS = 3_000;
/** How often an edit is tried on which the server fails, before it is set aside. */
const TRIES = 3;
const BETWEEN_TRIES_MS = 700;
const SERVER_FAILED = "the server failed on it";

/** Changes that came too late, with the revision that stands. */
export type Conflict = { edits: readonly Waiting[]; standing: number };

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
  /** Called when another tab of this browser has changed the property. */
  onChangedByOtherTab: () => void;
};

/** What is wrong, with the name of what it is wrong with where that is not what was entered. */
function inWords({ field, message }: { field: string; message: string }, operations: readonly Operation[]) {
  const path = `/${field.replace(/\[(\d+)\]/g, ".$1").replaceAll(".", "/")}`;
  return operations.some((each) => each.path === path) ? message : `${fieldWords(field)} ${message}`;
}

const waits = (entries: readonly Waiting[]) => entries.filter(({ state }) => state === "waiting");

/** Keeps edits: they wait in the outbox, which all tabs and all supplies of a property share, until the server has kept
 * them, one after the other. What is said of them is of the supply that is looked at. */
export function useKeptEdits({ id, loaded, standing, accept, onEmpty, onChangedByOtherTab }: Sender) {
  const [offline, setOffline] = useState(false);
  /** What the server itself says, where it is there and cannot keep anything. */
  const [trouble, setTrouble] = useState<string | null>(null);
  const property = propertyOf(id);
  const outbox = useMemo(() => new Outbox(property), [property]);
  const all = useSyncExternalStore(outbox.subscribe, outbox.entries);
  const entries = useMemo(() => all.filter(({ supply }) => supply === supplyOf(id)), [all, id]);
  const settles = useRef(new Map<string, Settle>());
  /** Of those, the ones that are in the outbox: one that is there no more was kept. */
  const stored = useRef(new Set<string>());
  const tabs = useRef<OtherTabs | null>(null);
  const patience = useMemo(() => new Patience(), []);

  const settle = useCallback((edit_id: string, problem: string | null) => {
    settles.current.get(edit_id)?.(problem);
    settles.current.delete(edit_id);
    stored.current.delete(edit_id);
  }, []);

  /** Tries one entry. False where the server cannot be reached. */
  const tried = useCallback(
    async ({ edit_id, label, operations, base, supply }: Waiting): Promise<boolean> => {
      const madeAt = shownBy(property, supply ?? FIRST_SUPPLY);
      for (let attempt = 1; ; attempt++) {
        try {
          const revision = (base ?? standing()?.revision)!;
          const state = await patience.withIt((signal) =>
            keepEdit(madeAt, revision, { edit_id, label, operations }, signal),
          );
          if (madeAt === id) accept(state);
          else onChangedByOtherTab();
          await outbox.change(kept(edit_id, state.revision));
          return true;
        } catch (error) {
          if (!(error instanceof Refused) || error.later) {
            setTrouble(error instanceof Refused ? (error.reason ?? null) : null);
            return false;
          }
          if (error.stale) {
            await outbox.change(late(error.refusal!.revision!));
            settle(edit_id, null);
            return true;
          }
          if (error.status >= 500 && attempt < TRIES) {
            await new Promise((done) => setTimeout(done, BETWEEN_TRIES_MS));
            continue;
          }
          const said = error.refusal?.errors.map((each) => inWords(each, operations)).join("; ");
          await outbox.change(refused(edit_id, error.status >= 500 ? SERVER_FAILED : (said ?? error.message)));
          return true;
        }
      }
    },
    [accept, id, onChangedByOtherTab, outbox, patience, property, settle, standing],
  );

  /** Sends what waits, one after the other; each is made on the revision that the one before it brought. */
  const sendAll = useCallback(async () => {
    if (standing() === undefined) return;
    // The server keeps the same edit once, whichever tab sends it, or both.
    await alone(`lean-year-outbox-${property}`, async () => {
      let anything = false;
      for (;;) {
        const next = waits(await outbox.read())[0];
        if (!next) break;
        anything = true;
        if (!(await tried(next))) return setOffline(true);
        setOffline(false);
        tabs.current?.tell();
      }
      if (anything) onEmpty();
    });
  }, [onEmpty, outbox, property, standing, tried]);
  const send = useMemo(() => onceAtATime(sendAll), [sendAll]);

  // What was left over from a lost connection or a closed page goes out as soon as it can.
  useEffect(() => {
    if (loaded) void send();
  }, [loaded, send]);
  useEffect(() => {
    const heard = async () => {
      await outbox.read();
      onChangedByOtherTab();
    };
    const others = new OtherTabs(property, () => void heard());
    tabs.current = others;
    return () => others.close();
  }, [onChangedByOtherTab, outbox, property]);
  // Whichever tab sent it, where an entry was typed it is said what became of it.
  useEffect(() => {
    for (const edit_id of [...stored.current]) {
      const entry = entries.find((each) => each.edit_id === edit_id);
      if (!entry) settle(edit_id, null);
      else if (entry.state === "refused") {
        settle(edit_id, entry.problem);
        // Said where it was typed, it need not be set aside as well.
        if (entry.problem !== SERVER_FAILED) void outbox.change(discarded([edit_id]));
      }
    }
  }, [entries, outbox, settle]);
  useEffect(() => {
    if (!offline) return;
    const timer = setInterval(() => void send(), RETRY_MS);
    return () => clearInterval(timer);
  }, [offline, send]);
  // What was asked on the line that was lost may never be answered; the server keeps the same edit once.
  useEffect(() => {
    const anew = () => {
      patience.giveUp();
      void send();
    };
    window.addEventListener("online", anew);
    return () => window.removeEventListener("online", anew);
  }, [patience, send]);

  const edit = useCallback(
    async (label: string, operations: Operation[]) => {
      const entry = { edit_id: newId(), label: label.slice(0, 120), operations };
      const answered = new Promise<string | null>((resolve) => settles.current.set(entry.edit_id, resolve));
      await outbox.change(added({ ...entry, supply: supplyOf(id) }, property, standing()));
      stored.current.add(entry.edit_id);
      tabs.current?.tell();
      void send();
      return answered;
    },
    [id, outbox, property, send, standing],
  );

  /** Sends once more what came late or was set aside. */
  const sendAgain = useCallback(
    async (edit_ids: string[]) => {
      const { again } = await import("./again"); // asked for seldom, and only where the server answers
      await outbox.change(again(edit_ids, standing()!));
      tabs.current?.tell();
      await send();
    },
    [outbox, send, standing],
  );
  const discard = useCallback(
    async (edit_ids: string[]) => {
      await outbox.change(discarded(edit_ids));
      tabs.current?.tell();
    },
    [outbox],
  );
  const tellOtherTabs = useCallback(() => tabs.current?.tell(), []);

  const waiting = useMemo(() => waits(entries), [entries]);
  const setAside = useMemo(() => entries.filter(({ state }) => state === "refused"), [entries]);
  const conflict = useMemo((): Conflict | null => {
    const edits = entries.filter(({ state }) => state === "late");
    return edits.length ? { edits, standing: edits.at(-1)!.standing! } : null;
  }, [entries]);
  /** Whether anything waits now; `waiting` is of the last time that it was drawn. */
  const anyWaiting = useCallback(() => waits(outbox.entries()).length > 0, [outbox]);
  const keepsNothing = outbox.keepsNothing();
  return {
    waiting,
    setAside,
    conflict,
    anyWaiting,
    offline,
    trouble,
    keepsNothing,
    edit,
    send,
    sendAgain,
    discard,
    tellOtherTabs,
  };
}
