import { useQuery } from "@tanstack/react-query";
import type { Document } from "../../api/client";
import { partsQuery } from "../../api/queries";
import { useDocument } from "../../document/shown";
import { useSaved } from "../../document/workbench";
import type { Line } from "./changed";

/** Lines with what was ticked off, noted and left out since they were worked out: in a shop there may be no connection. */
export const withMarks = (lines: Line[], parts: Document["parts"]): Line[] =>
  lines.map((line) => {
    const own = parts.added.find((each) => `added-${each.id}` === line.key);
    if (own) return { ...line, bought: own.bought, note: own.note, name: own.name };
    const changed = parts.changed[line.key];
    if (!changed) return line.bought || line.note ? { ...line, bought: false, note: "" } : line;
    const out = changed.left_out ? { quantity: 0, by_hand: "left_out" as const } : {};
    return { ...line, ...out, bought: changed.bought, note: changed.note, name: changed.instead || line.name };
  });

/** What the design is bought as, fetched when it is looked at: `null` while it is on its way, `"none"` without a connection. */
export function useLines(): Line[] | null | "none" {
  const { id, revision } = useSaved();
  const { parts } = useDocument("parts");
  const { data, isError } = useQuery({
    ...partsQuery(id, revision),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
  return data ? withMarks(data, parts) : isError ? "none" : null;
}
