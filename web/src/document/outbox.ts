import type { DBSchema } from "idb";
import { browserDatabase } from "../lib/browserDatabase";
import { Listeners } from "../lib/listeners";
import type { Rewrite, Waiting } from "./waiting";

interface Kept extends DBSchema {
  entries: { key: number; value: Waiting; indexes: { property: string } };
}

const database = browserDatabase<Kept>("lean-year", (made) => {
  made.createObjectStore("entries", { keyPath: "seq", autoIncrement: true }).createIndex("property", "property");
});

/** Edits of one property that the server has not kept yet, in order: one list for all tabs of this browser, on its
 * disk before it is said to be kept here. */
export class Outbox {
  private list: readonly Waiting[] = [];
  private turn: Promise<unknown> = Promise.resolve();
  private readonly listeners = new Listeners();
  /** Whether this browser keeps nothing, so that what waits goes with the page. */
  private inPageOnly = false;

  constructor(private readonly propertyId: string) {}

  entries = (): readonly Waiting[] => this.list;

  keepsNothing = (): boolean => this.inPageOnly;

  /** For React: tells when the entries may have changed. */
  subscribe = this.listeners.subscribe;

  /** Reads the list anew: another tab may have written it. */
  read(): Promise<readonly Waiting[]> {
    return this.change((entries) => entries);
  }

  /** Changes the list; resolves to how it is once it is on disk. Changes are made in the order they are asked for. */
  change(rewrite: Rewrite): Promise<readonly Waiting[]> {
    const turn = this.turn.then(() => this.rewritten(rewrite));
    this.turn = turn.catch(() => undefined);
    return turn;
  }

  private async rewritten(rewrite: Rewrite): Promise<readonly Waiting[]> {
    let now: Waiting[];
    try {
      if (this.inPageOnly) throw new Error("no storage");
      now = await this.onDisk(rewrite);
    } catch {
      // Storage can be full or switched off; the entries still wait in this page.
      this.inPageOnly = true;
      now = rewrite([...this.list]);
    }
    if (now.length !== this.list.length || now.some((entry, at) => !same(entry, this.list[at]!))) {
      this.list = now;
      this.listeners.tell();
    }
    return this.list;
  }

  private async onDisk(rewrite: Rewrite): Promise<Waiting[]> {
    const made = (await database()).transaction("entries", "readwrite", { durability: "strict" });
    const before = await made.store.index("property").getAll(this.propertyId);
    const after = rewrite(before);
    const stay = new Set(after.map((entry) => entry.seq));
    await Promise.all([
      ...before.filter((entry) => !stay.has(entry.seq)).map((entry) => made.store.delete(entry.seq!)),
      ...after
        .filter((entry) => !before.includes(entry))
        .map(async (entry) => (entry.seq = await made.store.put(entry))),
      made.done,
    ]);
    return after;
  }
}

const same = (one: Waiting, other: Waiting) =>
  one.edit_id === other.edit_id && one.state === other.state && one.base === other.base;
