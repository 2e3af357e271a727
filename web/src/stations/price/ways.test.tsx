import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { money } from "../../lib/units";
import { PriceSheet } from "./PriceSheet";
import { apart } from "./WaysDrawing";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 700] }));

const { others, currency } = demo.plan.price;
const opened = async (state = demo) => {
  const calls = renderOnDemo(<PriceSheet />, state);
  await userEvent.click(await screen.findByRole("tab", { name: "Other ways" }));
  await screen.findByText(others!.text);
  return calls;
};

test("every way has its row, and its line ends at what its row says", async () => {
  await opened();
  const picture = screen.getByRole("img", { name: /^Over 20 years/ });
  for (const way of others!.ways) {
    const row = within(screen.getByRole("row", { name: new RegExp(`^${way.name}`) }));
    expect(row.getByText(money(currency, way.cost!.present_cost))).toBeTruthy();
    expect(picture.getAttribute("aria-label")).toContain(`${way.name}: ${money(currency, way.cost!.present_cost)}`);
    expect(way.cost!.paid.at(-1)).toBeCloseTo(way.cost!.present_cost, 6);
  }
  expect(picture.querySelectorAll("circle")).toHaveLength(others!.ways.flatMap((way) => way.cost!.crosses).length);
});

test("the owner's figures are entered in the sentence", async () => {
  const calls = await opened();
  const tariff = screen.getByRole("textbox", { name: "Tariff of the mains" });
  await userEvent.clear(tariff);
  await userEvent.type(tariff, "4.10{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/price/ways/mains/per_m3", value: 4.1 }]),
  );
});

test("what is not entered is asked for, and has no line", async () => {
  const ways = others!.ways.map((way) =>
    way.key === "well" ? { ...way, cost: null, asks: ["the drilling", "its upkeep"] } : way,
  );
  const plan = { ...demo.plan, price: { ...demo.plan.price, others: { ...others!, ways } } };
  await opened({ ...demo, plan });
  expect(screen.getByText("Not compared yet: enter the drilling and its upkeep.")).toBeTruthy();
  expect(screen.getByRole("img", { name: /^Over 20 years/ }).getAttribute("aria-label")).not.toContain(
    "Drilled well",
  );
});

test("mains that are too weak have no line", async () => {
  const ways = others!.ways.map((way) => (way.key === "mains" ? { ...way, too_weak: true } : way));
  const plan = { ...demo.plan, price: { ...demo.plan.price, others: { ...others!, ways } } };
  await opened({ ...demo, plan });
  expect(screen.getByRole("img", { name: /^Over 20 years/ }).getAttribute("aria-label")).not.toContain("Mains");
});

test("without rain nothing is compared", async () => {
  const plan = { ...demo.plan, price: { ...demo.plan.price, others: null } };
  renderOnDemo(<PriceSheet />, { ...demo, plan });
  await userEvent.click(await screen.findByRole("tab", { name: "Other ways" }));
  expect(await screen.findByText(/once there is a record of rain/)).toBeTruthy();
});

test("names of lines that end close together are moved apart, and stay in their order", () => {
  expect(apart([100, 95, 20], 16, 200)).toEqual([100, 84, 20]);
  expect(apart([210, 209], 16, 200)).toEqual([200, 184]);
});

test("while prices are missing no line is said to cross that of rain", async () => {
  const plan = { ...demo.plan, price: { ...demo.plan.price, others: { ...others!, at_least: true } } };
  await opened({ ...demo, plan });
  expect(screen.getByRole("row", { name: /^Rain, as designed, at least/ })).toBeTruthy();
  expect(screen.getAllByText("not known")).toHaveLength(others!.ways.length - 1);
});
