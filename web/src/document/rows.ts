import type { Document, Operation } from "../api/client";
import { at } from "./ranges";

/** Rows of lists by their places, as somebody saw them: `/roofs/2` is the one whose id is `barn`. */
export type Rows = Record<string, string>;

const ROW = /^\d+$/;

/** Every place that an operation names, each handed to `change` and written anew. */
function placesChanged(operation: Operation, change: (place: string) => string): Operation {
  const { op, path, from, value } = operation;
  const told = { ...operation, path: change(path) };
  if (from != null) told.from = change(from);
  if (op === "confirm") told.value = (value as string[]).map(change);
  if (op === "survey") {
    const survey = value as { readings: { path: string }[] };
    told.value = { ...survey, readings: survey.readings.map((each) => ({ ...each, path: change(each.path) })) };
  }
  return told;
}

/** The rows that a place leads through, the outer ones first: `/roofs/2/drains/0` leads through two. */
function rowsOnTheWay(place: string): string[] {
  const steps = place.split("/");
  return steps.flatMap((step, index) => (ROW.test(step) ? [steps.slice(0, index + 1).join("/")] : []));
}

const idOf = (row: unknown) => (row as { id?: unknown } | null)?.id;

/** Which rows a change is made on, so that they are found again where others were taken out or put in before them. */
export function rowsOf(document: Document, operations: readonly Operation[]): Rows {
  const rows: Rows = {};
  for (const operation of operations)
    placesChanged(operation, (place) => {
      for (const row of rowsOnTheWay(place)) {
        const id = idOf(at(document, row));
        if (typeof id === "string") rows[row] = id;
      }
      return place;
    });
  return rows;
}

/** Whether a change moves rows, so that what was seen before it does not say where they are after it. */
export const movesRows = (operations: readonly Operation[]) =>
  operations.some(({ op, path }) => ["add", "remove", "move"].includes(op) && ROW.test(path.split("/").at(-1)!));

/** A change, made on the rows where they stand now; the id of one that is there no more. */
export function readdressed(
  operations: readonly Operation[],
  rows: Rows,
  document: Document,
): { operations: Operation[] } | { gone: string } {
  let gone: string | null = null;
  const now = operations.map((operation) =>
    placesChanged(operation, (place) => {
      const steps = place.split("/");
      for (const row of rowsOnTheWay(place)) {
        const id = rows[row];
        if (id === undefined) continue;
        const step = row.split("/").length - 1;
        const list = at(document, steps.slice(0, step).join("/"));
        const found = Array.isArray(list) ? list.findIndex((each) => idOf(each) === id) : -1;
        if (found < 0) gone ??= id;
        else steps[step] = String(found);
      }
      return steps.join("/");
    }),
  );
  return gone === null ? { operations: now } : { gone };
}
