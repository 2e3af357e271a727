import { openDB } from "idb";
import type { DBSchema, IDBPDatabase } from "idb";

/** A database of this browser: opened when it is first asked for, and anew after somebody cleared the browser's data
 * or the browser lost it. */
export function browserDatabase<T extends DBSchema>(
  name: string,
  make: (made: IDBPDatabase<T>) => void,
): () => Promise<IDBPDatabase<T>> {
  let opened: Promise<IDBPDatabase<T>> | null = null;
  return () => {
    opened ??= openDB<T>(name, 1, {
      upgrade: make,
      blocking(_from, _to, asked) {
        opened = null;
        (asked.target as IDBDatabase).close();
      },
      terminated() {
        opened = null;
      },
    });
    opened.catch(() => (opened = null));
    return opened;
  };
}
