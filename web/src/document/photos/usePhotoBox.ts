import { useCallback, useEffect, useSyncExternalStore } from "react";
import { Listeners } from "../../lib/listeners";
import { propertyOf } from "../../api/shownBy";
import { useEdits } from "../workbench";
import { photoBoxOf } from "./photoBox";
import { addressOf as onServer } from "../../api/addresses";

/** Told whenever a picture was put in: whoever sends them hears it. */
export const putIn = new Listeners();

/** What waits of the property's pictures, and how one more is put in. */
export function usePhotoBox() {
  const id = propertyOf(useEdits().id); // pictures are of the property, whichever supply is looked at
  const box = photoBoxOf(id);
  const unsent = useSyncExternalStore(box.subscribe, box.entries);
  useEffect(() => void box.read(), [box]);
  const put = useCallback(
    async (key: string, jpeg: ArrayBuffer) => {
      await box.put({ property: id, key, jpeg, problem: null });
      putIn.tell();
    },
    [box, id],
  );
  const addressOf = useCallback(
    (key: string) =>
      box.addressOf(key) ?? onServer("/api/properties/{property_id}/photos/{key}", { property_id: id, key }),
    [box, id],
  );
  return { unsent, put, addressOf, keepsNothing: box.keepsNothing() };
}
