import { applyPatch, deepClone } from "fast-json-patch";
import type { PropertyState } from "../api/client";
import type { Waiting } from "./waiting";

/** What only the server can work out: tanks made wider, heights from staff readings. */
const ON_THE_SERVER = ["resize", "survey"];

/** A state with what was typed since in its document; everything that was worked out is left as it was. */
export function withWhatWaits(state: PropertyState, waiting: readonly Waiting[]): PropertyState {
  let { document } = state;
  for (const { operations } of waiting) {
    const here = operations.filter(({ op }) => !ON_THE_SERVER.includes(op));
    try {
      document = applyPatch(deepClone(document), here as Parameters<typeof applyPatch>[1], true)
        .newDocument as PropertyState["document"];
      const entered = here.map(({ path }) => path);
      document.assumed = document.assumed.filter((path) => !entered.includes(path));
    } catch {
      // It does not fit what is shown here; the server will say so.
    }
  }
  return { ...state, document };
}
