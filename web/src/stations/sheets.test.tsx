import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";
import { area, rain, rate, volume } from "../lib/units";
import { demo, renderOnDemo } from "../testing/demo";
import { CisternSheet } from "./cistern/CisternSheet";
import { STORE_SCALE, storeStep } from "./cistern/storeScale";
import { HouseholdSheet } from "./household/HouseholdSheet";
import { RainSheet } from "./rain/RainSheet";
import { RoofsSheet } from "./roofs/RoofsSheet";

const { plan } = demo;
const days = unpackDays(demo.daily!);
const cistern = plan.cistern!;
const sheet = { days, yearRow: cistern.lean_year, pickYear: vi.fn() };

test("the cistern's table is the replay's, year, mean and whole", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const results = within(await screen.findByRole("region", { name: "Results" }));
  const row = (name: string) =>
    within(results.getByRole("row", { name: new RegExp(`^${name}`) }))
      .getAllByRole("cell")
      .map((cell) => cell.textContent);
  const lean = cistern.years[cistern.lean_year]!;
  const mean = (key: "inflow_l" | "spilled_l") =>
    cistern.years.reduce((sum, year) => sum + year[key], 0) / cistern.years.length;
  expect(row("Off the roofs").slice(0, 2)).toEqual([
    volume(lean.inflow_l, "metric"),
    volume(mean("inflow_l"), "metric"),
  ]);
  expect(row("Spilled").slice(0, 2)).toEqual([volume(lean.spilled_l, "metric"), volume(mean("spilled_l"), "metric")]);
  expect(row("Missed")[2]).toBe(volume(cistern.figures["shortfall_l"]!.value!, "metric"));
  expect(row("Dry days")).toEqual(["18", "0.5", "21 days"]);
});

test("a number opens the note on where it comes from", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const results = within(await screen.findByRole("region", { name: "Results" }));
  await userEvent.click(results.getByRole("button", { name: /^Water missed/ }));
  const note = within(await screen.findByRole("dialog"));
  expect(note.getByText("demand − supplied, over the whole record")).toBeTruthy();
  expect(note.getByText(/worked out here · Jenkins and others 1978/)).toBeTruthy();
});

test("the handle stands at the tank and the curve says what it carries", async () => {
  renderOnDemo(<CisternSheet {...sheet} />);
  const handle = await screen.findByRole("slider", { name: "Tank size" });
  expect(handle.getAttribute("aria-valuenow")).toBe("86000");
  expect(handle.getAttribute("aria-valuetext")).toBe("86 m³");
  expect(screen.getByTestId("handle-reading").textContent).toBe("38 of 40 years");
  expect(screen.getByText(/No dry day at all needs/).textContent).toContain(
    volume(cistern.figures["smallest_no_short_day_l"]!.value!, "metric"),
  );
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

test("the rain sheet says the record, its dry years and its missing days", async () => {
  renderOnDemo(<RainSheet {...sheet} />);
  expect(await screen.findByText("Merrowick Quay, invented")).toBeTruthy();
  const dry = within(screen.getByRole("complementary", { name: "How dry it gets" }));
  for (const key of ["dry_year_1_in_5_mm", "dry_year_1_in_20_mm", "driest_12_months_mm"])
    expect(dry.getByText(rain(plan.rain!.figures[key]!.value!, "metric"))).toBeTruthy();
  expect(screen.getByText(/none missing/)).toBeTruthy();
});

test("each roof says what it brings and what it is worth", async () => {
  renderOnDemo(<RoofsSheet />);
  const surfaces = within(await screen.findByRole("region", { name: "Surfaces" }));
  for (const surface of plan.roofs.surfaces) {
    const line = surfaces.getByRole("switch", { name: `${surface.name} in use` }).parentElement!;
    expect(line.textContent).toContain(`${volume(surface.figures["harvest_l_year"]!.value!, "metric")} a year`);
    expect(line.textContent).toContain(`${surface.years_carried_without} years`);
  }
  const drawing = screen.getByRole("region", { name: "Roofs from above" });
  const barn = plan.roofs.surfaces[2]!;
  expect(
    within(drawing).getByRole("img", { name: `Barn: ${area(barn.figures["area_m2"]!.value!, "metric")}` }),
  ).toBeTruthy();
});

test("the household's months are those of the plan, in the order of the water year", async () => {
  renderOnDemo(<HouseholdSheet />);
  await userEvent.click(await screen.findByText("Months as a table"));
  const rows = within(screen.getByRole("table")).getAllByRole("row").slice(1);
  expect(rows[0]!.textContent).toMatch(/^Oct/);
  expect(rows).toHaveLength(12);
  for (const row of plan.household.months) {
    const shown = rows.find((each) => each.textContent!.endsWith(rate(row.total_l_day, "metric")));
    expect(shown).toBeTruthy();
  }
  expect((screen.getByRole("textbox", { name: "Garden water in Jul" }) as HTMLInputElement).value).toBe("3.2 m³");
});
