import type { Document, Operation } from "../api/client";
import { at } from "./ranges";

/** Rows of lists by their places, as somebody saw them: `/roofs/2` is the one whose id is `barn`. */
export type Rows = Record<string, string>;

const ROW = /^\d+$/;

/** The rows that a place leads through, the outer ones first: `/roofs/2/drains/0` leads through two. */
export function rowsOnTheWay(place: string): string[] {
  const steps = place.split("/");
  return steps.flatMap((step, index) => (ROW.test(step) ? [steps.slice(0, index + 1).join("/")] : []));
}

export const idOf = (row: unknown) => (row as { id?: unknown } | null)?.id;

/** Which rows a change is made on, so that they are found again where others were taken out or put in before them. */
export function rowsOf(document: Document, operations: readonly Operation[]): Rows {
  const rows: Rows = {};
  // Whatever is written like a place, wherever an operation names it; what is none has no row with an id.
  for (const place of JSON.stringify(operations).match(/(?<=")\/[^"]+(?=")/g) ?? [])
    for (const row of rowsOnTheWay(place)) {
      const id = idOf(at(document, row));
      if (typeof id === "string") rows[row] = id;
    }
  return rows;
}

/** Whether a change moves rows, so that what was seen before it does not say where they are after it. */
export const movesRows = (operations: readonly Operation[]) =>
  operations.some(({ op, path }) => op !== "replace" && ROW.test(path.split("/").at(-1)!));
