import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, afterEach, expect, test, vi } from "vitest";
import { buried, demo, lastOperations, renderOnDemo } from "../../testing/demo";
import type { WithParts } from "../../testing/demo";
import { money } from "../../lib/units";
import { monthsBetween } from "./priced";
import { PriceSheet } from "./PriceSheet";
import { paidByYear } from "./YearsOfMoney";

const { price } = demo.plan;
const BOOK = { version: 3, lines: [], terms: {} };
const withPrice = (change: object, parts = demo.parts, document: object = {}): WithParts => ({
  ...demo,
  document: { ...demo.document, ...document },
  parts,
  plan: { ...demo.plan, price: { ...price, ...change } },
});
const noPrice = (key: string) =>
  demo.parts.map((line) =>
    line.key === key ? { ...line, unit_price: null, total: null, not_priced: "not in the price book" } : line,
  );

beforeEach(() => vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-11-29T12:00:00") }));
afterEach(() => vi.useRealTimers());

test("the price stands there with what it is made of, and adds up", async () => {
  renderOnDemo(<PriceSheet />, demo, "/?view=price");
  const [total] = await screen.findAllByRole("button", { name: /^Total, .*: why$/ });
  expect(total!.textContent).toBe(money("€", price.total.value!));
  const list = within(screen.getByRole("region", { name: "Put together" }));
  for (const part of ["materials", "labour", "other", "contingency", "tax", "total"] as const)
    expect(list.getByText(price[part].label)).toBeTruthy();
  const parts = [price.materials, price.labour, price.other, price.contingency, price.tax];
  expect(parts.reduce((sum, { value }) => sum + value!, 0) - price.grants.value!).toBeCloseTo(price.total.value!, 6);
  expect(screen.queryByRole("region", { name: "Not priced" })).toBeNull();
  expect(screen.getByRole("link", { name: "Quotes" }).getAttribute("href")).toBe(`/p/${demo.id}/quotes`);
});

test("what is not priced is asked for, and its price goes into the firm's book", async () => {
  const state = withPrice({ missing: ["vessel", "labour"] }, noPrice("vessel"));
  const calls = renderOnDemo(<PriceSheet />, state, "/?view=price", {
    "GET /api/price-book": () => [200, BOOK],
    "POST /api/price-book/edits": () => [200, { ...BOOK, version: 4 }],
  });
  const missing = within(await screen.findByRole("region", { name: "Not priced" }));
  expect(missing.getAllByRole("listitem")).toHaveLength(2);
  expect(missing.getByText("An hour of one person")).toBeTruthy();
  const field = missing.getByRole("textbox", { name: "Price of Pressure vessel, 200 L, each" });
  fireEvent.change(field, { target: { value: "dear" } });
  fireEvent.blur(field);
  expect(missing.getByRole("alert").textContent).toContain("write an amount");
  fireEvent.change(field, { target: { value: "215,50" } });
  fireEvent.keyDown(field, { key: "Enter" });
  fireEvent.blur(field);
  await waitFor(() => {
    const sent = calls.find((call) => call.path === "/api/price-book/edits");
    expect(JSON.parse(sent!.body)).toEqual({
      base_version: 3,
      put: [
        {
          key: "vessel",
          name: "Pressure vessel, 200 L",
          unit: "each",
          length_m: null,
          price: 215.5,
          currency: "€",
          supplier: "",
          dated: "2026-11-29",
          lead_days: 5,
        },
      ],
      remove: [],
      terms: null,
    });
  });
  await waitFor(() => expect(calls.filter(({ path }) => path.endsWith("/parts"))).toHaveLength(2));
});

test("a price that the server refuses says why, and what was typed stays", async () => {
  const state = withPrice({ missing: ["vessel"] }, noPrice("vessel"));
  renderOnDemo(<PriceSheet />, state, "/?view=price", {
    "GET /api/price-book": () => [200, BOOK],
    "POST /api/price-book/edits": () => [
      409,
      { errors: [{ field: "base_version", message: "was changed elsewhere" }] },
    ],
  });
  const field = await screen.findByRole("textbox", { name: "Price of Pressure vessel, 200 L, each" });
  fireEvent.change(field, { target: { value: "215" } });
  fireEvent.blur(field);
  expect((await screen.findByRole("alert")).textContent).toMatch(/changed elsewhere/);
  expect((field as HTMLInputElement).value).toBe("215");
});

test("without a book it is said where prices come from", async () => {
  renderOnDemo(<PriceSheet />, withPrice({ booked: false }), "/?view=price");
  expect((await screen.findByRole("link", { name: "price book" })).getAttribute("href")).toBe("/prices");
});

test("prices that are old are asked for again, with their age", async () => {
  expect(monthsBetween("2025-07-18", "2026-11-29")).toBe(16);
  expect(monthsBetween("2025-11-30", "2026-11-29")).toBe(11);
  renderOnDemo(<PriceSheet />, demo, "/?view=price");
  const old = within(await screen.findByRole("region", { name: "Old prices" }));
  expect(old.getAllByRole("listitem")).toHaveLength(1);
  expect(old.getByText("16 months old")).toBeTruthy();
});

test("hours are the parts' own until somebody enters theirs, and can be so again", async () => {
  const calls = renderOnDemo(
    <PriceSheet />,
    withPrice(
      { works: price.works.map((work) => (work.key === "pipes" ? { ...work, hours: 20, entered: true } : work)) },
      demo.parts,
      { price: { ...demo.document.price, hours: { pipes: 20 } } },
    ),
    "/?view=price",
  );
  const ground = await screen.findByRole("textbox", { name: /^Hours of Ground/ });
  expect(ground.className).toContain("assumed");
  fireEvent.change(ground, { target: { value: "9" } });
  fireEvent.blur(ground);
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "add", path: "/price/hours", value: { pipes: 20, ground: 9 } }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Hours of Pipes in the ground by its parts" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/price/hours/pipes" }]));
});

test("margin, contingency and tax are the firm's until the property has its own", async () => {
  const calls = renderOnDemo(<PriceSheet />, demo, "/?view=price");
  const margin = await screen.findByRole("textbox", { name: /^Margin/ });
  expect((margin as HTMLInputElement).value).toBe("12 %");
  expect(margin.className).toContain("assumed");
  fireEvent.change(margin, { target: { value: "15" } });
  fireEvent.blur(margin);
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/price/margin", value: 0.15 }]));
});

test("costs and grants are added, changed and taken out", async () => {
  const entered = {
    ...demo.document.price,
    other: [{ id: "other-1", name: "Barge", amount: 640 }],
    grants: [
      {
        id: "grant-1",
        name: "Island grant",
        kind: "grant" as const,
        of: "materials" as const,
        share: 0.2,
        amount: 0,
      },
    ],
  };
  const calls = renderOnDemo(
    <PriceSheet />,
    withPrice({ granted: [3850] }, demo.parts, { price: entered }),
    "/?view=price",
  );
  const grants = within(await screen.findByRole("region", { name: "Grants and rebates" }));
  expect(grants.getByText("€3,850")).toBeTruthy();
  await userEvent.click(grants.getByRole("button", { name: /^What Island grant is for/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "the labour" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/price/grants/0/of", value: "labour" }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Remove Barge" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/price/other/0" }]));
  await userEvent.click(screen.getByRole("button", { name: "Add a cost" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "add", path: "/price/other/-", value: { id: "other-2", name: "Another cost", amount: 0 } },
      { op: "add", path: "/assumed/-", value: "/price/other/1/amount" },
    ]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Add a grant" }));
  await waitFor(() =>
    expect(lastOperations(calls)![0]).toMatchObject({
      path: "/price/grants/-",
      value: { id: "grant-2", kind: "grant" },
    }),
  );
});

test("what it costs to keep stands by the year, and the cost of rain by the unit of the property", async () => {
  renderOnDemo(<PriceSheet />, buried, "/?view=own");
  const each = buried.plan.price.cost_per_m3.value! * 3.785411784;
  expect(await screen.findByText(`$${each.toFixed(2)}`)).toBeTruthy();
  expect(screen.getByText(/for each 1,000 gal of water delivered/)).toBeTruthy();
  const table = within(screen.getByRole("region", { name: "Upkeep" }));
  expect(table.getAllByRole("row")).toHaveLength(buried.plan.price.upkeep.length + 1);
});

test("money over the years is paid when it falls due: by hand", () => {
  const line = (every_months: number, each_time: number | null, replaces = false) => ({
    ...price.upkeep[0]!,
    every_months,
    each_time,
    replaces,
  });
  const paid = paidByYear({
    ...price,
    shares: { ...price.shares, years: 4 },
    upkeep: [line(12, 10), line(18, 7), line(24, 100, true), line(6, null)],
  });
  // 7 falls due after 18 and 36 months; the pump after 24, and not on the last day.
  expect(paid).toEqual([
    { year: 1, upkeep: 10, replaced: 0 },
    { year: 2, upkeep: 17, replaced: 100 },
    { year: 3, upkeep: 17, replaced: 0 },
    { year: 4, upkeep: 10, replaced: 0 },
  ]);
});

test("a line shows its price and what it makes; a tank by volume is no single price", async () => {
  renderOnDemo(<PriceSheet />);
  const gutter = within(await screen.findByRole("listitem", { name: "Half-round gutter, 125 mm" }));
  await userEvent.click(gutter.getByRole("button", { name: /^Half-round/ }));
  expect((gutter.getByRole("textbox", { name: /^Price of Half-round/ }) as HTMLInputElement).value).toBe("19.00");
  expect(gutter.getByText("makes €323")).toBeTruthy();
  const tank = within(screen.getByRole("listitem", { name: /^Ring-panel tank/ }));
  await userEvent.click(tank.getByRole("button", { name: /^Ring-panel/ }));
  expect(tank.queryByRole("textbox", { name: /^Price of/ })).toBeNull();
  expect(tank.getByRole("link", { name: "by what it holds" })).toBeTruthy();
});

test("what was paid is kept with the line", async () => {
  const calls = renderOnDemo(<PriceSheet />);
  const lock = within(await screen.findByRole("listitem", { name: "Lock for the lid" }));
  await userEvent.click(lock.getByRole("button", { name: "Lock for the lid" }));
  await userEvent.type(lock.getByLabelText("Paid for Lock for the lid"), "12,90{Enter}");
  await waitFor(() => expect(lastOperations(calls)).toMatchObject([{ value: { paid: 12.9, bought: false } }]));
});
