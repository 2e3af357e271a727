/// <reference types="node" />
import { mkdirSync, writeFileSync } from "node:fs";
import { act, cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";

import type { Stage } from "../api/client";
import { answerCalls, awkward, buried, demo, renderInApp, terrace } from "../testing/demo";
import { ShownProvider } from "../document/shown";
import { at, rangeAt } from "../document/ranges";
import { writtenDown } from "../testing/writtenDown";
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
  useWho: () => undefined,
  useEdits: () => ({
    id: "demo",
    preview: () => {},
    point: () => {},
    endPreview: () => {},
    edit: keep,
    tryEdit: keep,
  }),
}));
type Offered = {
  label: string;
  value: string;
  assumed?: boolean;
  options: { value: string; label: string }[];
  onChoose: (value: string) => void;
  children?: ReactNode;
};
// Every option as a button of its own, instead of a menu that has to be opened.
vi.mock("../ui/Choice", () => ({
  Choice: ({ label, value, options, assumed, onChoose, children }: Offered) => (
    <>
      {children ?? options.find((option) => option.value === value)?.label}
      {options
        .filter((option) => option.value !== value)
        .map((option) => (
          <button
            key={option.value}
            className={assumed ? "assumed" : ""}
            aria-label={`choose ${label}: ${option.value}`}
            onClick={() => onChoose(option.value)}
          />
        ))}
    </>
  ),
}));
vi.mock("../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 640] }));

const DEMOS = { saltmarrow: demo, "brindle-landing": buried, "lantern-row": terrace };
type Operation = { op: string; path: string; value: unknown };

/** How many entries and choices a sheet has at least, over all its views. */
const LEAST: Partial<Record<Stage, number>> = {
  survey: 40,
  permits: 20,
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
  price: 15,
  build: 3,
  log: 0, // what is entered at it are entries of the log, and fields
};
const SHEETS = demo.plan.stations.map(({ stage }) => stage);

function shown(state: typeof demo) {
  return { days: unpackDays(state.daily!), yearRow: state.plan.cistern!.lean_year, pickYear: vi.fn() };
}

function kindOf(value: unknown) {
  return Array.isArray(value) ? "list" : value === null ? "nothing" : typeof value;
}

// The size of all tanks together, and a use through the year, are no single number of the document.
const NOT_IN_THE_SCHEMA = /^\/cistern\/tanks\/0\/shape$|\/litres_day$/;

const OUT = "entered";
beforeAll(() => {
  mkdirSync(OUT, { recursive: true });
  // The day stands with what was seen on the site.
  vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-11-29T12:00:00") });
});
afterAll(() => vi.useRealTimers());

const CASES = SHEETS.flatMap((name) =>
  (Object.keys(DEMOS) as (keyof typeof DEMOS)[]).map((which) => [name, which] as const),
);

/** Opens a sheet on a state, one view after the other. */
async function inEveryView(name: Stage, state: typeof demo, look: (view: number) => void) {
  desk.state = state;
  answerCalls({
    [`GET /api/properties/${state.id}/parts`]: () => [200, state.parts],
    [`GET /api/properties/${state.id}/cistern-comparisons`]: () => [200, state.compared],
  });
  const { Sheet } = STATIONS[name];
  const views = [0];
  for (const view of views) {
    const queries = renderInApp(
      <ShownProvider shown={state}>
        <Sheet {...shown(state)} />
      </ShownProvider>,
    );
    await screen.findAllByRole("heading");
    const tabs = screen.queryAllByRole("tab");
    if (view === 0) views.push(...tabs.slice(1).map((_, number) => number + 1));
    if (view > 0) fireEvent.mouseDown(tabs[view]!);
    if (view > 0) expect(tabs[view]!.getAttribute("aria-selected")).toBe("true");
    // What is fetched on its own is there before it is looked at: fetched, and drawn a turn later.
    if (queries.getQueryCache().findAll({ queryKey: ["comparisons"] }).length > 0) {
      await waitFor(() => expect(queries.isFetching({ queryKey: ["comparisons"] })).toBe(0));
      await act(() => new Promise((turn) => setTimeout(turn)));
    }
    if (screen.queryAllByText("Opening.").length > 0)
      await waitFor(() => expect(screen.queryAllByText("Opening.")).toEqual([]));
    look(view);
    cleanup();
  }
}

// What is no value of the document (a storm that is played, a row that is added), and what is one that cannot be
// assumed: which tank a downpipe fills, where a run goes and when a tank is built are drawn, and nobody's guess; a permit
// is open until somebody knows better.
const NEVER_ASSUMED =
  /^choose (Add a stage|and more|no other piece|Nothing else|Shape of the storm|How full the tanks|Tank that|Where the run of|Downpipes of|When .* is built|Phase that is|Status of|Trade of)|file|storm/;

/** What is found on all views of a sheet where nothing was entered, and what its controls send. */
type Found = {
  plain: string[];
  refused: string[];
  rangeless: string[];
  kept: Operation[][];
  /** What each entry, raised by a step, and each choice sends. */
  sends: { control: string; sent: Operation[][] }[];
  rows: Operation[][];
  /** Every view as it is read. */
  pages: string[];
};
/** Buttons that add a row, and those that open words or begin long work. */
const ADDS = /^(Add|One more|Another)/;
const ONLY_SHOWS = /: why$|what it means$|^(Search|Draw the band)$/;
const looked = new Map<string, Promise<Found>>();

/** Every view is drawn once; the tests below ask different things of it. */
function lookedAt(name: Stage, which: keyof typeof DEMOS): Promise<Found> {
  const key = `${name} ${which}`;
  const known = looked.get(key) ?? look(name, which);
  looked.set(key, known);
  return known;
}

async function look(name: Stage, which: keyof typeof DEMOS): Promise<Found> {
  const { document } = DEMOS[which];
  const assumed = Object.keys(document).map((key) => `/${key}`);
  const found: Found = { plain: [], refused: [], rangeless: [], kept: [], sends: [], rows: [], pages: [] };
  await inEveryView(name, { ...DEMOS[which], document: { ...document, assumed } } as typeof demo, (view) => {
    found.pages.push(writtenDown(globalThis.document.body));
    const entries = screen.queryAllByRole("textbox").filter((each) => each.dataset["path"]);
    const choices = screen.queryAllByRole("button", { name: /^choose / });
    const labels = [...entries, ...choices]
      .filter((each) => !each.classList.contains("assumed"))
      .map((each) => each.getAttribute("aria-label")!);
    found.plain.push(
      ...labels.filter((label) => !NEVER_ASSUMED.test(label)).map((label) => `view ${view}: ${label}`),
    );
    desk.kept = [];
    const sentBy = (control: HTMLElement, act: () => void) => {
      const before = desk.kept.length;
      act();
      const sent = desk.kept.slice(before) as Operation[][];
      found.sends.push({ control: control.getAttribute("aria-label") ?? control.textContent, sent });
    };
    for (const entry of screen.queryAllByRole("textbox")) {
      const path = entry.dataset["path"];
      if (path && !NOT_IN_THE_SCHEMA.test(path) && !rangeAt(document, path)) found.rangeless.push(path);
      const label = entry.getAttribute("aria-label")!;
      const words = /^(First|Last)? ?day /i.test(label) ? "4 Feb" : label.startsWith("Name of") && "Another name";
      sentBy(entry, () => {
        entry.focus();
        if (words) fireEvent.change(entry, { target: { value: words } });
        else fireEvent.keyDown(entry, { key: "ArrowUp" });
        fireEvent.keyDown(entry, { key: "Enter" });
      });
    }
    for (const option of choices) sentBy(option, () => fireEvent.click(option));
    found.refused.push(...screen.queryAllByRole("alert").map((each) => each.textContent));
    found.kept.push(...(desk.kept as Operation[][]));
    desk.kept = [];
    const others = screen.queryAllByRole("button").filter((each) => !choices.includes(each));
    for (const button of screen.queryAllByRole("button", { name: ADDS }))
      sentBy(button, () => fireEvent.click(button));
    found.rows.push(...(desk.kept as Operation[][]));
    for (const button of others) {
      const words = button.getAttribute("aria-label") ?? button.textContent;
      if (ADDS.test(words) || ONLY_SHOWS.test(words)) continue;
      const before = desk.kept.length;
      fireEvent.click(button);
      const sent = desk.kept.slice(before) as Operation[][];
      if (sent.length) found.sends.push({ control: words, sent });
    }
  });
  return found;
}

test.each(CASES)("whatever nobody entered looks assumed on every view of %s on %s", async (name, which) => {
  expect((await lookedAt(name, which)).plain).toEqual([]);
});

test.each(CASES)("every entry of %s on %s reaches the document", async (name, which) => {
  const { document } = DEMOS[which];
  const { rangeless, refused, kept } = await lookedAt(name, which);
  expect(rangeless).toEqual([]);
  expect(refused).toEqual([]);
  for (const { op, path, value } of kept.flat()) {
    if (op === "resize") continue;
    const before = at(document, op === "add" ? path.replace(/\/[^/]*$/, "") : path);
    expect(before, `${op} ${path}`).not.toBeUndefined();
    if (op === "replace" && before !== null && value !== null)
      expect(kindOf(value), `${path} ${JSON.stringify(value)}`).toBe(kindOf(before));
  }
  // An entry that is at its limit is only confirmed.
  const stands = ({ op, path, value }: Operation) =>
    op === "replace" && JSON.stringify(at(document, path)) === JSON.stringify(value);
  const changes = kept.filter((operations) => !operations.every(stands));
  writeFileSync(`${OUT}/${name}.${which}.json`, JSON.stringify(changes));
  expect(changes.length).toBeGreaterThanOrEqual(LEAST[name]!);
});

// Read through once, and read again wherever it changes: the place and the value that each control writes. In CI nothing
// is written; here `npx vitest run src/app/everyEntry.test.tsx -u` records it anew.
test.each(SHEETS)("what each entry and each choice of %s sends is as recorded", async (name) => {
  const lines = [];
  for (const [each, which] of CASES.filter(([each]) => each === name)) {
    const { sends } = await lookedAt(each, which);
    for (const { control, sent } of sends) {
      expect(sent.length, control).toBeLessThanOrEqual(1);
      if (/^choose (?!.*of the storm|How full the tanks)/.test(control)) expect(sent, control).toHaveLength(1);
      const made = sent.flat().map(({ op, path, value }) => `${op} ${path} ${JSON.stringify(value) ?? ""}`.trim());
      lines.push(`${which} | ${control.replace(/^choose /, "")} | ${made.join("; ") || "nothing"}`);
    }
  }
  await expect(lines.join("\n") + "\n").toMatchFileSnapshot(`../testing/sent/${name}.txt`);
});

test.each(CASES)("%s on %s is drawn and worded as recorded, view by view", async (name, which) => {
  const { pages } = await lookedAt(name, which);
  const text = pages.map((page, view) => `=== view ${view}\n${page}\n`).join("");
  await expect(text).toMatchFileSnapshot(`../testing/views/${name}.${which}.txt`);
});

test.each(SHEETS.flatMap((name) => Object.keys(awkward).map((which) => [name, which] as const)))(
  "%s of %s is drawn and worded as recorded, view by view",
  async (name, which) => {
    const pages: string[] = [];
    await inEveryView(name, awkward[which as keyof typeof awkward], () => {
      pages.push(writtenDown(globalThis.document.body));
    });
    const text = pages.map((page, view) => `=== view ${view}\n${page}\n`).join("");
    await expect(text).toMatchFileSnapshot(`../testing/views/${name}.${which}.txt`);
  },
);

// What a row is called and which kind somebody chose for it is no guess.
const NO_GUESS = /^(id|name|kind|tank|group)$/;

test.each(CASES)("a row that is added to %s on %s says what of it is a guess", async (name, which) => {
  const { document } = DEMOS[which];
  const { rows } = await lookedAt(name, which);
  expect(rows.length).toBeGreaterThanOrEqual(name === "household" ? 3 : 0);
  for (const operations of rows) {
    const guesses = operations.filter(({ path }) => path === "/assumed/-").map(({ value }) => value as string);
    for (const { op, path, value } of operations) {
      if (op !== "add" || !path.endsWith("/-") || path === "/assumed/-") continue;
      const list = path.slice(0, -2);
      const row = `${list}/${(at(document, list) as unknown[]).length}`;
      const given = Object.keys(value ?? {}).filter((key) => !NO_GUESS.test(key) && at(value, `/${key}`) !== null);
      const unsaid = given.filter((key) => !guesses.some((each) => each === row || each === `${row}/${key}`));
      expect(unsaid, path).toEqual([]);
    }
  }
});
