import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, test, vi } from "vitest";
import { entryBoxOf } from "../../document/entries/entryBox";
import { EntriesWaiting } from "../../document/entries/EntriesWaiting";
import { ShownProvider } from "../../document/shown";
import { demo, renderOnDemo, terrace } from "../../testing/demo";
import { LogSheet } from "./LogSheet";
import { inMonths } from "./words";

type Sent = {
  entries: { kind: string; about: string; values: Record<string, number>; note: string; corrects?: string }[];
};

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-09-28T12:00:00") });
  localStorage.clear();
  for (const state of [demo, terrace]) {
    const box = entryBoxOf(state.id);
    await box.read();
    for (const { key } of box.entries()) await box.remove(key);
  }
  return () => vi.useRealTimers();
});

const sheet = (state = demo, at = "/") =>
  renderOnDemo(
    <ShownProvider shown={state}>
      <LogSheet />
      <EntriesWaiting />
    </ShownProvider>,
    state,
    at,
  );
const sent = (calls: { method: string; path: string; body: string }[]) =>
  calls
    .filter(({ method, path }) => method === "POST" && path.endsWith("/entries"))
    .flatMap(({ body }) => (JSON.parse(body) as Sent).entries);

test("it says what can be drawn, how long that lasts, and what is due", async () => {
  sheet();
  expect((await screen.findAllByText(/can be drawn/)).length).toBeGreaterThan(0);
  const { lasting, due, today } = demo.log;
  expect(document.body.textContent).toContain(inMonths(lasting!.no_rain_days));
  const over = due.filter((row) => row.due <= today).length;
  expect(screen.getByRole("tab", { name: `Due, ${over}` })).toBeTruthy();
});

test("where nothing wears there is no view of filters and lamp", async () => {
  sheet();
  expect(await screen.findByRole("tab", { name: "Filters and lamp" })).toBeTruthy();
  cleanup();
  sheet({ ...demo, log: { ...demo.log, wear: [] } });
  expect(await screen.findByRole("tab", { name: "Behaving" })).toBeTruthy();
  expect(screen.queryByRole("tab", { name: "Filters and lamp" })).toBeNull();
});

test("a level is one number and one press, and is sent in kept units", async () => {
  const calls = sheet();
  await userEvent.type(await screen.findByLabelText("Depth of the water, by stick or tube"), "1.24");
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
  expect(sent(calls)[0]).toMatchObject({ kind: "level", about: "log/level", values: { depth_m: 1.24 } });
});

test("how the level was read last is offered again", async () => {
  const first = sheet();
  await userEvent.selectOptions(await screen.findByLabelText("By"), "Gauge");
  await userEvent.type(screen.getByLabelText("Gauge"), "55");
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  await waitFor(() => expect(sent(first)).toHaveLength(1));
  expect(sent(first)[0]!.values).toEqual({ share: 0.55 });
  expect(JSON.parse(localStorage.getItem(`lean-year-level-${demo.id}`)!)).toMatchObject({ one: "share" });
});

test.each([
  ["far", /write what was read, for example 1.24 m/],
  ["4000", /must be from 0 m to 100 m/],
  ["", /write what was read/],
])("%s is no level, and what was typed stays", async (typed, says) => {
  const calls = sheet();
  const field = await screen.findByLabelText<HTMLInputElement>("Depth of the water, by stick or tube");
  if (typed) await userEvent.type(field, typed);
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  expect((await screen.findByRole("alert")).textContent).toMatch(says);
  expect(field.value).toBe(typed);
  expect(sent(calls)).toHaveLength(0);
});

test("a repair asks for words, a cartridge for none", async () => {
  const calls = sheet();
  await userEvent.selectOptions(await screen.findByLabelText("Write down"), "Repair");
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  expect((await screen.findByRole("alert")).textContent).toContain("Note");
  await userEvent.type(screen.getByLabelText("Note"), "Float changed");
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  await userEvent.selectOptions(await screen.findByLabelText("Write down"), "Cartridge changed");
  await userEvent.selectOptions(screen.getByLabelText("Of"), "sediment-2");
  await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
  await waitFor(() => expect(sent(calls)).toHaveLength(2));
  expect(sent(calls).map(({ about, note }) => [about, note])).toEqual([
    ["log/repair", "Float changed"],
    ["log/cartridge/sediment-2", ""],
  ]);
});

test("what is due is done in a press", async () => {
  const calls = sheet(demo, "/?view=due");
  const row = (await screen.findByText(/Clean the lamp's sleeve/)).closest("li")!;
  await userEvent.click(within(row).getByRole("button", { name: "Done today" }));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
  expect(sent(calls)[0]).toMatchObject({ kind: "cleaning", about: "log/cleaning/sleeve" });
});

test("an entry is corrected by another one, or taken back, and never changed", async () => {
  const calls = sheet(demo, "/?view=entries");
  const [first] = demo.log.rows;
  const row = (await screen.findAllByRole("listitem")).find((each) => within(each).queryByText("Correct"))!;
  await userEvent.click(within(row).getByRole("button", { name: "Correct" }));
  const form = within(row).getByRole("form", { name: "Correct an entry" });
  const field = within(form).getByLabelText<HTMLInputElement>("Depth of the water, by stick or tube");
  fireEvent.change(field, { target: { value: "0.8 m" } });
  await userEvent.click(within(form).getByRole("button", { name: "Keep it" }));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
  expect(sent(calls)[0]).toMatchObject({ corrects: first!.id, values: { depth_m: 0.8 } });
  await userEvent.click(within(row).getByRole("button", { name: "Take back" }));
  await userEvent.click(within(row).getByRole("button", { name: "Yes, take it back" }));
  await waitFor(() => expect(sent(calls)).toHaveLength(2));
  expect(sent(calls)[1]).toMatchObject({ kind: "taken_back", corrects: first!.id });
});

test("a paper log is read first, with what is left out, and kept in a press", async () => {
  const table = {
    columns: [
      { head: "Date", read_as: "date", unit: "" },
      { head: "Tank", read_as: "depth of the water", unit: "m" },
      { head: "Mood", read_as: "", unit: "" },
    ],
    date_order: "day first",
    entries: [{ id: "t1", kind: "level", about: "log/level", on: "2024-03-01", values: { depth_m: 1 } }],
    refused: [{ line: 4, why: "date: must be a day like 2024-06-30, got 'soon'" }],
  };
  let answer: [number, unknown] = [422, { errors: [{ field: "file", message: "is empty" }] }];
  const calls = renderOnDemo(
    <ShownProvider shown={demo}>
      <LogSheet />
    </ShownProvider>,
    demo,
    "/?view=entries",
    {
      [`POST /api/properties/${demo.id}/log/table`]: () => answer,
      [`PUT /api/properties/${demo.id}/log/table`]: () => [200, demo],
    },
  );
  const picker = await screen.findByLabelText("A paper log as a table");
  const file = new File(["date,level\n"], "log.csv", { type: "text/csv" });
  await userEvent.upload(picker, file);
  expect((await screen.findByRole("alert")).textContent).toBe("The file is empty.");
  answer = [200, table];
  await userEvent.upload(picker, file);
  expect(await screen.findByText("1 new entry")).toBeTruthy();
  expect(document.body.textContent).toContain("“Mood” is left out");
  expect(document.body.textContent).toContain("Line 4: date: must be a day");
  await userEvent.click(screen.getByRole("button", { name: "Keep 1 entry" }));
  await waitFor(() => expect(calls.some(({ method }) => method === "PUT")).toBe(true));
  await waitFor(() => expect(screen.queryByText("1 new entry")).toBeNull());
});

test("a device is made, its token shown once, and its faults are said", async () => {
  const device = {
    id: "d1",
    kind: "level",
    name: "Tank sensor",
    about: "",
    made_at: "2026-09-01T08:00:00",
    withdrawn_at: null,
    heard_at: "2026-09-28T08:00:00Z",
    last_at: "2026-09-28T08:00:00Z",
    last_quantity: "depth_m",
    last_value: 1.1,
    readings: 40,
    faults: ["stuck"],
    drift: 0.06,
  };
  const calls = renderOnDemo(
    <ShownProvider shown={demo}>
      <LogSheet />
    </ShownProvider>,
    demo,
    "/?view=devices",
    {
      [`GET /api/properties/${demo.id}/devices`]: () => [200, [device]],
      [`POST /api/properties/${demo.id}/devices`]: () => [201, { device, token: "secret-word" }],
      [`DELETE /api/properties/${demo.id}/devices/d1`]: () => [204, null],
    },
  );
  expect(await screen.findByText(/it sticks/)).toBeTruthy();
  expect(document.body.textContent).toContain("6 % of full tanks more");
  await userEvent.click(screen.getByRole("button", { name: "Make a device" }));
  expect((await screen.findByRole("alert")).textContent).toContain("Name");
  await userEvent.type(screen.getByLabelText("Name"), "Barn gauge");
  await userEvent.selectOptions(screen.getByLabelText("Device"), "Rain gauge");
  await userEvent.click(screen.getByRole("button", { name: "Make a device" }));
  expect(await screen.findByText("secret-word")).toBeTruthy();
  const made = calls.find(({ method, path }) => method === "POST" && path.endsWith("/devices"))!;
  expect(JSON.parse(made.body)).toEqual({ kind: "rain", name: "Barn gauge", about: "" });
  await userEvent.click(screen.getByRole("button", { name: "Withdraw" }));
  await waitFor(() => expect(calls.some(({ method }) => method === "DELETE")).toBe(true));
});

test("without a level it asks for one, and says nothing of how long", async () => {
  sheet(terrace);
  expect(await screen.findByText(/No level is written down yet/)).toBeTruthy();
  expect(document.body.textContent).not.toContain("with no rain at all");
});

test("days have months beside them where they are many", () => {
  expect([1, 30, 71, 91, 400].map(inMonths)).toEqual([
    "1 day",
    "30 days",
    "71 days, 2.3 months",
    "91 days, 3 months",
    "400 days, 13 months",
  ]);
});
