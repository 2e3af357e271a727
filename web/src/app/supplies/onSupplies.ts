import type { Document, Operation, Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { useDocument } from "../../document/shown";
import { freshNumber } from "../../lib/freshNumber";

export type Together = NonNullable<Plan["together"]>;
export type SupplyBeside = Together["supplies"][number];
type Supplies = Pick<Document, "supply" | "supplies">;
export type OfSite = Supplies & Pick<Document, "downpipes" | "roofs" | "transfers" | "units">;

/** What of the document is said and changed of its supplies. */
export const useSite = (): OfSite => useDocument("downpipes", "roofs", "supplies", "supply", "transfers", "units");

/** Every supply of a property by id and name, the one that is looked at first. */
export const allOf = ({ supply, supplies }: Supplies) => [supply, ...supplies].map(({ id, name }) => ({ id, name }));

/** Where what a supply has of its own stands in the document as it is shown. */
export function placeOf({ supply, supplies }: Supplies, id: string): string {
  return id === supply.id ? "/supply" : `/supplies/${supplies.findIndex((each) => each.id === id)}`;
}

/** Every group of downpipes of the property, with the supply that it fills. */
export const groupsOf = (document: Supplies & Pick<Document, "downpipes">) => [
  ...document.downpipes.map(({ id, name }) => ({ id, name, supply: document.supply })),
  ...document.supplies.flatMap((supply) => supply.downpipes.map(({ id, name }) => ({ id, name, supply }))),
];

/** Adds a supply with one tank, which takes the water of one roof, or of none yet. */
export function addSupply(document: OfSite, name: string, litres: number, roof: string | null): Operation[] {
  const id = `supply-${freshNumber("supply", allOf(document))}`;
  const row = document.roofs.findIndex((each) => each.id === roof);
  return [
    {
      op: "add",
      path: "/supplies/-",
      value: {
        id,
        name,
        downpipes: [{ id: `${id}-a`, name }],
        cistern: {
          tanks: [{ id: `${id}-tank`, name: `${name}, tank`, shape: { kind: "volume", volume_l: litres } }],
        },
      },
    },
    ...(row < 0 ? [] : replace(`/roofs/${row}/drains`, [{ group: `${id}-a`, share: 1 }])),
  ];
}

/** Takes a supply away that is not the one looked at, to which goes what it caught, served and helped with. */
export function removeSupply(document: OfSite, uses: Together["uses"], gone: string): Operation[] {
  const row = document.supplies.findIndex((each) => each.id === gone);
  const groups = new Set(document.supplies[row]!.downpipes.map(({ id }) => id));
  const heir = document.downpipes[0]!.id;
  const roofs = document.roofs.flatMap((roof, at) => {
    const lost = roof.drains.filter(({ group }) => groups.has(group)).reduce((sum, { share }) => sum + share, 0);
    if (!lost) return [];
    const left = roof.drains.filter(({ group }) => !groups.has(group));
    const own = left.find(({ group }) => group === heir);
    const drains = own
      ? left.map((each) => (each === own ? { ...each, share: each.share + lost } : each))
      : [...left, { group: heir, share: lost }];
    return replace(`/roofs/${at}/drains`, drains);
  });
  const served = uses.flatMap(({ path, by, then }) =>
    by === gone || then === gone ? replace(path, servedWithout(gone, document.supply.id, by, then)) : [],
  );
  const moved = document.transfers
    .map(({ source, to }, at) => (source === gone || to === gone ? at : -1))
    .filter((at) => at >= 0)
    .reverse()
    .map((at): Operation => ({ op: "remove", path: `/transfers/${at}` }));
  return [...roofs, ...served, ...moved, { op: "remove", path: `/supplies/${row}` }];
}

function servedWithout(gone: string, front: string, by: string, then: string | null) {
  if (by !== gone) return { by, then: null };
  return { by: then ?? front, then: null };
}

/** Lets another supply serve a use first; the one that did so before helps where that one did. */
export const serveBy = ({ path, by, then }: Together["uses"][number], next: string): Operation[] =>
  replace(path, { by: next, then: then === next ? by : then });

/** What is pumped from one to another, at what it begins with. */
export function addTransfer(document: OfSite, source: string, to: string): Operation[] {
  return [
    { op: "add", path: "/transfers/-", value: { id: `way-${freshNumber("way", document.transfers)}`, source, to } },
  ];
}
