import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { buildQuery } from "../../api/build";
import type { BuildWork } from "../../api/build";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { useDocument } from "../../document/shown";
import { useSaved } from "../../document/workbench";
import { withUnsent } from "./standing";

/** Tasks and hold points as they stand, with what was written down here and is not sent yet: `null` while they are on
 * their way, `"none"` without a connection where none were kept. */
export function useBuild(): BuildWork | null | "none" {
  const { id, revision } = useSaved();
  const { units } = useDocument("units");
  const { unsent } = useEntryBox();
  const { data, isError } = useQuery({
    ...buildQuery(id, revision),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
  return useMemo(() => {
    if (!data) return isError ? "none" : null;
    const waiting = unsent.filter(({ problem }) => problem === null).map(({ entry }) => entry);
    return withUnsent(data, waiting, units);
  }, [data, isError, units, unsent]);
}
