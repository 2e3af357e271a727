import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import type { BuiltForAll, TaskOfAll } from "../../api/build";
import { demo, renderOnDemo } from "../../testing/demo";
import { AllBuilt } from "./AllBuilt";
import { hoursByDay } from "./CrewDays";

const task = (key: string, more: Partial<TaskOfAll> = {}): TaskOfAll => ({
  key,
  name: `Task ${key}`,
  supply: "main",
  hours: 4,
  hold: false,
  day: 1,
  last_day: 1,
  on: "2027-03-01",
  until: "2027-03-01",
  status: "waits",
  ...more,
});
const built: BuiltForAll = {
  days: 2.5,
  last_day: 3,
  starts_on: "2027-03-01",
  ends_on: "2027-03-03",
  supplies: [
    { id: "main", name: "House", days: 1.5, done: 1, of: 2, points_passed: 0, points: 1 },
    { id: "barn", name: "Barn", days: 0.5, done: 0, of: 1, points_passed: 1, points: 2 },
  ],
  tasks: [
    task("deliver-tanks", { supply: null, hours: 0, on: "2027-02-20", until: "2027-02-20", status: "ready" }),
    task("order", { supply: null, status: "done" }),
    task("main dig", { last_day: 2, until: "2027-03-02", hours: 8, status: "done" }),
    task("barn levels", { supply: "barn", day: 3, last_day: 3, on: "2027-03-03", until: "2027-03-03", hold: true }),
  ],
};
const address = `GET /api/properties/${demo.id}/all-supplies/build`;
const cells = (name: string) =>
  within(screen.getByRole("rowheader", { name, hidden: true }).closest("tr")!)
    .getAllByRole("cell", { hidden: true })
    .map((cell) => cell.textContent);

test("the days of one crew, how far each supply is, and every task by its day", async () => {
  renderOnDemo(<AllBuilt />, demo, "/", { [address]: () => [200, built] });
  expect(await screen.findByText(/2.5 days of work over 3 working days from 1 Mar 2027 to 3 Mar 2027/)).toBeTruthy();
  expect(cells("House")).toEqual(["1.5 days", "1 of 2", "0 of 1", "Build"]);
  expect(screen.getByRole("link", { name: "Build of Barn" }).getAttribute("href")).toBe(`/p/${demo.id}@barn/build`);
  expect(cells("Task deliver-tanks")).toEqual(["all supplies", "Sat 20 Feb, before the work", "", "can be done now"]);
  expect(cells("Task main dig")).toEqual(["House", "Mon 1 Mar, day 1", "8.0", "done"]);
  expect(cells("Task barn levels")).toEqual(["Barn", "Wed 3 Mar, day 3", "4.0", "waits; must be seen"]);
  expect(screen.getByRole("img").getAttribute("aria-label")).toContain("3 working days of one crew");
});

test("without a first day the days are numbered", async () => {
  const undated = built.tasks.map((each) => ({ ...each, on: null, until: null }));
  const answer: BuiltForAll = { ...built, starts_on: null, ends_on: null, tasks: undated };
  renderOnDemo(<AllBuilt />, demo, "/", { [address]: () => [200, answer] });
  expect(await screen.findByText(/over 3 working days with no first day yet/)).toBeTruthy();
  expect(cells("Task barn levels")[1]).toBe("day 3");
});

test("without a connection it says so", async () => {
  renderOnDemo(<AllBuilt />, demo, "/", { [address]: () => [503, { errors: [] }] });
  expect(await screen.findByText(/^The tasks are not kept here/)).toBeTruthy();
});

test("the hours of a task of several days are spread over them", () => {
  expect(hoursByDay(built.tasks, 3)).toEqual([8, 4, 4]);
});
