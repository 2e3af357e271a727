import type { Operation } from "../api/client";

/** Makes the tanks of the planned phase wider or narrower, all by one factor, until they hold so much. */
export const resize = (litres: number): Operation[] => [{ op: "resize", path: "/cistern", value: litres }];

/** Says of places in the document that what stands there is a guess. */
export const assume = (...places: string[]): Operation[] =>
  places.map((value) => ({ op: "add", path: "/assumed/-", value }));

/**
 * Adds a row whose values are only a start: they are assumed, until somebody enters or confirms them. `row` is the place
 * it will have; `within` names what of it is a guess, where that is not all.
 */
export const addGuessed = (list: string, row: number, value: unknown, within: string[] = [""]): Operation[] => [
  { op: "add", path: `${list}/-`, value },
  ...assume(...within.map((part) => `${list}/${row}${part}`)),
];

export const replace = (path: string, value: unknown): Operation[] => [{ op: "replace", path, value }];

/** What an edit is called, no longer than the server takes it. */
export const editName = (words: string) => words.slice(0, 120);
