import type { Document } from "../api/client";

type Roof = Pick<Document["roofs"][number], "on" | "drains">;

/** Whether a surface is used by the supply that is looked at: it is on, and drains to it at least in part. */
export const usedHere = (roof: Roof, { downpipes }: Pick<Document, "downpipes">): boolean =>
  roof.on && roof.drains.some(({ group }) => downpipes.some(({ id }) => id === group));

/** The other supplies that a surface drains to. */
export const drainsElsewhere = (roof: Roof, { supplies }: Pick<Document, "supplies">): string[] =>
  supplies
    .filter(({ downpipes }) => roof.drains.some(({ group }) => downpipes.some(({ id }) => id === group)))
    .map(({ name }) => name);
