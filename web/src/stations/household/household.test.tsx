import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { rate, volume } from "../../lib/units";
import { readDay, writeDay } from "../../document/DayEntry";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { HouseholdSheet } from "./HouseholdSheet";

test("the months are those of the plan, in the order of the water year", async () => {
  renderOnDemo(<HouseholdSheet />);
  await userEvent.click(await screen.findByText("Months as a table"));
  const rows = within(screen.getByRole("table")).getAllByRole("row").slice(1);
  expect(rows[0]!.textContent).toMatch(/^Oct/);
  expect(rows).toHaveLength(12);
  for (const row of demo.plan.household.months) {
    const shown = rows.find((each) => each.textContent!.endsWith(rate(row.total_l_day, "metric")));
    expect(shown).toBeTruthy();
  }
  expect((screen.getByRole("textbox", { name: "Guests in Jul" }) as HTMLInputElement).value).toBe("1.8");
});

test("each use says how much it takes, and whether rain serves it", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, terrace, "/?view=uses");
  const uses = await screen.findByRole("region", { name: "Uses" });
  for (const use of terrace.plan.household.uses) expect(uses.textContent).toContain(rate(use.mean_l_day, "metric"));
  const taps = screen.getByRole("switch", { name: "Rain serves Taps, shower and kitchen" });
  expect(taps.getAttribute("aria-checked")).toBe("false");
  await userEvent.click(taps);
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/uses/2/from_rain", value: true }]);
});

test("the habit's usual fittings can be written down one by one, and come to the same", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, demo, "/?view=uses");
  await userEvent.click(await screen.findByRole("button", { name: "Change them one by one" }));
  const [operation] = lastOperations(calls) as [{ path: string; value: { litres_person_day: number }[] }];
  expect(operation.path).toBe("/household/uses");
  expect(operation.value.reduce((sum, use) => sum + use.litres_person_day, 0)).toBeCloseTo(68, 1);
});

test("periods are bars on the year, and their days are written as people write them", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, buried, "/?view=garden");
  const first = await screen.findByRole("textbox", { name: "First day of Away at the winter fair" });
  expect((first as HTMLInputElement).value).toBe("20 Jan");
  await userEvent.clear(first);
  await userEvent.type(first, "18 January{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/periods/0/first", value: "01-18" }]);
  await userEvent.clear(first);
  await userEvent.type(first, "31 Jun{Enter}");
  expect((await screen.findByRole("alert")).textContent).toContain("write a day of the year");
});

test("days of the year are read in the forms people write", () => {
  for (const text of ["30 Jun", "30 june", "June 30", "06-30", "6-30"]) expect(readDay(text)).toBe("06-30");
  for (const text of ["31 Jun", "0 May", "13-01", "soon", ""]) expect(readDay(text)).toBeNull();
  expect(writeDay("06-03")).toBe("3 Jun");
});

test("each step says how often it came on and what it gave up", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, demo, "/?view=steps");
  const steps = await screen.findByRole("region", { name: "What is given up first" });
  for (const step of demo.plan.cistern!.steps) {
    expect(steps.textContent).toContain(`${step.days.toLocaleString("en-US")} days`);
    expect(steps.textContent).toContain(volume(step.given_up_l, "metric"));
  }
  const trigger = screen.getByRole("textbox", { name: "Trigger of Garden dry" });
  expect((trigger as HTMLInputElement).value).toBe("20 %");
  await userEvent.clear(trigger);
  await userEvent.type(trigger, "25{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/steps/1/below_share", value: 0.25 }]);
});

test("the back-up asks what its kind needs to know", async () => {
  renderOnDemo(<HouseholdSheet />, terrace, "/?view=steps");
  expect(await screen.findByRole("textbox", { name: "Share kept by the top-up" })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Load" })).toBeNull();
  expect(document.body.textContent?.includes("visible air gap")).toBeTruthy();
});
