import type { DBSchema } from "idb";
import { browserDatabase } from "../../lib/browserDatabase";
import { Listeners } from "../../lib/listeners";

/** A picture that the server does not have yet. */
export type Unsent = {
  property: string;
  key: string;
  jpeg: ArrayBuffer;
  /** What the server has against it; null while it waits. */
  problem: string | null;
};

interface Kept extends DBSchema {
  photos: { key: [string, string]; value: Unsent; indexes: { property: string } };
}

const database = browserDatabase<Kept>("lean-year-photos", (made) => {
  made.createObjectStore("photos", { keyPath: ["property", "key"] }).createIndex("property", "property");
});

/** Pictures of one property that the server has not kept yet: one list for all tabs of this browser, on its disk before
 * it is said that they are kept here. */
export class PhotoBox {
  private list: readonly Unsent[] = [];
  private readonly listeners = new Listeners();
  private readonly addresses = new Map<string, string>();
  private inPageOnly = false;

  constructor(readonly property: string) {}

  entries = (): readonly Unsent[] => this.list;
  keepsNothing = (): boolean => this.inPageOnly;
  subscribe = this.listeners.subscribe;

  /** Reads the list anew: another tab may have written it. */
  async read(): Promise<readonly Unsent[]> {
    if (!this.inPageOnly) {
      try {
        this.set(await (await database()).getAllFromIndex("photos", "property", this.property));
      } catch {
        this.inPageOnly = true;
      }
    }
    return this.list;
  }

  async put(entry: Unsent): Promise<void> {
    await this.onDisk(async () => void (await (await database()).put("photos", entry)));
    this.set([...this.list.filter(({ key }) => key !== entry.key), entry]);
  }

  async remove(key: string): Promise<void> {
    await this.onDisk(async () => (await database()).delete("photos", [this.property, key]));
    this.set(this.list.filter((entry) => entry.key !== key));
  }

  /** Where a picture that is here can be shown from; undefined for one that is not. */
  addressOf(key: string): string | undefined {
    const held = this.list.find((entry) => entry.key === key);
    if (held && !this.addresses.has(key))
      this.addresses.set(key, URL.createObjectURL(new Blob([held.jpeg], { type: "image/jpeg" })));
    return this.addresses.get(key);
  }

  private async onDisk(write: () => Promise<void>): Promise<void> {
    if (this.inPageOnly) return;
    try {
      await write();
    } catch {
      // Storage can be full or switched off; the pictures still wait in this page.
      this.inPageOnly = true;
    }
  }

  private set(list: readonly Unsent[]): void {
    this.list = list;
    this.listeners.tell();
  }
}

const boxes = new Map<string, PhotoBox>();

/** The box of a property: the same for all who ask in this page. */
export function photoBoxOf(property: string): PhotoBox {
  const known = boxes.get(property) ?? new PhotoBox(property);
  boxes.set(property, known);
  return known;
}
