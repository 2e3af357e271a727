import type { DBSchema } from "idb";
import { browserDatabase } from "../../lib/browserDatabase";
import { WaitingBox } from "../waitingBox";
import type { InBox } from "../waitingBox";

/** A picture that the server does not have yet. */
export type Unsent = InBox & { jpeg: ArrayBuffer };

interface Kept extends DBSchema {
  photos: { key: [string, string]; value: Unsent; indexes: { property: string } };
}

const database = browserDatabase<Kept>("lean-year-photos", (made) => {
  made.createObjectStore("photos", { keyPath: ["property", "key"] }).createIndex("property", "property");
});

/** Pictures of one property that the server has not kept yet. */
export class PhotoBox extends WaitingBox<Unsent> {
  private readonly addresses = new Map<string, string>();

  constructor(property: string) {
    super(property, "photos", database as never);
  }

  /** Where a picture that is here can be shown from; undefined for one that is not. */
  addressOf(key: string): string | undefined {
    const held = this.entries().find((entry) => entry.key === key);
    if (held && !this.addresses.has(key))
      this.addresses.set(key, URL.createObjectURL(new Blob([held.jpeg], { type: "image/jpeg" })));
    return this.addresses.get(key);
  }
}

const boxes = new Map<string, PhotoBox>();

/** The box of a property: the same for all who ask in this page. */
export function photoBoxOf(property: string): PhotoBox {
  const known = boxes.get(property) ?? new PhotoBox(property);
  boxes.set(property, known);
  return known;
}
