import { cleanup, fireEvent, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";
import { buried, demo, renderOnDemo, terrace } from "../testing/demo";
import { STATIONS } from "./registry";

// A property shows one system of units, on every sheet and in every view of it: no quantity of the other one in any
// text, label, title or note.

const NUMBER = String.raw`(?<![\w.])[−-]?\d[\d,]*(?:\.\d+)?`;
const METRIC = new RegExp(
  `${NUMBER} ?(?:mm|cm|m|km|m²|cm²|m³|L|mL|L/s|L/h|kL|kg|g|t|kPa|bar|MPa|kN|kN/m|°C|m/s|m/h|mm/h)(?![\\w²³/°′])|\\b(?:milli|centi)?(?:metre|litre)s?\\b|\\btonnes?\\b`,
  "g",
);
const US = new RegExp(
  `${NUMBER} ?(?:in|ft|ft²|in²|gal|gal/min|psi|lb|lbf|oz|fl oz|yd³|°F|mph|in/h|short tons|ft/s)(?![\\w²³/°])|\\b(?:inch|inches|gallons?|feet|pounds?)\\b`,
  "g",
);
/** Housings and tables that are named by the inch, samples of 100 mL, and odds: the same everywhere. */
const NAMES = /\d(?:\.\d)? × \d+ in|table's \d+ in|100 mL|\b\d in \d+/g;

function textsOf(root: HTMLElement): string[] {
  const texts: string[] = [];
  for (const element of root.querySelectorAll("*")) {
    for (const name of ["aria-label", "title", "aria-valuetext"]) {
      const text = element.getAttribute(name);
      if (text) texts.push(text);
    }
    for (const node of element.childNodes) if (node.nodeType === 3 && node.textContent) texts.push(node.textContent);
    if (element instanceof HTMLInputElement) texts.push(element.value);
  }
  return texts;
}

const built = demo.plan.stations.map(({ stage }) => stage);
const CASES = built.flatMap((stage) => [
  { stage, name: "Brindle Landing", state: buried, other: METRIC },
  { stage, name: "Saltmarrow", state: demo, other: US },
  { stage, name: "Lantern Row", state: terrace, other: US },
]);

test.each(CASES)("$stage of $name shows one system of units", async ({ stage, state, other }) => {
  const { Sheet } = STATIONS[stage];
  const days = unpackDays(state.daily!);
  const shown = { days, yearRow: state.plan.cistern!.lean_year, pickYear: vi.fn() };
  const found: string[] = [];
  const views = [0];
  for (const view of views) {
    renderOnDemo(<Sheet {...shown} />, state);
    await screen.findAllByRole("heading");
    const tabs = screen.queryAllByRole("tab");
    if (view === 0) views.push(...tabs.slice(1).map((_, number) => number + 1));
    else fireEvent.mouseDown(tabs[view]!);
    for (const text of textsOf(document.body)) {
      const wrong = text.replaceAll(NAMES, "").match(other);
      if (wrong) found.push(`${wrong.join(", ")} in: ${text.slice(0, 160)}`);
    }
    cleanup();
  }
  expect([...new Set(found)]).toEqual([]);
});
