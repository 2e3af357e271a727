import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { writtenDown } from "../../testing/writtenDown";
import { SearchView } from "./SearchView";

const bigger = [{ op: "resize", path: "/cistern", value: 90_000 }];
const design = (cost: number, years_carried: number, words: string, operations: unknown[], missed_l_year = 0) => ({
  cost,
  years_carried,
  words,
  operations,
  missed_l_year,
  gross_l: 90_000,
});
const today = design(14_000, 38, "as it is", []);
const front = {
  designs: 2_604,
  of_years: 40,
  aim: 38,
  currency: "€",
  left_out: ["Tanks of other shapes are left out."],
  front: [design(9_000, 20, "30 m³", [{ op: "resize", path: "/cistern", value: 30_000 }], 4_200), today, design(20_000, 40, "90 m³", bigger)], // prettier-ignore
  cheapest_for_aim: today,
  today,
  cloud: [[15_000, 30], [16_000, 31], [999_000, 31]], // prettier-ignore
};

/** The view with what comes of its searches, one after the other; a running one is stopped or goes on. */
async function searched(...found: object[]) {
  const job = { kind: "search", revision: demo.revision, problem: "", band: null, front: null, done: 0, of: 100 };
  let begun = 0;
  const preview = { document: demo.document, plan: demo.plan, daily: demo.daily, moved: "" };
  const calls = renderOnDemo(<SearchView />, demo, "/", {
    [`POST /api/properties/${demo.id}/jobs`]: () => [202, { ...job, id: `j${++begun}`, state: "running" }],
    [`POST /api/properties/${demo.id}/preview`]: () => [200, preview],
    "GET /api/jobs/j": ({ path }) => [200, { ...job, id: path.slice(-2), ...found[Number(path.slice(-1)) - 1] }],
  });
  await userEvent.click(await screen.findByRole("button", { name: "Search" }));
  const count = (ending: string) => calls.filter(({ path }) => path.endsWith(ending)).length;
  return { calls, count };
}
const done = { state: "done", done: 100, front };

test("the front says what each design costs and carries, from the cheapest, and what was left out", async () => {
  await searched(done);
  const list = within(await screen.findByRole("region", { name: "Designs on the front" }));
  expect(list.getAllByRole("listitem").map((row) => row.textContent)).toEqual([
    "€9,00020 of 4030 m³, misses 4.2 m³ a year",
    "€14,00038 of 40as it is",
    "€20,00040 of 4090 m³",
  ]);
  const here = screen.getByRole("region", { name: "Design search" });
  for (const words of [
    `The front of 2,604 designs over ${demo.document.prices.service_years} years, with today’s design on it`,
    "Tanks of other shapes are left out.",
    "The cheapest for 38 of 40 years costs €14,000; today’s costs €14,000 and carries 38.",
    "wanted: 38",
  ])
    expect(here.textContent).toContain(words);
  // What costs far more than any of the front is not drawn.
  expect(here.querySelectorAll("circle")).toHaveLength(2);
});

test("its picture and its list are as recorded", async () => {
  await searched(done);
  const here = await screen.findByRole("region", { name: "Design search" });
  await screen.findByRole("region", { name: "Designs on the front" });
  await expect(`${writtenDown(here)}\n`).toMatchFileSnapshot("../../testing/views/search.txt");
});

test("a design that is pointed at is shown, one that is left is not; pressed, it is made and searched for again", async () => {
  const { calls, count } = await searched(done, done);
  const row = await screen.findByRole("button", { name: /^€20,000/, description: "Take this design" });
  expect(row.closest("li")!.className).not.toContain("bg-water-1");
  fireEvent.pointerEnter(row, { pointerType: "touch" });
  expect(count("/preview")).toBe(0);
  fireEvent.pointerEnter(row);
  await waitFor(() => expect(lastOperations(calls, "preview")).toEqual(bigger));
  expect(row.closest("li")!.className).toContain("bg-water-1");
  fireEvent.pointerLeave(row);
  await waitFor(() => expect(row.closest("li")!.className).not.toContain("bg-water-1"));
  fireEvent.focus(row);
  await waitFor(() => expect(count("/preview")).toBe(2));
  expect(count("/jobs")).toBe(1);
  fireEvent.click(row);
  await waitFor(() => expect(lastOperations(calls)).toEqual(bigger));
  await waitFor(() => expect(count("/jobs")).toBe(2));
  const sent = JSON.parse(calls.find(({ path }) => path.endsWith("/edits"))!.body) as { label: string };
  expect(sent.label).toBe("Design: 90 m³");
});

test("today's own design is nothing to take", async () => {
  const { count } = await searched(done);
  const rows = within(await screen.findByRole("region", { name: "Designs on the front" }));
  expect(rows.getAllByRole("button").map((row) => (row as HTMLButtonElement).disabled)).toEqual([false, true, false]);
  const dot = screen.getByRole("button", { name: "€14,000, 38 years: as it is" });
  fireEvent.pointerEnter(dot);
  fireEvent.click(dot);
  await new Promise((wait) => setTimeout(wait, 30));
  expect([count("/preview"), count("/edits")]).toEqual([0, 0]);
});

test("none that carries the years that are wanted says so; a design that has moved on since is not taken from", async () => {
  await searched({ ...done, front: { ...front, cheapest_for_aim: null } });
  expect(await screen.findByText("None of them carries 38 of 40 years.")).toBeTruthy();
});

test("an answer for another revision offers nothing until it is searched again", async () => {
  await searched({ ...done, revision: demo.revision + 1 });
  const rows = within(await screen.findByRole("region", { name: "Designs on the front" }));
  expect(rows.getAllByRole("button").every((row) => (row as HTMLButtonElement).disabled)).toBe(true);
  expect(screen.getByText("The design has changed since; this is the answer for how it was.")).toBeTruthy();
});
