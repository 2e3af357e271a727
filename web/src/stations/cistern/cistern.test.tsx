import { fireEvent, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { addDays, parseDay } from "../../lib/dates";
import { FULL, unpackDays, yearSpans } from "../../lib/days";
import { fixed, volume } from "../../lib/units";
import { answerCalls, demo, lastOperations, renderInApp, renderOnDemo, terrace } from "../../testing/demo";
import { paintable } from "../../testing/painted";
import { WorkbenchProvider } from "../../document/workbench";
import { CisternSheet } from "./CisternSheet";
import { DRY_DAY, OUT_OF_USE_DAY, STORE_SCALE, storeStep } from "../../ui/storeScale";

const { plan } = demo;
const cistern = plan.cistern!;
const sheet = { days: unpackDays(demo.daily!), yearRow: cistern.lean_year, pickYear: vi.fn() };
const counted = cistern.years.filter((year) => year.counted);

test("the table is the replay's, year, mean and whole", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const results = within(await screen.findByRole("region", { name: "Results" }));
  const row = (name: string) =>
    within(results.getByRole("row", { name: new RegExp(`^${name}`) }))
      .getAllByRole("cell")
      .map((cell) => cell.textContent);
  const lean = cistern.years[cistern.lean_year]!;
  const mean = (key: "inflow_l" | "spilled_l" | "short_days") =>
    counted.reduce((sum, year) => sum + year[key], 0) / counted.length;
  for (const [name, key] of [
    ["Off the roofs", "inflow_l"],
    ["Spilled", "spilled_l"],
  ] as const)
    expect(row(name).slice(0, 2)).toEqual([volume(lean[key], "metric"), volume(mean(key), "metric")]);
  expect(row("Missed")[2]).toBe(volume(cistern.figures["shortfall_l"]!.value!, "metric"));
  expect(row("Given up by steps")[2]).toBe(volume(cistern.figures["given_up_l"]!.value!, "metric"));
  expect(row("Dry days").slice(0, 2)).toEqual([String(lean.short_days), fixed(mean("short_days"), 1)]);
});

test("a number opens the note on where it comes from", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const results = within(await screen.findByRole("region", { name: "Results" }));
  await userEvent.click(results.getByRole("button", { name: /^Water missed/ }));
  const note = within(await screen.findByRole("dialog"));
  expect(note.getByText(cistern.figures["shortfall_l"]!.formula)).toBeTruthy();
  expect(note.getByText(/^an estimate/)).toBeTruthy();
});

test("the handle stands at the tank and the curve says what it carries on rain alone", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const handle = await screen.findByRole("slider", { name: "Tank size" });
  expect(Number(handle.getAttribute("aria-valuenow"))).toBeCloseTo(plan.tank_l, 6);
  expect(screen.getByTestId("handle-reading").textContent).toBe(`${cistern.rain_alone_years_carried} of 40 years`);
  expect(screen.getByText(/No dry day at all needs/).textContent).toContain(
    volume(cistern.figures["smallest_no_short_day_l"]!.value!, "metric"),
  );
});

test("a size written for the tank makes the tanks wider", async () => {
  const calls = renderOnDemo(<CisternSheet {...sheet} />);
  const entry = await screen.findByRole("textbox", { name: "Tank size" });
  await userEvent.clear(entry);
  await userEvent.type(entry, "100 m³{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "resize", path: "/cistern", value: 100_000 }]);
});

test("every year stands in a table once it is asked for", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const summary = await screen.findByText("Every year as a table");
  expect(screen.queryByRole("columnheader", { name: "Off the roofs" })).toBeNull();
  await userEvent.click(summary);
  const table = (await screen.findByRole("columnheader", { name: "Off the roofs" })).closest("table")!;
  expect(within(table).getAllByRole("row")).toHaveLength(cistern.years.length + 1);
});

test("the store's colours run from the first step to the last", () => {
  expect(storeStep(0)).toBe(0);
  expect(storeStep(1)).toBe(STORE_SCALE.length - 1);
  expect(storeStep(0.5)).toBe(4);
});

test("the cautions of a step stand at that step", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const care = within(await screen.findByRole("region", { name: "Cautions" }));
  expect(care.getByText(/Nobody enters a tank/)).toBeTruthy();
  expect(care.getByText(/Keep every lid locked/)).toBeTruthy();
});

test("without rain the cistern keeps its settings and leads to the rain", async () => {
  renderOnDemo(<CisternSheet {...sheet} days={null} />, { ...demo, plan: { ...plan, rain: null, cistern: null } });
  expect(await screen.findByText("Nothing to replay yet")).toBeTruthy();
  expect(screen.getByRole("textbox", { name: "Tank size" })).toBeTruthy();
  expect(screen.getByRole("link", { name: "Bring in rain" }).getAttribute("href")).toBe(`/p/${demo.id}/rain`);
});

test("the tanks stand on one datum with what is stranded, and each can be changed", async () => {
  const calls = renderOnDemo(
    <CisternSheet days={unpackDays(terrace.daily!)} yearRow={0} pickYear={vi.fn()} />,
    terrace,
    "/?view=tanks",
  );
  const { bank } = terrace.plan.cistern!;
  const drawing = await screen.findByRole("img", { name: /^Tanks on one datum/ });
  expect(drawing.textContent).toContain(`${volume(bank.stranded_l, "metric")} stranded`);
  expect(drawing.textContent).toContain("overflow 1.70 m");
  for (const vessel of bank.vessels)
    expect(drawing.getAttribute("aria-label")).toContain(`${vessel.name}, ${volume(vessel.live_l, "metric")} usable`);
  const overflow = screen.getByRole("textbox", { name: "Overflow of Tall tank" });
  await userEvent.clear(overflow);
  await userEvent.type(overflow, "1.7{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/tanks/0/overflow_m", value: 1.7 }]);
  const link = bank.links[0]!;
  expect(screen.getByRole("region", { name: "Links" }).textContent).toContain(`${link.near} to ${link.far}`);
});

test("a tank that is taken out takes its downpipes' aim with it", async () => {
  const calls = renderOnDemo(
    <CisternSheet days={unpackDays(terrace.daily!)} yearRow={0} pickYear={vi.fn()} />,
    terrace,
    "/?view=tanks",
  );
  await userEvent.click(await screen.findByRole("button", { name: "Remove Low tanks" }));
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/downpipes/1/tank", value: null },
    { op: "remove", path: "/cistern/tanks/1" },
  ]);
});

test("every method says its size, what it would carry and why it differs", async () => {
  renderOnDemo(<CisternSheet {...sheet} />, demo, "/?view=methods");
  const table = within(await screen.findByRole("region", { name: "The methods" }));
  for (const method of demo.compared.methods) {
    expect(table.getByText(method.label)).toBeTruthy();
    expect(table.getByText(method.why)).toBeTruthy();
    if (method.tank_l !== null)
      expect(
        table.getByRole("button", { name: new RegExp(`^${method.label.replace(/[^\w ]/g, ".")},`) }).textContent,
      ).toBe(volume(method.tank_l, "metric"));
  }
});

test("a way that is taken is the edit which the plan named", async () => {
  const calls = renderOnDemo(<CisternSheet {...sheet} />, demo, "/?view=safety");
  const way = demo.compared.options.find((each) => each.operations.length > 0)!;
  await userEvent.click(await screen.findByRole("button", { name: `Use it: ${way.label}` }));
  expect(lastOperations(calls)).toEqual(way.operations);
  const stress = within(screen.getByRole("region", { name: "Worse weather" }));
  for (const hard of demo.compared.stress)
    expect(stress.getByRole("row", { name: new RegExp(hard.label) }).textContent).toContain(
      `${hard.years_carried} of ${hard.of_years}`,
    );
});

const design = {
  cost: 5_000,
  years_carried: 39,
  missed_l_year: 10,
  gross_l: 90_000,
  words: "one tank of 90 m³",
  operations: [{ op: "resize", path: "/cistern", value: 90_000 }],
};
const front = {
  designs: 2_400,
  of_years: 40,
  aim: 38,
  currency: "€",
  left_out: ["A rain roof has no price, so none is added."],
  front: [{ ...design, cost: 3_000, years_carried: 20, words: "a small one" }, design],
  cheapest_for_aim: design,
  today: { ...design, cost: 6_000, operations: [] },
  cloud: [[4_000, 12]],
};

test("the search shows its progress, can be stopped, and each point of its front can be taken", async () => {
  const job = { id: "j1", kind: "search", revision: demo.revision, of: 10, problem: "", band: null, front: null };
  let looks = 0;
  const calls = answerCalls({
    "POST /api/properties/saltmarrow-id/jobs": () => [202, { ...job, state: "running", done: 0 }],
    "GET /api/jobs/j1": () =>
      looks++ < 1 ? [200, { ...job, state: "running", done: 4 }] : [200, { ...job, state: "done", done: 10, front }],
    "GET /api/properties/": () => [200, { ...demo, id: "saltmarrow-id" }],
    "POST /api/properties/": () => [200, { ...demo, id: "saltmarrow-id" }],
  });
  renderInApp(
    <WorkbenchProvider id="saltmarrow-id">
      <CisternSheet {...sheet} />
    </WorkbenchProvider>,
    "/?view=search",
  );
  await userEvent.click(await screen.findByRole("button", { name: "Search" }));
  expect(await screen.findByRole("progressbar", { name: "Search" })).toBeTruthy();
  expect(screen.getByRole("button", { name: "Stop" })).toBeTruthy();
  await screen.findByText(/The front of 2,400 designs/);
  expect(screen.getByText("A rain roof has no price, so none is added.")).toBeTruthy();
  const points = within(screen.getByRole("region", { name: "Design search" }));
  await userEvent.click(points.getByRole("button", { name: /one tank of 90 m³$/ }));
  expect(lastOperations(calls, "preview")).toEqual(design.operations);
  expect(lastOperations(calls)).toEqual(design.operations);
});

test("a day is painted by how full the store was, a dry one red, and says how much it held", async () => {
  const painted = paintable();
  renderOnDemo(<CisternSheet {...sheet} />);
  const picture = within(await screen.findByRole("region", { name: "Every recorded day" }));
  const row = cistern.lean_year;
  const span = yearSpans(demo.plan.rain!)[row]!;
  const dry = Array.from({ length: span.days }, (_, day) => span.first + day).find((day) => sheet.days.isShort(day))!;
  for (const [day, colour] of [
    [dry, DRY_DAY],
    [span.first, STORE_SCALE[storeStep(sheet.days.share[span.first]! / FULL)]],
  ] as const)
    expect(painted.rows[row]![span.offset + day - span.first]).toBe(colour);
  const canvas = picture.getByRole("application");
  const said = () => canvas.parentElement!.querySelector("[aria-live]")!.textContent;
  const held = (day: number) => volume((sheet.days.share[day]! / FULL) * sheet.days.liveL, "metric");
  fireEvent.keyDown(canvas, { key: "ArrowRight" });
  expect(said()).toMatch(new RegExp(`: ${held(span.first + 1)} in the store$`));
  for (let day = span.first + 1; day < dry; day++) fireEvent.keyDown(canvas, { key: "ArrowRight" });
  expect(said()).toMatch(new RegExp(`: dry, ${held(dry)} in the store at night$`));
});

test("a day on which the store is out of use is grey, and says so", async () => {
  const painted = paintable();
  const row = cistern.lean_year;
  const span = yearSpans(demo.plan.rain!)[row]!;
  const full = sheet.days.isShort(span.first + 1) || sheet.days.isShort(span.first + 2);
  expect(full).toBe(false);
  const begun = addDays(parseDay(demo.plan.rain!.years[0]!.start), span.first);
  const dayOf = (date: Date) => date.toISOString().slice(5, 10);
  const out_of_use = { first: dayOf(addDays(begun, 1)), last: dayOf(addDays(begun, 2)) };
  const document = { ...demo.document, cistern: { ...demo.document.cistern, out_of_use } };
  renderOnDemo(<CisternSheet {...sheet} />, { ...demo, document });
  const picture = within(await screen.findByRole("region", { name: "Every recorded day" }));
  const at = (day: number) => painted.rows[row]![span.offset + day]!;
  expect([at(0) === OUT_OF_USE_DAY, at(1), at(2), at(3) === OUT_OF_USE_DAY]).toEqual([
    false,
    OUT_OF_USE_DAY,
    OUT_OF_USE_DAY,
    false,
  ]);
  expect(picture.getByText("out of use")).toBeTruthy();
  const canvas = picture.getByRole("application");
  fireEvent.keyDown(canvas, { key: "ArrowRight" });
  expect(canvas.parentElement!.querySelector("[aria-live]")!.textContent).toMatch(/: the store is out of use$/);
});
