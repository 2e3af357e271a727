/// <reference types="node" />
import { mkdirSync, writeFileSync } from "node:fs";
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { beforeAll, expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";

import type { Stage } from "../api/client";
import { buried, demo, renderInApp, terrace } from "../testing/demo";
import { ShownProvider } from "../document/shown";
import { at, rangeAt } from "../document/ranges";
import { STATIONS } from "./registry";

// What is entered anywhere goes to a place that the document has, as the kind of value that stands there. All of it is
// written down beside the demos, for the tests of the server, which has to take it.

/** A workbench that only writes down what it is asked to keep, so that no sheet is worked out or drawn again. */
const { desk, keep } = vi.hoisted(() => {
  const desk = { state: {} as object, kept: [] as unknown[][] };
  const keep = (_label: string, operations: unknown[]) => {
    desk.kept.push(operations);
    return Promise.resolve(null);
  };
  return { desk, keep };
});
vi.mock("../document/workbench", () => ({
  useSaved: () => desk.state,
  useEdits: () => ({
    id: "demo",
    preview: () => {},
    endPreview: () => {},
    edit: keep,
    tryEdit: keep,
  }),
}));
type Offered = {
  label: string;
  value: string;
  assumed?: boolean;
  options: { value: string }[];
  onChoose: (value: string) => void;
};
// Every option as a button of its own, instead of a menu that has to be opened.
vi.mock("../ui/Choice", () => ({
  Choice: ({ label, value, options, assumed, onChoose }: Offered) =>
    options
      .filter((option) => option.value !== value)
      .map((option) => (
        <button
          key={option.value}
          className={assumed ? "assumed" : ""}
          aria-label={`choose ${label}: ${option.value}`}
          onClick={() => onChoose(option.value)}
        />
      )),
}));
vi.mock("../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 640] }));

const DEMOS = { saltmarrow: demo, "brindle-landing": buried, "lantern-row": terrace };
type Operation = { op: string; path: string; value: unknown };

/** How many entries and choices a sheet has at least, over all its views. */
const LEAST: Partial<Record<Stage, number>> = {
  rain: 4,
  roofs: 20,
  gutters: 60,
  first_flush: 3,
  cistern: 20,
  overflow: 15,
  treatment: 25,
  pump: 70,
  household: 40,
  ground: 50,
};
const SHEETS = demo.plan.stations.filter((station) => station.status !== "not_built").map(({ stage }) => stage);

function shown(state: typeof demo) {
  return { days: unpackDays(state.daily!), yearRow: state.plan.cistern!.lean_year, pickYear: vi.fn() };
}

function kindOf(value: unknown) {
  return Array.isArray(value) ? "list" : value === null ? "nothing" : typeof value;
}

// The size of all tanks together, and a use through the year, are no single number of the document.
const NOT_IN_THE_SCHEMA = /^\/cistern\/tanks\/0\/shape$|\/litres_day$/;

const OUT = "entered";
beforeAll(() => mkdirSync(OUT, { recursive: true }));

const CASES = SHEETS.flatMap((name) =>
  (Object.keys(DEMOS) as (keyof typeof DEMOS)[]).map((which) => [name, which] as const),
);

/** Opens a sheet on a state, one view after the other. */
async function inEveryView(name: Stage, state: typeof demo, look: (view: number) => void) {
  desk.state = state;
  const { Sheet } = STATIONS[name];
  const views = [0];
  for (const view of views) {
    renderInApp(
      <ShownProvider shown={state}>
        <Sheet {...shown(state)} />
      </ShownProvider>,
    );
    await screen.findAllByRole("heading");
    const tabs = screen.queryAllByRole("tab");
    if (view === 0) views.push(...tabs.slice(1).map((_, number) => number + 1));
    if (view > 0) fireEvent.mouseDown(tabs[view]!);
    if (view > 0) expect(tabs[view]!.getAttribute("aria-selected")).toBe("true");
    look(view);
    cleanup();
  }
}

// What is no value of the document (a storm that is played, a row that is added), and what is one that cannot be
// assumed: which tank a downpipe fills, where a run goes and when a tank is built are drawn, and nobody's guess.
const NEVER_ASSUMED =
  /^choose (Add a stage|and more|no other piece|Nothing else|Shape of the storm|How full the tanks|Tank that|Where the run of|Downpipes of|When .* is built|Phase that is)|file|storm/;

test.each(CASES)("whatever nobody entered looks assumed on every view of %s on %s", async (name, which) => {
  const values = DEMOS[which].document;
  const state = {
    ...DEMOS[which],
    document: { ...values, assumed: Object.keys(values).map((key) => `/${key}`) },
  } as typeof demo;
  await inEveryView(name, state, (view) => {
    const entries = screen.queryAllByRole("textbox").filter((each) => each.dataset["path"]);
    const choices = screen.queryAllByRole("button", { name: /^choose / });
    const plain = [...entries, ...choices]
      .filter((each) => !each.classList.contains("assumed"))
      .map((each) => each.getAttribute("aria-label")!)
      .filter((label) => !NEVER_ASSUMED.test(label));
    expect(plain, `view ${view}`).toEqual([]);
  });
});

test.each(CASES)("every entry of %s on %s reaches the document", async (name, which) => {
  const state = DEMOS[which];
  const all: unknown[] = [];
  await inEveryView(name, state, (view) => {
    desk.kept = [];
    for (const entry of screen.queryAllByRole("textbox")) {
      const path = entry.getAttribute("data-path");
      if (path && !NOT_IN_THE_SCHEMA.test(path)) expect(rangeAt(state.document, path), path).not.toBeNull();
      fireEvent.keyDown(entry, { key: "ArrowUp" });
      fireEvent.keyDown(entry, { key: "Enter" });
    }
    for (const option of screen.queryAllByRole("button", { name: /^choose / })) fireEvent.click(option);
    expect(screen.queryAllByRole("alert").map((each) => each.textContent)).toEqual([]);
    for (const { op, path, value } of desk.kept.flat() as Operation[]) {
      if (op === "resize") continue;
      const before = at(state.document, op === "add" ? path.replace(/\/[^/]*$/, "") : path);
      expect(before, `${view}: ${op} ${path}`).not.toBeUndefined();
      if (op === "replace" && before !== null && value !== null)
        expect(kindOf(value), `${view}: ${path} ${JSON.stringify(value)}`).toBe(kindOf(before));
    }
    all.push(...desk.kept);
  });
  writeFileSync(`${OUT}/${name}.${which}.json`, JSON.stringify(all));
  expect(all.length).toBeGreaterThanOrEqual(LEAST[name]!);
});

// What a row is called and which kind somebody chose for it is no guess.
const NO_GUESS = /^(id|name|kind|tank|group)$/;

test.each(CASES)("a row that is added to %s on %s says what of it is a guess", async (name, which) => {
  const state = DEMOS[which];
  await inEveryView(name, state, () => {
    for (const button of screen.queryAllByRole("button", { name: /^(Add|One more|Another)/ })) {
      desk.kept = [];
      fireEvent.click(button);
      const operations = desk.kept.flat() as Operation[];
      const rows = operations.filter(({ op, path }) => op === "add" && /\/-$/.test(path) && path !== "/assumed/-");
      const guesses = operations.filter(({ path }) => path === "/assumed/-").map(({ value }) => value as string);
      for (const { path, value } of rows) {
        const list = path.slice(0, -2);
        const row = `${list}/${(at(state.document, list) as unknown[]).length}`;
        const guessed = Object.entries(value ?? {}).filter(([key, each]) => each !== null && !NO_GUESS.test(key));
        const named = (key: string) => guesses.some((each) => each === row || each === `${row}/${key}`);
        expect(
          guessed.map(([key]) => key).filter((key) => !named(key)),
          `${button.textContent}: ${path}`,
        ).toEqual([]);
      }
    }
  });
});
