import { act, cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { beforeEach, expect, test, vi } from "vitest";
import { Route, Router } from "wouter";
import { memoryLocation } from "wouter/memory-location";
import { answerCalls, demo, lastOperations } from "../testing/demo";
import { Shell } from "./Shell";

const HERE = `/p/${demo.id}`;
const listed = { revision: 1, verdict: "", summary: "", years: [], demo: null, changed_at: "2026-11-24T10:00:00" };
const sum = { name: "pad", label: "Compacted pad", group: "Ground", formula: "", choice: "", ways: {}, outputs: {} };
const copy = { ...demo, id: "copied", document: { ...demo.document, name: "Saltmarrow, copy" } };

/** The application at an address of the demo; the addresses that were gone to, the last one last. */
function open(path: string, more: Parameters<typeof answerCalls>[0] = {}) {
  const place = memoryLocation({ path: path.split("?")[0]!, searchPath: path.split("?")[1] ?? "", record: true });
  const calls = answerCalls({
    ...more,
    [`GET /api/properties/${demo.id}/rain`]: () => [404, { errors: [] }],
    "GET /api/properties/": () => [200, demo],
    "GET /api/properties": () => [
      200,
      { properties: [{ ...listed, id: demo.id, name: "Saltmarrow", place: "" }, { ...listed, id: "other", name: "Mill", place: "Down river" }], demos: [] }, // prettier-ignore
    ],
    "GET /api/sums": () => [200, [sum]],
    "POST /api/properties/": () => [200, demo],
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <Router hook={place.hook} searchHook={place.searchHook}>
        <Route path="/p/:id/:stage">
          <Shell />
        </Route>
      </Router>
    </QueryClientProvider>,
  );
  return { calls, at: () => place.history.at(-1) };
}

const opened = (name: string) => screen.findByRole("heading", { level: 1, name });
beforeEach(() => localStorage.clear());

test("a station is opened by its address, and says so at the top of the window", async () => {
  open(`${HERE}/pump`);
  await opened("Pump");
  expect(document.title).toBe("Pump · Saltmarrow");
  expect(screen.getByRole("main").getAttribute("aria-label")).toBe("Pump");
  expect(screen.getByRole("link", { name: "To the sheet" }).getAttribute("href")).toBe("#sheet");
});

test("an address without a station says that nothing is there", async () => {
  open(`${HERE}/cellar`);
  expect(await screen.findByRole("heading", { name: "There is nothing at this address" })).toBeTruthy();
});

test("keys go to the stations above and below, and stop at the ends", async () => {
  const { at } = open(`${HERE}/roofs`);
  await opened("Roofs");
  fireEvent.keyDown(document.body, { key: "]", code: "BracketRight" });
  await opened("Gutters & pipes");
  fireEvent.keyDown(document.body, { key: "PageUp", code: "PageUp", altKey: true });
  await opened("Roofs");
  fireEvent.keyDown(document.body, { key: "PageDown", code: "PageDown", altKey: true });
  await opened("Gutters & pipes");
  fireEvent.keyDown(document.body, { key: "[", code: "BracketLeft" });
  await opened("Roofs");
  fireEvent.keyDown(document.body, { key: "[", code: "BracketLeft" });
  await opened("Rain");
  fireEvent.keyDown(document.body, { key: "[", code: "BracketLeft" });
  await opened("Permits");
  fireEvent.keyDown(document.body, { key: "[", code: "BracketLeft" });
  await opened("Survey");
  fireEvent.keyDown(document.body, { key: "[", code: "BracketLeft" });
  fireEvent.keyDown(document.body, { key: "PageUp", code: "PageUp", altKey: true });
  expect(at()).toBe(`${HERE}/survey`);
});

test("the year that is picked stands in the address, and goes along to another station", async () => {
  const { years } = demo.plan.rain!;
  const { lean_year } = demo.plan.cistern!;
  const { at } = open(`${HERE}/cistern`);
  await opened("Cistern");
  const year = () => screen.findByTestId("strip-year");
  expect((await year()).textContent).toBe(`${years[lean_year]!.label}, the lean year`);
  fireEvent.keyDown(document.body, { key: ".", code: "Period" });
  await waitFor(() => expect(at()).toBe(`${HERE}/cistern?year=${encodeURIComponent(years[lean_year + 1]!.label)}`));
  expect((await year()).textContent).toBe(years[lean_year + 1]!.label);
  await userEvent.click(
    within(screen.getByRole("navigation", { name: "Stations" })).getByRole("button", { name: /^Roofs/ }),
  );
  await opened("Roofs");
  expect(at()).toContain("/roofs?year=");
  fireEvent.keyDown(document.body, { key: ",", code: "Comma" });
  await waitFor(() => expect(at()).toBe(`${HERE}/roofs`));
});

test.each([
  ["last", { key: ".", code: "Period" }, demo.plan.rain!.years.length - 1],
  ["first", { key: ",", code: "Comma" }, 0],
])("there is no year beyond the %s", async (_, keys, row) => {
  const { label } = demo.plan.rain!.years[row]!;
  const { at } = open(`${HERE}/cistern?year=${encodeURIComponent(label)}`);
  await opened("Cistern");
  const before = at();
  fireEvent.keyDown(document.body, keys);
  await act(() => new Promise((done) => setTimeout(done, 20)));
  expect(at()).toBe(before);
  expect(screen.getByTestId("strip-year").textContent).toContain(label);
});

test("a year that is none of the record is the lean year", async () => {
  open(`${HERE}/cistern?year=1066`);
  await opened("Cistern");
  expect((await screen.findByTestId("strip-year")).textContent).toContain("the lean year");
});

test.each([
  [{ key: "z", code: "KeyZ", ctrlKey: true }, "undo"],
  [{ key: "Z", code: "KeyZ", ctrlKey: true, shiftKey: true }, "redo"],
  [{ key: "y", code: "KeyY", ctrlKey: true }, "redo"],
])("%o takes a step", async (keys, direction) => {
  const { calls } = open(`${HERE}/pump`);
  await opened("Pump");
  expect(fireEvent.keyDown(document.body, keys)).toBe(false);
  await waitFor(() => expect(calls.filter(({ path }) => path.endsWith("/steps"))).toHaveLength(1));
  expect(JSON.parse(calls.find(({ path }) => path.endsWith("/steps"))!.body)).toMatchObject({
    direction,
    base_revision: demo.revision,
  });
});

async function jump(path = `${HERE}/pump`) {
  const { at } = open(path);
  await opened("Pump");
  fireEvent.keyDown(document.body, { key: "k", code: "KeyK", ctrlKey: true });
  const field = await screen.findByRole("combobox");
  const goals = () => within(screen.getByRole("listbox")).queryAllByRole("option");
  return { at, field, goals };
}

test.each([
  ["stati house", "Household", `${HERE}/household`],
  ["down riv", "Mill, Down river", "/p/other/cistern"],
  ["compac", "Compacted pad", "/sums?sum=pad"],
])("“%s” leads to %s", async (typed, name, address) => {
  const { at, field, goals } = await jump();
  fireEvent.change(field, { target: { value: typed } });
  await waitFor(() => expect(goals()[0]!.textContent).toContain(name));
  fireEvent.keyDown(field, { key: "Enter" });
  await waitFor(() => expect(at()).toBe(address));
  expect(screen.queryByRole("combobox")).toBeNull();
});

test("the arrow keys choose among the places, and stop at the ends; twelve are shown", async () => {
  const { field, goals } = await jump();
  await waitFor(() => expect(goals()).toHaveLength(12));
  const chosen = () => goals().findIndex((each) => each.getAttribute("aria-selected") === "true");
  expect(chosen()).toBe(0);
  fireEvent.keyDown(field, { key: "ArrowUp" });
  expect(chosen()).toBe(0);
  for (let step = 0; step < 14; step++) fireEvent.keyDown(field, { key: "ArrowDown" });
  expect(chosen()).toBe(11);
  expect(field.getAttribute("aria-activedescendant")).toBe(goals()[11]!.id);
  fireEvent.pointerEnter(goals()[3]!);
  expect(chosen()).toBe(3);
  fireEvent.change(field, { target: { value: "station" } });
  expect(chosen()).toBe(0);
  fireEvent.change(field, { target: { value: "zzz" } });
  expect(screen.getByText("Nothing here is called that.")).toBeTruthy();
  fireEvent.keyDown(field, { key: "Enter" });
  expect(screen.getByRole("combobox")).toBeTruthy();
  fireEvent.keyDown(field, { key: "Escape" });
  await waitFor(() => expect(screen.queryByRole("combobox")).toBeNull());
});

test("an entry of the sheet is gone to by its name, a finding at its station", async () => {
  const { at, field, goals } = await jump();
  fireEvent.change(field, { target: { value: "pressure wanted" } });
  fireEvent.click(goals()[0]!);
  await waitFor(() =>
    expect(document.activeElement?.getAttribute("aria-label")).toMatch(/^Pressure wanted at the highest tap/),
  );
  const finding = demo.plan.findings.find((each) => each.stage === "roofs")!;
  fireEvent.keyDown(document.body, { key: "k", code: "KeyK", ctrlKey: true });
  fireEvent.change(await screen.findByRole("combobox"), { target: { value: finding.text.slice(0, 30) } });
  expect(goals()[0]!.textContent).toContain("finding, Roofs");
  fireEvent.click(goals()[0]!);
  await waitFor(() => expect(at()).toBe(`${HERE}/roofs`));
});

async function more(item: string, handlers = {}) {
  const shown = open(`${HERE}/pump`, handlers);
  await opened("Pump");
  await userEvent.click(screen.getByRole("button", { name: "More" }));
  await userEvent.click(await screen.findByRole("menuitem", { name: new RegExp(`^${item}`) }));
  return shown;
}

test("the alternatives are opened from the menu, and the property is saved with its photos", async () => {
  const { at } = await more("Alternatives");
  await waitFor(() => expect(at()).toBe(`${HERE}/alternatives`));
  cleanup();
  open(`${HERE}/pump`);
  await opened("Pump");
  await userEvent.click(screen.getByRole("button", { name: "More" }));
  const saved = await screen.findByRole("menuitem", { name: "Save with its photos" });
  expect(saved.getAttribute("href")).toBe(`/api/properties/${demo.id}/bundle`);
  expect(saved.hasAttribute("download")).toBe(true);
});

test("a copy is opened, and one that could not be made says so", async () => {
  const { at } = await more("Duplicate", { [`POST /api/properties/${demo.id}/copy`]: () => [201, copy] });
  await waitFor(() => expect(at()).toBe("/p/copied/cistern"));
});

test("a copy that could not be made leaves one where one is", async () => {
  const { at } = await more("Duplicate", { [`POST /api/properties/${demo.id}/copy`]: () => [422, { errors: [] }] });
  await new Promise((wait) => setTimeout(wait, 30));
  expect(at()).toBe(`${HERE}/pump`);
});

test("name and place are changed together, and only what changed is sent", async () => {
  const { calls } = await more("Name and place");
  const dialog = within(await screen.findByRole("dialog"));
  const keep = dialog.getByRole<HTMLButtonElement>("button", { name: "Keep" });
  const name = dialog.getByRole("textbox", { name: "Name" });
  await userEvent.clear(name);
  expect(keep.disabled).toBe(true);
  await userEvent.type(name, "  Salt House ");
  await userEvent.click(keep);
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/name", value: "Salt House" }]));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
});

test("a name that was not changed is not sent, and a refusal stays with its reason", async () => {
  let refuses = false;
  const { calls } = await more("Name and place", {
    [`POST /api/properties/${demo.id}/edits`]: () =>
      refuses ? [422, { errors: [{ field: "place", message: "must be a line of text" }] }] : [200, demo],
  });
  await userEvent.click(within(await screen.findByRole("dialog")).getByRole("button", { name: "Keep" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(lastOperations(calls)).toBeNull();
  refuses = true;
  await userEvent.click(screen.getByRole("button", { name: "More" }));
  await userEvent.click(await screen.findByRole("menuitem", { name: "Name and place" }));
  const dialog = within(await screen.findByRole("dialog"));
  await userEvent.type(dialog.getByRole("textbox", { name: "Place" }), "x");
  await userEvent.click(dialog.getByRole("button", { name: "Keep" }));
  expect((await dialog.findByRole("alert")).textContent).toContain("must be a line of text");
});

test.each([
  ["Keys", "Keys"],
  ["Words of the trade", "Words of the trade"],
])("%s are shown in a dialog", async (item, title) => {
  await more(item);
  expect(await screen.findByRole("dialog", { name: title })).toBeTruthy();
});

test("the light is turned and turned back; the sheet is printed", async () => {
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  const print = vi.spyOn(window, "print").mockImplementation(() => {});
  await more("Print this sheet");
  expect(print).toHaveBeenCalledTimes(1);
  const turn = async (name: string) => {
    await userEvent.click(screen.getByRole("button", { name: "More" }));
    await userEvent.click(await screen.findByRole("menuitem", { name }));
  };
  await turn("Dark, for the van at night");
  expect(document.documentElement.dataset["light"]).toBe("dark");
  await turn("Paper by day");
  expect(document.documentElement.dataset["light"]).toBe("light");
});
