import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef } from "react";
import type { PropertyState } from "../api/client";
import { fetchProperty, propertyQuery } from "../api/queries";
import { propertyOf } from "../api/shownBy";

/** How a property stands on the server, as far as this browser knows: read it, take an answer, ask again. */
export function useStanding(id: string) {
  const cache = useQueryClient();
  /** How often it was asked, and the latest time of asking whose answer was taken. */
  const asked = useRef(0);
  const taken = useRef(0);

  const standing = useCallback(
    () => cache.getQueryData(propertyQuery(id).queryKey) as PropertyState | undefined,
    [cache, id],
  );
  const put = useCallback(
    (state: PropertyState) => {
      // An answer that was asked for before this one and comes after it would put the older revision back.
      void cache.cancelQueries({ queryKey: propertyQuery(id).queryKey, exact: true });
      cache.setQueryData(propertyQuery(id).queryKey, state);
      // What is held of its other supplies is of the revision before.
      cache.removeQueries({
        predicate: ({ queryKey: [kind, held] }) =>
          kind === "property" && held !== id && propertyOf(held as string) === propertyOf(id),
      });
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
    },
    [cache, id],
  );
  /** Takes the answer to an edit, before which everything was asked that is under way. */
  const accept = useCallback(
    (state: PropertyState) => {
      taken.current = asked.current;
      put(state);
    },
    [put],
  );
  /** Asks how it stands, and takes the answer unless one that was asked for later has come meanwhile. */
  const refetch = useCallback(async () => {
    const time = ++asked.current;
    try {
      const state = await fetchProperty(id);
      if (time <= taken.current) return;
      taken.current = time;
      put(state);
    } catch {
      // Not reached, or removed: what is shown stays, and the next edit says so.
    }
  }, [id, put]);
  return { standing, accept, refetch };
}
