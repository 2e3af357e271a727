/// <reference types="node" />
import { mkdirSync, writeFileSync } from "node:fs";
import { cleanup, fireEvent, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeAll, expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";

import { buried, demo, renderInApp, terrace } from "../testing/demo";
import { CisternSheet } from "./cistern/CisternSheet";
import { FlushSheet } from "./flush/FlushSheet";
import { GroundSheet } from "./ground/GroundSheet";
import { GuttersSheet } from "./gutters/GuttersSheet";
import { HouseholdSheet } from "./household/HouseholdSheet";
import { OverflowSheet } from "./overflow/OverflowSheet";
import { PumpSheet } from "./pump/PumpSheet";
import { RainSheet } from "./rain/RainSheet";
import { RoofsSheet } from "./roofs/RoofsSheet";
import { TreatmentSheet } from "./treatment/TreatmentSheet";

// What is entered anywhere goes to a place that the document has, as the kind of value that stands there. All of it is
// written down beside the demos, for the tests of the server, which has to take it.

/** A workbench that only writes down what it is asked to keep, so that no sheet is worked out or drawn again. */
const desk = vi.hoisted(() => ({ state: {} as object, kept: [] as unknown[] }));
vi.mock("../frame/workbench", () => ({
  useWorkbench: () => ({
    id: "demo",
    kept: desk.state,
    shown: desk.state,
    preview: () => {},
    endPreview: () => {},
    edit: (_label: string, operations: unknown[]) => {
      desk.kept.push(...operations);
      return Promise.resolve(null);
    },
  }),
}));
type Offered = { label: string; value: string; options: { value: string }[]; onChoose: (value: string) => void };
// Every option as a button of its own, instead of a menu that has to be opened.
vi.mock("../ui/Choice", () => ({
  Choice: ({ label, value, options, onChoose }: Offered) =>
    options
      .filter((option) => option.value !== value)
      .map((option) => (
        <button
          key={option.value}
          aria-label={`choose ${label}: ${option.value}`}
          onClick={() => onChoose(option.value)}
        />
      )),
}));
vi.mock("../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 640] }));

const DEMOS = { saltmarrow: demo, "brindle-landing": buried, "lantern-row": terrace };
type Operation = { op: string; path: string; value: unknown };

const SHEETS: Record<string, { sheet: (state: typeof demo) => ReactNode; views: string[]; least: number }> = {
  rain: { sheet: (state) => <RainSheet {...shown(state)} />, views: ["", "years", "spells"], least: 4 },
  roofs: { sheet: () => <RoofsSheet />, views: [""], least: 20 },
  gutters: { sheet: () => <GuttersSheet />, views: ["", "downpour", "screens", "inside"], least: 60 },
  flush: { sheet: () => <FlushSheet />, views: [""], least: 3 },
  cistern: { sheet: (state) => <CisternSheet {...shown(state)} />, views: ["", "tanks", "safety"], least: 20 },
  overflow: { sheet: () => <OverflowSheet />, views: [""], least: 15 },
  treatment: { sheet: () => <TreatmentSheet />, views: ["", "disinfection", "water", "plant-room"], least: 25 },
  pump: { sheet: () => <PumpSheet />, views: ["", "pipes", "power", "top-up"], least: 70 },
  household: { sheet: () => <HouseholdSheet />, views: ["", "uses", "garden", "steps"], least: 40 },
  ground: { sheet: () => <GroundSheet />, views: ["", "float", "weight", "way-in"], least: 50 },
};

function shown(state: typeof demo) {
  return { days: unpackDays(state.daily!), yearRow: state.plan.cistern!.lean_year, pickYear: vi.fn() };
}

/** What stands in the document at a JSON pointer; undefined where nothing does. */
function at(document: unknown, path: string): unknown {
  return path
    .slice(1)
    .split("/")
    .reduce<unknown>(
      (part, key) => (part === null || part === undefined ? undefined : (part as never)[key]),
      document,
    );
}

function kindOf(value: unknown) {
  return Array.isArray(value) ? "list" : value === null ? "nothing" : typeof value;
}

const OUT = "entered";
beforeAll(() => mkdirSync(OUT, { recursive: true }));

const CASES = Object.keys(SHEETS).flatMap((name) =>
  (Object.keys(DEMOS) as (keyof typeof DEMOS)[]).map((which) => [name, which] as const),
);

test.each(CASES)("every entry of %s on %s reaches the document", async (name, which) => {
  const state = DEMOS[which];
  desk.state = state;
  const all: unknown[] = [];
  for (const view of SHEETS[name]!.views) {
    desk.kept = [];
    renderInApp(SHEETS[name]!.sheet(state), view ? `/?view=${view}` : "/");
    await screen.findAllByRole("heading");
    for (const entry of screen.queryAllByRole("textbox")) {
      fireEvent.keyDown(entry, { key: "ArrowUp" });
      fireEvent.keyDown(entry, { key: "Enter" });
    }
    for (const option of screen.queryAllByRole("button", { name: /^choose / })) fireEvent.click(option);
    expect(screen.queryAllByRole("alert").map((each) => each.textContent)).toEqual([]);
    for (const { op, path, value } of desk.kept as Operation[]) {
      if (op === "resize") continue;
      const before = at(state.document, op === "add" ? path.replace(/\/[^/]*$/, "") : path);
      expect(before, `${view}: ${op} ${path}`).not.toBeUndefined();
      if (op === "replace" && before !== null && value !== null)
        expect(kindOf(value), `${view}: ${path} ${JSON.stringify(value)}`).toBe(kindOf(before));
    }
    all.push(...desk.kept);
    cleanup();
  }
  writeFileSync(`${OUT}/${name}.${which}.json`, JSON.stringify(all));
  expect(all.length).toBeGreaterThanOrEqual(SHEETS[name]!.least);
});
