import { applyPatch, deepClone } from "fast-json-patch";
import type { PropertyState } from "../api/client";
import { covers } from "./assumed";
import type { Waiting } from "./waiting";

/** No operations of JSON Patch: tanks made wider and heights from staff readings, which only the server can work out,
 * and what is confirmed as it stands. */
const OUR_OWN = ["resize", "survey", "confirm"];

/** A state with what was typed since in its document; everything that was worked out is left as it was. */
export function withWhatWaits(state: PropertyState, waiting: readonly Waiting[]): PropertyState {
  let { document } = state;
  for (const { operations } of waiting) {
    const here = operations.filter(({ op }) => !OUR_OWN.includes(op));
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
