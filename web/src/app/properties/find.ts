import type { ListedProperty } from "../../api/client";
import type { Act, SupplyInUse } from "../../api/inUse";
import { contains } from "../../lib/words";

export const ORDERS = {
  act: "who needs somebody first",
  dry: "who runs short first",
  changed: "last changed",
  name: "by name",
  place: "by place",
} as const;
export type Order = keyof typeof ORDERS;

export const NEEDS = {
  any: "all properties",
  water: "short of water",
  float: "may float, or an open hole",
  due: "something is due",
  quote: "a quote waits",
} as const;
export type Need = keyof typeof NEEDS;
const KINDS: Record<Exclude<Need, "any">, Act["kind"][]> = {
  water: ["water"],
  float: ["float", "hole"],
  due: ["due"],
  quote: ["quote"],
};

export type InUse = ReadonlyMap<string, SupplyInUse>;

/** Those in which every word that is looked for stands somewhere, in any order. */
export const found = (listed: readonly ListedProperty[], search: string): ListedProperty[] =>
  listed.filter(({ name, place }) => contains(`${name} ${place}`, search));

/** Those of an area, or anywhere, that want somebody for one thing, or for any or none. */
export const wanted = (listed: readonly ListedProperty[], inUse: InUse, area: string, need: Need): ListedProperty[] =>
  listed.filter(({ id }) => {
    const supply = inUse.get(id);
    if (area !== "" && supply?.area !== area) return false;
    return need === "any" || (supply?.kinds.some((kind) => KINDS[need].includes(kind)) ?? false);
  });

const collator = new Intl.Collator(undefined, { sensitivity: "base", numeric: true });
const SEVERE = { fails: 0, caution: 1, note: 2 } as const;
const NEVER = "9999";

/** In the order asked for; the server lists the last changed first. */
export function ordered(listed: readonly ListedProperty[], order: Order, inUse: InUse): ListedProperty[] {
  switch (order) {
    case "changed":
      return [...listed];
    case "act": {
      const key = ({ id }: ListedProperty) => {
        const act = inUse.get(id)?.acts[0];
        return act ? `${SEVERE[act.level]} ${act.on}` : NEVER;
      };
      return sortedBy(listed, key);
    }
    case "dry":
      return sortedBy(listed, ({ id }) => inUse.get(id)?.short_by ?? NEVER);
    default: {
      const other = order === "name" ? "place" : "name";
      return [...listed].sort((a, b) => collator.compare(a[order], b[order]) || collator.compare(a[other], b[other]));
    }
  }
}

function sortedBy(listed: readonly ListedProperty[], key: (of: ListedProperty) => string): ListedProperty[] {
  const keys = new Map(listed.map((each) => [each, key(each)]));
  return [...listed].sort((a, b) => (keys.get(a)! < keys.get(b)! ? -1 : keys.get(a)! > keys.get(b)! ? 1 : 0));
}
