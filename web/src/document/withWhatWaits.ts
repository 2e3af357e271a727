import { applyPatch, deepClone } from "fast-json-patch";
import type { Operation, PropertyState } from "../api/client";
import { covers } from "./assumed";
import type { Waiting } from "./waiting";

/** No operations of JSON Patch: tanks made wider and heights from staff readings, which only the server can work out,
 * and what is confirmed as it stands. */
const OUR_OWN = ["resize", "survey", "confirm"];
/** Whether it adds a row to a list, takes one out or moves one: what was worked out is row by row, and would stand
 * beside another's name. It is shown once the server has worked it out. */
const changesRows = ({ op, path }: Operation) => op !== "replace" && op !== "test" && /\/(\d+|-)$/.test(path);

/** A state with what was typed since in its document; everything that was worked out is left as it was. */
export function withWhatWaits(state: PropertyState, waiting: readonly Waiting[]): PropertyState {
  let { document } = state;
  for (const { operations } of waiting) {
    const here = operations.filter((each) => !OUR_OWN.includes(each.op) && !changesRows(each));
    try {
      document = applyPatch(deepClone(document), here as Parameters<typeof applyPatch>[1], true)
        .newDocument as PropertyState["document"];
      const confirmed = operations.flatMap(({ op, value }) => (op === "confirm" ? (value as string[]) : []));
      const entered = [...here.map(({ path }) => path), ...confirmed];
      document.assumed = document.assumed.filter((path) => !entered.some((each) => covers(each, path)));
    } catch {
      // It does not fit what is shown here; the server will say so.
    }
  }
  return { ...state, document };
}
