import { fireEvent, screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answerCalls, renderInApp } from "../../testing/demo";
import { BesideOneAnother } from "./BesideOneAnother";

const short = (more: object = {}) => ({
  answer: "Carries the house through 38 of 40 years.",
  warning: "",
  years_carried: 38,
  counted_years: 40,
  years: [
    { label: "1990–91", lowest_share: 0, short_days: 8 },
    { label: "1991–92", lowest_share: 0.3, short_days: 0 },
  ],
  tank_l: 86_000,
  currency: "€",
  total: 36_364.2,
  missing: 0,
  yearly: 358,
  present_cost: 42_190,
  over_years: 20,
  given_up: ["2 years of 40 run short: 11 days, 2.2 m³ missing in all."],
  ...more,
});
const each = (id: string, name: string, more: object = {}) => ({
  id,
  name,
  standing: id === "a" ? "main" : "open",
  short: short(more),
});
const open = (alternatives: object[]) => {
  answerCalls({ "GET /api/properties/a/alternatives": () => [200, { alternatives }] });
  renderInApp(<BesideOneAnother id="a" units="metric" />, "/");
};
const column = async (name: string) => within(await screen.findByRole("listitem", { name }));

test("each says how sure it is, what it costs, and what is given up", async () => {
  open([
    each("a", "A"),
    each("b", "Wider", { total: 38_881, given_up: [], years: [] }),
    each("c", "Bare", { total: null, yearly: null, present_cost: null, warning: "Fails at Ground." }),
  ]);
  const one = await column("A");
  expect(one.getByText("the main one")).toBeTruthy();
  for (const words of ["€36,364", "€358", "€42,190", "86.0 m³", /2 years of 40 run short/])
    expect(one.getByText(words)).toBeTruthy();
  expect(one.getByRole("img").getAttribute("aria-label")).toBe(
    "A: the lowest water of each of 2 years, 1 of them short",
  );
  const wider = await column("Wider");
  expect(wider.getByText("Nothing, in all the recorded years.")).toBeTruthy();
  expect(wider.queryByRole("img")).toBeNull();
  const bare = await column("Bare");
  expect(bare.getAllByText("not priced")).toHaveLength(3);
  expect(bare.getByText("Fails at Ground.")).toBeTruthy();
});

test("a price that misses something is said to be the least", async () => {
  open([each("a", "A", { missing: 2 }), each("b", "B")]);
  expect((await column("A")).getByText("at least")).toBeTruthy();
  expect((await column("B")).queryByText("at least")).toBeNull();
});

test("three are shown at once, and which is chosen", async () => {
  open([each("a", "A"), each("b", "B"), each("c", "C"), each("d", "D")]);
  await column("C");
  expect(screen.queryByRole("listitem", { name: "D" })).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "D" }));
  await column("D");
  expect(screen.queryByRole("listitem", { name: "A" })).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "B" }));
  const named = screen.getAllByRole("listitem").flatMap((item) => item.getAttribute("aria-label") ?? []);
  expect(named).toEqual(["C", "D"]);
});

test("one alone has nothing to stand beside, and a server that fails is said", async () => {
  open([each("a", "A")]);
  await new Promise((done) => setTimeout(done, 20));
  expect(screen.queryByText("Beside one another")).toBeNull();
});

test("what cannot be worked out is asked for again", async () => {
  let fails = true;
  answerCalls({
    "GET /api/properties/a/alternatives": () =>
      fails
        ? [500, { errors: [{ field: "server", message: "the server failed" }] }]
        : [200, { alternatives: [each("a", "A"), each("b", "B")] }],
  });
  renderInApp(<BesideOneAnother id="a" units="metric" />, "/");
  const again = await screen.findByRole("button", { name: "Try again" });
  fails = false;
  fireEvent.click(again);
  await column("B");
});
