import type { QueryClient, QueryKey } from "@tanstack/react-query";
import type { DBSchema } from "idb";
import { useSyncExternalStore } from "react";
import { browserDatabase } from "../lib/browserDatabase";
import { Listeners } from "../lib/listeners";
import { BUILD, Refused } from "./client";

/** Answers that are kept in this browser, so that what was open before opens without a connection too. */
const KEPT_KINDS: readonly unknown[] = [
  "properties",
  "in-use",
  "property",
  "parts",
  "all-bought",
  "all-built",
  "comparisons",
  "build",
  "log",
  "rain-days",
  "choices",
  "sums",
  "who",
];
const MOST_KEPT = 90;
const QUIET_MS = 800;

type KeptAnswer = { name: string; at: number; build: string; answer: unknown };

interface Answers extends DBSchema {
  answers: { key: string; value: KeptAnswer; indexes: { at: number } };
}

const database = browserDatabase<Answers>("lean-year-answers", (made) => {
  made.createObjectStore("answers", { keyPath: "name" }).createIndex("at", "at");
});

/** By the kind and what it is of: the answer to one revision takes the place of that to the one before. */
const nameOf = (key: QueryKey) => JSON.stringify(key.slice(0, 2));

/** Answers that are shown though they are old, with when they were given. */
let old: ReadonlyMap<string, number> = new Map();
const listeners = new Listeners();

function mark(name: string, at: number | null): void {
  if ((old.get(name) ?? null) === at) return;
  const next = new Map(old);
  if (at === null) next.delete(name);
  else next.set(name, at);
  old = next;
  listeners.tell();
}

/** When the answer that is shown was given, where there is no connection to ask for a newer one; null otherwise. */
export const useOldSince = (key: QueryKey): number | null => {
  const name = nameOf(key);
  return useSyncExternalStore(listeners.subscribe, () => old.get(name) ?? null);
};

/** Asks the server; where it cannot be reached, gives the answer that was kept of the last time. */
export async function keptOr<T>(key: QueryKey, ask: () => Promise<T>): Promise<T> {
  const name = nameOf(key);
  try {
    const answer = await ask();
    mark(name, null);
    return answer;
  } catch (error) {
    const unreached = !(error instanceof Refused) || (error.later && error.status !== 401);
    const kept = unreached ? await read(name) : undefined;
    // An answer to another version of the interface may have other parts than this one draws.
    if (kept?.build !== BUILD) throw error;
    mark(name, kept.at);
    return kept.answer as T;
  }
}

async function read(name: string): Promise<KeptAnswer | undefined> {
  try {
    return await (await database()).get("answers", name);
  } catch {
    return undefined; // storage is switched off, or was lost
  }
}

async function write(entry: KeptAnswer): Promise<void> {
  try {
    const made = (await database()).transaction("answers", "readwrite");
    await made.store.put(entry);
    let over = (await made.store.count()) - MOST_KEPT;
    for (let at = await made.store.index("at").openCursor(); at && over > 0; at = await at.continue(), over--)
      await at.delete();
    await made.done;
  } catch {
    // Full, or switched off: it opens without a connection no more, and nothing else is the worse for it.
  }
}

/** Keeps what comes in, once nothing has changed for a while. */
export function keepAnswers(cache: QueryClient): void {
  const timers = new Map<string, ReturnType<typeof setTimeout>>();
  cache.getQueryCache().subscribe(({ type, query }) => {
    if (type !== "updated" || query.state.status !== "success" || !KEPT_KINDS.includes(query.queryKey[0])) return;
    const name = nameOf(query.queryKey);
    const at = query.state.dataUpdatedAt;
    clearTimeout(timers.get(name));
    timers.set(
      name,
      setTimeout(() => {
        if (!old.has(name)) void write({ name, at, build: BUILD, answer: query.state.data });
      }, QUIET_MS),
    );
  });
}

/** Forgets them: somebody signs out, and the device may be another's next. */
export async function forgetAnswers(): Promise<void> {
  try {
    await (await database()).clear("answers");
  } catch {
    // Nothing was kept.
  }
}
