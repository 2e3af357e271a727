import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import type { Comparisons } from "../api/client";
import { comparisonsQuery } from "../api/queries";
import { useSaved } from "./workbench";

/** What the cistern is compared with, fetched when it is looked at: `null` while it is on its way, `"none"` without a connection. */
export function useComparisons(): Comparisons | null | "none" {
  const { id, revision } = useSaved();
  const { data, isError } = useQuery({
    ...comparisonsQuery(id, revision),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
  return data ?? (isError ? "none" : null);
}

/** Draws what the cistern is compared with, once it is there. */
export function Compared({ children }: { children: (compared: Comparisons) => ReactNode }) {
  const compared = useComparisons();
  if (compared === null) return <p className="note">Opening.</p>;
  if (compared === "none")
    return <p className="note">The comparisons are not kept here: it takes a connection to open them.</p>;
  return children(compared);
}
