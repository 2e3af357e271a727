import type { Document } from "../api/client";

/** Whether the uses are listed and none of them is of a house. */
export const nothingIndoors = ({ uses }: Document["household"]) =>
  uses !== null && uses.every(({ kind }) => kind === "garden");
