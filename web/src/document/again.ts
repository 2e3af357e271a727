import type { Document, Operation } from "../api/client";
import { at } from "./ranges";
import { idOf, rowsOf, rowsOnTheWay } from "./rows";
import type { Rows } from "./rows";
import { waits } from "./waiting";
import type { Rewrite, Seen, Waiting } from "./waiting";

/** What came late, or was set aside, is sent once more, on top of what stands and of what waits: on the same rows,
 * wherever they are now. One whose row was taken out is set aside. */
export const again =
  (edit_ids: string[], standing: Seen): Rewrite =>
  (entries) => {
    const found = entries.map((entry) => (edit_ids.includes(entry.edit_id) ? onItsRows(entry, standing) : entry));
    const first = found.find(waits);
    return found.map((entry) =>
      waits(entry) && edit_ids.includes(entry.edit_id)
        ? { ...entry, base: entry === first ? standing.revision : null, standing: null, problem: null }
        : entry,
    );
  };

function onItsRows(entry: Waiting, { document }: Seen): Waiting {
  const now = readdressed(entry.operations, entry.rows ?? {}, document);
  if ("gone" in now) return { ...entry, state: "refused", problem: `${now.gone}, which it is about, was taken out` };
  return { ...entry, state: "waiting", operations: now.operations, rows: rowsOf(document, now.operations) };
}

/** Every place that an operation names, each handed to `change` and written anew. */
function placesChanged(operation: Operation, change: (place: string) => string): Operation {
  const { op, path, from, value } = operation;
  const moved = { ...operation, path: change(path) };
  if (from != null) moved.from = change(from);
  if (op === "confirm") moved.value = (value as string[]).map(change);
  if (op === "survey") {
    const survey = value as { readings: { path: string }[] };
    moved.value = { ...survey, readings: survey.readings.map((each) => ({ ...each, path: change(each.path) })) };
  }
  return moved;
}

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
