import type { DBSchema } from "idb";
import type { Entry } from "../../api/build";
import { browserDatabase } from "../../lib/browserDatabase";
import { WaitingBox } from "../waitingBox";
import type { InBox } from "../waitingBox";

/** Something that was written down here and that the server does not have yet; its key is the id of the entry. */
export type UnsentEntry = InBox & { entry: Entry };

interface Kept extends DBSchema {
  entries: { key: [string, string]; value: UnsentEntry; indexes: { property: string } };
}

const database = browserDatabase<Kept>("lean-year-entries", (made) => {
  made.createObjectStore("entries", { keyPath: ["property", "key"] }).createIndex("property", "property");
});

const boxes = new Map<string, WaitingBox<UnsentEntry>>();

/** The box of a property: the same for all who ask in this page. */
export function entryBoxOf(property: string): WaitingBox<UnsentEntry> {
  const known = boxes.get(property) ?? new WaitingBox<UnsentEntry>(property, "entries", database as never);
  boxes.set(property, known);
  return known;
}
