import type { ListedProperty } from "../../api/client";
import { contains } from "../../lib/words";

export const ORDERS = { changed: "last changed", name: "by name", place: "by place" } as const;
export type Order = keyof typeof ORDERS;

/** Those in which every word that is looked for stands somewhere, in any order. */
export const found = (listed: readonly ListedProperty[], search: string): ListedProperty[] =>
  listed.filter(({ name, place }) => contains(`${name} ${place}`, search));

const collator = new Intl.Collator(undefined, { sensitivity: "base", numeric: true });

/** In the order asked for; the server lists the last changed first. */
export function ordered(listed: readonly ListedProperty[], order: Order): ListedProperty[] {
  if (order === "changed") return [...listed];
  const other = order === "name" ? "place" : "name";
  return [...listed].sort((a, b) => collator.compare(a[order], b[order]) || collator.compare(a[other], b[other]));
}
