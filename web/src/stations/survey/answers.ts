import type { Document, Operation, Plan } from "../../api/client";
import { useState } from "react";
import { isAssumed } from "../../document/assumed";
import { at } from "../../document/ranges";
import { useDocument, usePlan } from "../../document/shown";
import { today } from "../../lib/dates";
import { placeIn } from "../../lib/places";

/** The parts of a document that an item may have its place in. */
const READ = ["roofs", "downpipes", "levels", "overflow", "ground", "pump", "treatment", "household"] as const;

export type Item = Plan["survey"]["items"][number];
export type State = Item["state"];
type Seen = Document["survey"][string];

/** An item with what was typed since the server last answered: on site it may not answer for hours. */
export function withWhatStands(item: Item, document: Document): Item {
  const seen = document.survey[item.key];
  const value = item.path === null ? null : (at(document, item.path) ?? null);
  return {
    ...item,
    value,
    state: stateOf(item, value, seen, item.path !== null && isAssumed(document.assumed, item.path)),
    by: seen?.by ?? "",
    on: seen?.on ?? null,
    note: seen?.note ?? "",
  };
}

function stateOf(item: Item, value: unknown, seen: Seen | undefined, assumed: boolean): State {
  const unmeasured = value === "unknown" || (value === null && item.unmeasured);
  const entered = item.path !== null && !unmeasured && !assumed;
  const same = () => JSON.stringify(seen?.value) === JSON.stringify(value);
  if (seen?.mark === "seen" && (item.path === null || (entered && same()))) return "confirmed";
  if (entered) return "entered";
  if (seen?.mark === "left_out") return "left_out";
  return item.path === null || unmeasured ? "open" : "assumed";
}

export const isMissing = ({ state }: Item) => state === "open" || state === "assumed";

const placeOf = ({ key }: Item) => placeIn("/survey", key);

const written = (item: Item, by: string, more: Partial<Seen>): Operation => ({
  op: "add",
  path: placeOf(item),
  value: { mark: "seen", value: null, by, on: today(), note: item.note, ...more },
});

/** It was looked at, and what stands is right. */
export const seenNow = (item: Item, by: string): Operation[] => [
  written(item, by, { value: item.path === null ? null : (item.value as Seen["value"]) }),
  ...(item.path === null ? [] : [{ op: "confirm" as const, path: "/assumed", value: [item.path] }]),
];

/** It is not looked at, and need not be. */
export const leftOut = (item: Item, by: string): Operation[] => [written(item, by, { mark: "left_out" })];

/** Neither: what stands there stays. */
export const notYet = (item: Item): Operation[] => [{ op: "remove", path: placeOf(item) }];

/** Words to an item, whatever its state; they are no tick, and who has seen it stays. */
export const noted = (item: Item, seen: Seen | undefined, by: string, note: string): Operation[] => [
  written(item, by, { ...(seen ?? { mark: "noted" }), note }),
];

/** The items as they stand, with what waits in this browser, and what is written to each. */
export function useItems(): { items: Item[]; survey: Document["survey"] } {
  const { survey: plan } = usePlan("survey");
  const document = useDocument("survey", "assumed", ...READ);
  return { items: plan.items.map((item) => withWhatStands(item, document as Document)), survey: document.survey };
}

/** What is missing, and what was when this was opened: nothing moves away under the thumb that has just answered it. */
export function useMissing(items: Item[]): Item[] {
  const [held] = useState(() => new Set(items.filter(isMissing).map(({ key }) => key)));
  return items.filter((item) => isMissing(item) || held.has(item.key));
}
