import type { Document, Operation, Part } from "../../api/client";

export type Line = Part;
export type Changed = Document["parts"]["changed"][string];

const AS_ASKED: Omit<Changed, "name"> = {
  quantity: null,
  left_out: false,
  instead: "",
  note: "",
  bought: false,
  paid: null,
  stock_m: null,
  pieces_m: null,
};

/** Where somebody's own additions stand in the document. */
const ADDED = "added-";
const addedRow = (parts: Document["parts"], line: Line) =>
  parts.added.findIndex((each) => `${ADDED}${each.id}` === line.key);

/**
 * A line with something changed. What the design asks for is written as a whole, whether it was changed before or not; a
 * line that nothing is left of is the design's again.
 */
export function written(parts: Document["parts"], line: Line, change: Partial<Changed>): Operation[] {
  if (line.by_hand === "added") {
    const row = addedRow(parts, line);
    return Object.entries(change).map(([field, value]) => ({
      op: "replace",
      path: `/parts/added/${row}/${field}`,
      value,
    }));
  }
  const path = `/parts/changed/${line.key}`;
  const before = parts.changed[line.key];
  const next = { ...AS_ASKED, ...before, ...change, name: before?.name ?? line.name };
  const asAsked = Object.entries(AS_ASKED).every(([field, value]) => next[field as keyof Changed] === value);
  if (asAsked) return before ? [{ op: "remove", path }] : [];
  return [{ op: "add", path, value: next }];
}

/** Takes a line that somebody added, or that is asked for no more, off the list. */
export const takenOff = (parts: Document["parts"], line: Line): Operation[] => [
  {
    op: "remove",
    path: line.by_hand === "added" ? `/parts/added/${addedRow(parts, line)}` : `/parts/changed/${line.key}`,
  },
];
