import { useCallback, useEffect, useLayoutEffect, useRef } from "react";

/**
 * Calls `keep`, as it was last drawn, when the field is taken away: a sheet that is left takes its fields with it, and no
 * blur comes before that. What it gives is for a field whose text was kept or given up already.
 */
export function useOnLeaving(keep: () => void): () => void {
  const last = useRef(keep);
  useLayoutEffect(() => {
    last.current = keep;
  });
  useEffect(() => () => last.current(), []);
  return useCallback(() => {
    last.current = () => undefined;
  }, []);
}
