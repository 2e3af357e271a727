import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import type { PropertyState } from "../../api/client";
import { fixed, volume } from "../../lib/units";
import { buried, demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { CheaperWater } from "./CheaperWater";
import { GardenView } from "./GardenView";
import { MonthBars } from "./MonthBars";
import { StepsView } from "./StepsView";
import { UsesView } from "./UsesView";

const MONTHS = [10, 11, 12, 1, 2, 3, 4, 5, 6, 7, 8, 9];

test("cheaper water stands beside the price of more tank", async () => {
  const calls = renderOnDemo(<CheaperWater />);
  const here = await screen.findByRole("region", { name: "Cheaper water first" });
  await within(here).findByText(/^More tank/);
  const way = (key: string) => demo.compared.options.find((each) => each.key === key)!;
  for (const key of ["low_use", "dry_toilet", "greywater"])
    expect(here.textContent).toContain(
      `${volume(way(key).lean_year_l, "metric")} more in the lean year, €${fixed(way(key).cost_m3!, 2)} for each m³`,
    );
  expect(here.textContent).toContain(`More tank: ${volume(way("tank").lean_year_l, "metric")} more`);
  await userEvent.click(within(here).getByRole("switch", { name: "A dry toilet" }));
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/cheaper/dry_toilet", value: true }]);
});

test("what is in place says so and no longer costs anything", async () => {
  const state: PropertyState = structuredClone(demo);
  state.document.household.cheaper.low_use = true;
  renderOnDemo(<CheaperWater />, state);
  const line = (await screen.findByRole("switch", { name: "Low-use fittings" })).parentElement!;
  expect(line.textContent).toContain("in place");
});

test("a new step comes on below the one before it and cuts more", async () => {
  const calls = renderOnDemo(<StepsView />);
  await userEvent.click(await screen.findByRole("button", { name: "Add a step" }));
  const [operation] = lastOperations(calls) as [{ value: { below_share: number; house_cut: number } }];
  const last = demo.document.household.steps.at(-1)!;
  expect(operation.value.below_share).toBeLessThan(last.below_share);
  expect(operation.value.house_cut).toBeGreaterThan(0);
});

test("the store shows each trigger with the water that is left at it", async () => {
  renderOnDemo(<StepsView />);
  const drawing = await screen.findByRole("img", { name: /^Levels at which the steps come on/ });
  const { live_l } = demo.plan.cistern!;
  for (const step of demo.document.household.steps)
    expect(drawing.textContent).toContain(
      `${fixed(step.below_share * 100, 0)} %: ${step.name} (${volume(step.below_share * live_l, "metric")})`,
    );
});

test("a truck asks for its load, when it is ordered and how long it takes", async () => {
  const state: PropertyState = structuredClone(demo);
  state.document.household.back_up.kind = "truck";
  const calls = renderOnDemo(<StepsView />, state);
  const lead = await screen.findByRole("textbox", { name: "Days until a load comes" });
  await userEvent.clear(lead);
  await userEvent.type(lead, "7.4{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/back_up/lead_days", value: 7 }]);
  expect(screen.getByRole("textbox", { name: "Load" })).toBeTruthy();
  expect(screen.getByRole("columnheader", { name: "Loads" })).toBeTruthy();
});

test("the hardest years come first, those that ran dry before those that were saved", async () => {
  renderOnDemo(<StepsView />);
  const table = within(await screen.findByRole("region", { name: "The hardest years" }));
  const rows = table.getAllByRole("row").slice(1);
  const worst = [...demo.plan.cistern!.years].sort((a, b) => b.shortfall_l - a.shortfall_l)[0]!;
  expect(rows[0]!.textContent).toContain(worst.label);
});

test("ground that is not watered asks for no crop factors, ground that is shows its year", async () => {
  renderOnDemo(<GardenView months={MONTHS} />, buried);
  await screen.findByRole("textbox", { name: "Watered area" });
  expect(screen.queryByRole("textbox", { name: "Crop factor in Jul" })).toBeNull();
});

test("watered ground says what it drinks and where its thirst comes from", async () => {
  const calls = renderOnDemo(<GardenView months={MONTHS} />);
  const factor = await screen.findByRole("textbox", { name: "Crop factor in Jul" });
  await userEvent.clear(factor);
  await userEvent.type(factor, "0.8{Enter}");
  const before = demo.document.household.irrigation.crop_factor;
  expect(lastOperations(calls)).toEqual([
    {
      op: "replace",
      path: "/household/irrigation/crop_factor",
      value: before.map((each, month) => (month === 6 ? 0.8 : each)),
    },
  ]);
  const watering = demo.plan.household.figures["watering_l_year"]!;
  expect(screen.getByRole("button", { name: new RegExp(`^${watering.label}`) }).textContent).toBe(
    volume(watering.value!, "metric"),
  );
});

test("bars over the months carry their figures and leave the dry ones bare", async () => {
  const values = [0, 0, 0, 4.4, 12, 60, 180, 150, 33, 0, 0, 0];
  renderOnDemo(<MonthBars name="Watering" months={MONTHS} values={values} left={40} width={600} />);
  const bars = await screen.findByRole("img", { name: "Watering" });
  expect(within(bars).getByText("4.4")).toBeTruthy();
  expect(within(bars).getByText("180")).toBeTruthy();
  expect(within(bars).queryByText("0")).toBeNull();
});

test("a use with a season keeps its shape when its mean is changed", async () => {
  const calls = renderOnDemo(<UsesView months={MONTHS} />, buried);
  const index = buried.document.household.uses!.findIndex((use) => use.kind === "other");
  const use = buried.document.household.uses![index]!;
  const mean = await screen.findByRole("textbox", { name: `${use.name} a day besides` });
  await userEvent.clear(mean);
  await userEvent.type(mean, "100 L{Enter}");
  const [operation] = lastOperations(calls) as [{ path: string; value: number[] }];
  expect(operation.path).toBe(`/household/uses/${index}/litres_day`);
  expect(operation.value.reduce((sum, each) => sum + each, 0) / 12).toBeCloseTo(100, 6);
  const was = use.litres_day;
  const busiest = was.indexOf(Math.max(...was));
  expect(operation.value.indexOf(Math.max(...operation.value))).toBe(busiest);
});
