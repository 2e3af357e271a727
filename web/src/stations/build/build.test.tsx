import "../../testing/storage";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { deleteDB } from "idb";
import { afterEach, expect, test } from "vitest";
import { EntriesWaiting } from "../../document/entries/EntriesWaiting";
import { entryBoxOf } from "../../document/entries/entryBox";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import type { WithParts } from "../../testing/demo";
import { BuildSheet } from "./BuildSheet";

const WRITTEN = (state: WithParts) => `POST /api/properties/${state.id}/entries`;

function open(state: WithParts, view = "", more: Parameters<typeof renderOnDemo>[3] = {}) {
  return renderOnDemo(
    <>
      <EntriesWaiting />
      <BuildSheet />
    </>,
    state,
    view ? `/?view=${view}` : "/",
    more,
  );
}
const offline = (state: WithParts) => ({
  [WRITTEN(state)]: () => {
    throw new TypeError("Failed to fetch");
  },
});
const row = (name: string | RegExp) => screen.findByRole("listitem", { name });

afterEach(async () => {
  for (const state of [demo, buried, terrace])
    for (const { key } of entryBoxOf(state.id).entries()) await entryBoxOf(state.id).remove(key);
  await deleteDB("lean-year-entries");
});

test("what has come before the first day stands together, the days after it in their order, with their weather", async () => {
  open(terrace);
  const before = await screen.findByRole("region", { name: "Before the work" });
  expect(within(before).getByRole("listitem", { name: "Order what is bought" })).toBeTruthy();
  const days = screen.getAllByRole("region", { name: /day \d+$/ });
  const numbers = days.map((day) => Number(/day (\d+)$/.exec(day.getAttribute("aria-label")!)![1]));
  expect(numbers).toEqual(numbers.toSorted((one, other) => one - other));
  expect(days[0]!.textContent).toMatch(/\d+ % of the recorded days of that week would do for/);
});

test("a task is ticked off without a connection: it shows at once, and waits", async () => {
  open(terrace, "", offline(terrace));
  const marking = await row("Mark out pads, holes and trenches");
  fireEvent.click(within(marking).getByRole("checkbox"));
  await waitFor(() => expect(within(marking).getByRole("checkbox").getAttribute("aria-checked")).toBe("true"));
  expect(await screen.findByText(/^1 entry is kept here/)).toBeTruthy();
  const { entry } = entryBoxOf(terrace.id).entries()[0]!;
  expect(entry).toMatchObject({ kind: "done", about: "mark-out", after: null });
});

test("what was written down is sent, and leaves the box once the build was asked for anew", async () => {
  const calls = open(terrace, "", { [WRITTEN(terrace)]: () => [200, terrace] });
  fireEvent.click(within(await row("Mark out pads, holes and trenches")).getByRole("checkbox"));
  await waitFor(() => expect(calls.some(({ path }) => path.endsWith("/entries"))).toBe(true));
  const sent = calls.find(({ path }) => path.endsWith("/entries"))!;
  expect((JSON.parse(sent.body) as { entries: object[] }).entries).toMatchObject([{ about: "mark-out" }]);
  await waitFor(() => expect(entryBoxOf(terrace.id).entries()).toEqual([]));
  expect(calls.filter(({ path }) => path.endsWith("/build")).length).toBeGreaterThan(1);
});

async function measured(readings: number[], by = "Ida") {
  const point = (await screen.findAllByText(/what it stands on is level$/))[0]!.closest("li")!;
  fireEvent.click(within(point).getByRole("button", { name: /Write down|Measure again/ }));
  const form = within(point).getByRole("form");
  const fields = within(form).getAllByRole("textbox");
  readings.forEach((reading, at) => fireEvent.change(fields[at]!, { target: { value: String(reading) } }));
  fireEvent.change(within(form).getByRole("textbox", { name: "Measured by" }), { target: { value: by } });
  return { point, form };
}

test("a reading out of tolerance is said as it is typed, stops what waits for it, and goes on once it is mended", async () => {
  open(terrace, "see", offline(terrace));
  const first = await measured([0, 0, 0, 30, 0, 0, 0, 0, 0]);
  expect(within(first.form).getByRole("status").textContent).toMatch(/^It does not pass: Highest over lowest 30 mm/);
  fireEvent.click(within(first.form).getByRole("button", { name: "Keep it" }));
  await waitFor(() => expect(first.point.textContent).toContain("did not pass"));
  expect(first.point.textContent).toContain("Scrape the high spots");
  expect(entryBoxOf(terrace.id).entries()[0]!.entry).toMatchObject({
    kind: "reading",
    by: "Ida",
    values: { r4: 30 },
  });
});

test("a form that is not filled in says what is missing, and keeps nothing", async () => {
  open(terrace, "see", offline(terrace));
  const { form } = await measured([0, 0]);
  fireEvent.click(within(form).getByRole("button", { name: "Keep it" }));
  expect(within(form).getByRole("alert").textContent).toMatch(/^Rim 3: write what was read, for example/);
  const field = within(form).getAllByRole("textbox")[2]!;
  fireEvent.change(field, { target: { value: "about level" } });
  fireEvent.click(within(form).getByRole("button", { name: "Keep it" }));
  expect(within(form).getByRole("alert").textContent).toMatch(/^Rim 3: not a quantity/);
  fireEvent.change(field, { target: { value: "9000" } });
  for (const other of within(form).getAllByRole("textbox").slice(3, 9))
    fireEvent.change(other, { target: { value: "0" } });
  fireEvent.click(within(form).getByRole("button", { name: "Keep it" }));
  expect(within(form).getByRole("alert").textContent).toMatch(/^Rim 3: must be from −500 mm to 500 mm/);
  expect(entryBoxOf(terrace.id).entries()).toEqual([]);
});

test("to let a point pass takes a name and a reason", async () => {
  open(terrace, "see", offline(terrace));
  const point = (await screen.findAllByText(/what it stands on is level$/))[0]!.closest("li")!;
  fireEvent.click(within(point).getByRole("button", { name: "Let it pass" }));
  const form = within(point).getByRole("form");
  fireEvent.click(within(form).getByRole("button", { name: "Let it pass" }));
  expect(within(form).getByRole("alert").textContent).toBe("Name: write who lets it pass.");
  fireEvent.change(within(form).getByRole("textbox", { name: "Who lets it pass" }), { target: { value: "Ida" } });
  fireEvent.click(within(form).getByRole("button", { name: "Let it pass" }));
  expect(within(form).getByRole("alert").textContent).toBe("Reason: write why it may pass as it is.");
  fireEvent.change(within(form).getByRole("textbox", { name: "Reason" }), { target: { value: "packed" } });
  fireEvent.click(within(form).getByRole("button", { name: "Let it pass" }));
  await waitFor(() =>
    expect(
      entryBoxOf(terrace.id)
        .entries()
        .map(({ entry }) => entry),
    ).toMatchObject([{ kind: "let_pass", by: "Ida", note: "packed" }]),
  );
});

test("what was read is taken into the design as it was built", async () => {
  const calls = open(demo, "see");
  fireEvent.click(await screen.findByRole("button", { name: /^All,/ }));
  fireEvent.click((await screen.findAllByRole("button", { name: /^Take into the design: overflow/ }))[0]!);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  const point = demo.work.points.find(({ task }) => task === "tank-levels")!;
  const read = point.entries.at(-1)!.values["overflow"];
  const path = point.readings.find(({ key }) => key === "overflow")!.path;
  expect(lastOperations(calls)).toEqual([{ op: "replace", path, value: read }]);
});

test("the first day is written, and taken out again, as a day of the calendar", async () => {
  const calls = open(terrace);
  const field = await screen.findByLabelText("First day on the site");
  fireEvent.change(field, { target: { value: "2027-04-05" } });
  fireEvent.blur(field);
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/build/start_on", value: "2027-04-05" }]),
  );
});

test("a task that is changed is written as a whole, one of one's own by its fields", async () => {
  const calls = open(terrace);
  const marking = await row("Mark out pads, holes and trenches");
  fireEvent.click(within(marking).getByRole("button", { name: /^Mark out/ }));
  const note = within(marking).getByRole("textbox", { name: "Note to Mark out pads, holes and trenches" });
  fireEvent.change(note, { target: { value: "ask the neighbour" } });
  fireEvent.blur(note);
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      {
        op: "add",
        path: "/build/changed/mark-out",
        value: { name: "", hours: null, not_before: null, after: [], skipped: "", note: "ask the neighbour" },
      },
    ]),
  );
});

test("the days by which water is there are said for every level, with the line that each is drawn by", async () => {
  open(demo, "water");
  const lines = await screen.findAllByRole("img", { name: /nine of ten/ });
  expect(lines.length).toBe(demo.work.useful!.rows.length);
  expect(screen.getByText(/recorded years tell/)).toBeTruthy();
});

test("without a record or a first day it says what it takes", async () => {
  open({ ...demo, work: { ...demo.work, useful: null } }, "water");
  expect(await screen.findByText(/^It takes a rain record and a first day/)).toBeTruthy();
});

test("what was judged for an earlier design is listed and not lost", async () => {
  const [point] = demo.work.points;
  open(
    { ...demo, work: { ...demo.work, gone: [{ key: point!.key, name: "Old pad", entries: point!.entries }] } },
    "see",
  );
  expect(await screen.findByRole("region", { name: "Of an earlier design" })).toBeTruthy();
});
