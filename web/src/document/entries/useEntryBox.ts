import { useCallback, useEffect, useSyncExternalStore } from "react";
import type { Entry } from "../../api/build";
import { FIRST_SUPPLY, supplyOf } from "../../api/shownBy";
import { Listeners } from "../../lib/listeners";
import { useEdits } from "../workbench";
import { entryBoxOf } from "./entryBox";

type Written = Pick<Entry, "id" | "kind" | "about" | "on"> & Partial<Entry>;

/** Told whenever an entry was put in: whoever sends them hears it. */
export const putIn = new Listeners();

/** What was written down here and waits, and how one more entry is. */
export function useEntryBox() {
  const { id } = useEdits();
  const box = entryBoxOf(id);
  const unsent = useSyncExternalStore(box.subscribe, box.entries);
  useEffect(() => void box.read(), [box]);
  const writeDown = useCallback(
    async (written: Written) => {
      const entry: Entry = { at: "", by: "", name: "", note: "", supply: supplyOf(id) ?? FIRST_SUPPLY, ...written };
      await box.put({ property: id, key: entry.id, entry, problem: null, at: Date.now() });
      putIn.tell();
    },
    [box, id],
  );
  return { unsent, writeDown };
}
