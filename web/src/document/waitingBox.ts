import type { IDBPDatabase } from "idb";
import { Refused } from "../api/client";
import { Listeners } from "../lib/listeners";
import { onceAtATime } from "../lib/onceAtATime";
import { Patience } from "../lib/patience";
import { capital } from "../lib/words";
import { alone } from "./otherTabs";

/** Something that was made here and that the server does not have yet. */
export type InBox = {
  property: string;
  key: string;
  /** What the server has against it; null while it waits. */
  problem: string | null;
  /** When it was put in, where its order matters. */
  at?: number;
};

type Database = () => Promise<IDBPDatabase<never>>;

/** What of one property the server has not kept yet: one list for all tabs of this browser, on its disk before it is
 * said that it is kept here. `store` is both the name of the object store and what other tabs know it by. */
export class WaitingBox<T extends InBox> {
  private list: readonly T[] = [];
  private readonly listeners = new Listeners();
  private inPageOnly = false;

  constructor(
    readonly property: string,
    readonly store: string,
    private readonly database: Database,
  ) {}

  entries = (): readonly T[] => this.list;
  keepsNothing = (): boolean => this.inPageOnly;
  subscribe = this.listeners.subscribe;

  /** Reads the list anew: another tab may have written it. */
  async read(): Promise<readonly T[]> {
    if (!this.inPageOnly) {
      try {
        const kept = (await (
          await this.database()
        ).getAllFromIndex(this.store as never, "property" as never, this.property as never)) as T[];
        this.set(kept.sort((one, other) => (one.at ?? 0) - (other.at ?? 0)));
      } catch {
        this.inPageOnly = true;
      }
    }
    return this.list;
  }

  async put(entry: T): Promise<void> {
    await this.onDisk(async () => void (await (await this.database()).put(this.store as never, entry as never)));
    this.set([...this.list.filter(({ key }) => key !== entry.key), entry]);
  }

  async remove(key: string): Promise<void> {
    await this.onDisk(async () => (await this.database()).delete(this.store as never, [this.property, key] as never));
    this.set(this.list.filter((entry) => entry.key !== key));
  }

  private async onDisk(write: () => Promise<void>): Promise<void> {
    if (this.inPageOnly) return;
    try {
      await write();
    } catch {
      // Storage can be full or switched off; what was made still waits in this page.
      this.inPageOnly = true;
    }
  }

  private set(list: readonly T[]): void {
    this.list = list;
    this.listeners.tell();
  }
}

/** Sends what waits in a box, one after the other; the same thing sent twice is kept once. */
export class BoxSender<T extends InBox> {
  private readonly patience = new Patience();

  constructor(
    private readonly box: WaitingBox<T>,
    private readonly sendOne: (entry: T, signal: AbortSignal) => Promise<unknown>,
  ) {}

  /** Resolves to whether the server could be reached for all that waits. */
  readonly send = onceAtATime(async () => {
    let reached = true;
    await alone(`lean-year-${this.box.store}-${this.box.property}`, async () => {
      reached = await this.sendAll();
    });
    return reached;
  });

  /** What was asked on a line that was lost may never be answered. */
  giveUp(): void {
    this.patience.giveUp();
  }

  private async sendAll(): Promise<boolean> {
    for (;;) {
      const next = (await this.box.read()).find(({ problem }) => problem === null);
      if (!next) return true;
      if (!(await this.tried(next))) return false;
    }
  }

  private async tried(entry: T): Promise<boolean> {
    try {
      await this.patience.withIt((signal) => this.sendOne(entry, signal));
    } catch (error) {
      if (!(error instanceof Refused) || error.later || error.status >= 500) return false;
      await this.box.put({ ...entry, problem: capital(error.reason ?? error.message) });
      return true;
    }
    await this.box.remove(entry.key);
    return true;
  }
}
