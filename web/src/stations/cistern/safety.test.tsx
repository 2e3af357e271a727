import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { WorkbenchProvider } from "../../document/workbench";
import { fixed, volume } from "../../lib/units";
import { answerCalls, buried, demo, lastOperations, renderInApp, renderOnDemo } from "../../testing/demo";
import { writtenDown } from "../../testing/writtenDown";
import { BandChart } from "./BandChart";
import { yearTicks } from "../../ui/yearTicks";
import { FirstYearChart } from "./FirstYearChart";
import { SafetyView } from "./SafetyView";

const band = {
  records: 500,
  of_years: 40,
  tank_l: [0, 50_000, 100_000],
  low: [0, 8, 38],
  middle: [0, 14, 40],
  high: [0, 20, 40],
  aim: 38,
  size_low_l: 73_100,
  size_middle_l: 80_800,
  size_high_l: 88_500,
  beyond: 0.02,
};

test("the band says the size half of the records need and where nine in ten lie", async () => {
  const job = { id: "b", kind: "band", revision: demo.revision, problem: "", front: null };
  answerCalls({
    "POST /api/properties/p/jobs": () => [202, { ...job, state: "running", done: 0, of: 500, band: null }],
    "GET /api/jobs/b": () => [200, { ...job, state: "done", done: 500, of: 500, band }],
    "GET /api/properties/": () => [200, { ...demo, id: "p" }],
  });
  renderInApp(
    <WorkbenchProvider id="p">
      <BandChart />
    </WorkbenchProvider>,
  );
  await userEvent.click(await screen.findByRole("button", { name: "Draw the band" }));
  const here = screen.getByRole("region", { name: "Band of resampled records" });
  expect((await screen.findByText("80.8 m³")).parentElement!.textContent).toBe(
    "To carry 38 of 40 years, half of them need up to 80.8 m³, nine in ten lie between 73.1 m³ and 88.5 m³; in 2 % no size shown is enough.",
  );
  expect(within(here).getByRole("img", { name: /500 resampled records/ })).toBeTruthy();
  await expect(`${writtenDown(here)}\n`).toMatchFileSnapshot("../../testing/views/band.txt");
  expect(here.textContent).toContain(`today ${volume(demo.plan.tank_l, "metric")}`);
});

test("years on an axis are whole and about four apart", () => {
  expect(yearTicks(40).map(({ at }) => at)).toEqual([0, 10, 20, 30, 40]);
  expect(yearTicks(3).map(({ at }) => at)).toEqual([0, 1, 2, 3]);
});

test("the first year says by when it holds what is wanted, and asks for another day and amount", async () => {
  const calls = renderOnDemo(<FirstYearChart />);
  const first = demo.plan.cistern!.first_year;
  const here = await screen.findByRole("region", { name: "The first year" });
  expect(first.wanted_by).toBe(83);
  expect(here.textContent).toContain("nine years in ten have held it by 23 Dec");
  expect(here.textContent).toContain(`${fixed(first.dry_days_mean, 1)} dry days in the mean`);
  const wanted = screen.getByRole("textbox", { name: "Wanted in the first year" });
  await userEvent.clear(wanted);
  await userEvent.type(wanted, "12 m3{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/first_year_wanted_l", value: 12_000 }]);
});

test("what is compared says that it takes a connection, and the prices can be entered all the same", async () => {
  renderOnDemo(<SafetyView />, demo, "/", {
    [`GET /api/properties/${demo.id}/cistern-comparisons`]: () => [503, { errors: [] }],
  });
  const ways = within(await screen.findByRole("region", { name: "What water in the lean year costs" }));
  expect(ways.getByText("Opening.")).toBeTruthy();
  expect(await ways.findByText(/^The comparisons are not kept here/)).toBeTruthy();
  expect(ways.queryByRole("table")).toBeNull();
  expect(ways.getByRole("textbox", { name: /^Price of tank by volume/ })).toBeTruthy();
});

test("in US units a lean-year price is for a thousand gallons, and is kept for a cubic metre", async () => {
  const calls = renderOnDemo(<SafetyView />, buried);
  const table = within(await screen.findByRole("region", { name: "What water in the lean year costs" }));
  expect(await table.findByRole("columnheader", { name: "Each lean-year 1,000 gal" })).toBeTruthy();
  const way = buried.compared.options.find((each) => each.key === "low_use")!;
  expect(table.getByRole("row", { name: /Low-use fittings/ }).textContent).toContain(
    `$${fixed(way.cost_m3! * 3.785411784, 2)}`,
  );
  const price = screen.getByRole("textbox", { name: "Price of tank by volume, assumed" });
  await userEvent.clear(price);
  await userEvent.type(price, "1000{Enter}");
  const [operation] = lastOperations(calls) as [{ path: string; value: number }];
  expect(operation.path).toBe("/prices/tank_m3");
  expect(operation.value).toBeCloseTo(1000 / 3.785411784, 6);
});
