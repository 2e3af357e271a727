import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { renderOnDemo, demo } from "../../testing/demo";
import { PricesPage } from "./PricesPage";

const TERMS = {
  margin: 0.12,
  contingency: 0.05,
  tax: 0.1,
  tax_included: false,
  years: 20,
  discount_rate: 0.03,
  old_after_months: 12,
  firm: { name: "Tarn", address: "3 Sluice Yard", contact: "", registered: "", terms: "", valid_days: 30 },
};
const line = (key: string, name: string, price: number, more: object = {}) => ({
  key,
  name,
  unit: "each",
  length_m: null,
  price,
  currency: "€",
  supplier: "Quay Plumbing",
  dated: "2026-08-21",
  lead_days: null,
  ...more,
});
const BOOK = {
  version: 7,
  terms: TERMS,
  lines: [
    line("vessel", "Pressure vessel", 215, { lead_days: 5 }),
    line("rcd-outlet", "Outlet", 64, { dated: "2025-07-18" }),
    line("drain-pipe-110-mm", "Drain pipe, 110 mm", 24, { unit: "length", length_m: 6 }),
    line("vessel", "Pressure vessel", 240, { currency: "$" }),
  ],
};
type Answers = NonNullable<Parameters<typeof renderOnDemo>[3]>;
const open = (answers: Answers = {}, book: object = BOOK) =>
  renderOnDemo(<PricesPage />, demo, "/prices", {
    ...answers,
    "GET /api/price-book": () => [200, book],
    "POST /api/price-book/edits": answers["POST /api/price-book/edits"] ?? (() => [200, book]),
  });
const edits = (calls: ReturnType<typeof open>) =>
  calls
    .filter(({ path }) => path === "/api/price-book/edits")
    .map(({ body }) => JSON.parse(body) as { terms: unknown });

beforeEach(() => vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-11-29T12:00:00") }));
afterEach(() => vi.useRealTimers());

test("the book shows prices of one currency, found by their words, and which are old", async () => {
  open();
  expect(await screen.findAllByRole("listitem")).toHaveLength(3);
  expect(screen.getByRole("listitem", { name: "Drain pipe, 110 mm" }).textContent).toContain("for a length of 6 m");
  await userEvent.click(screen.getByRole("button", { name: "1 to be asked for again" }));
  expect(screen.getAllByRole("listitem").map((row) => row.getAttribute("aria-label"))).toEqual(["Outlet"]);
  await userEvent.click(screen.getByRole("button", { name: "1 to be asked for again" }));
  await userEvent.type(screen.getByRole("searchbox"), "pipe 110");
  expect(screen.getAllByRole("listitem")).toHaveLength(1);
  await userEvent.type(screen.getByRole("searchbox"), " gold");
  expect(screen.getByText(/No price with “pipe 110 gold”/)).toBeTruthy();
  await userEvent.clear(screen.getByRole("searchbox"));
  await userEvent.selectOptions(screen.getByLabelText("Currency"), "$");
  expect(screen.getAllByRole("listitem")).toHaveLength(1);
});

test("a price is written where it is read, and keeps its supplier", async () => {
  const calls = open();
  const field = await screen.findByRole("textbox", { name: "Price of Drain pipe, 110 mm, for each length" });
  fireEvent.change(field, { target: { value: "26.40" } });
  fireEvent.blur(field);
  await waitFor(() =>
    expect(edits(calls)).toMatchObject([
      {
        base_version: 7,
        put: [{ key: "drain-pipe-110-mm", price: 26.4, length_m: 6, supplier: "Quay Plumbing", dated: "2026-11-29" }],
      },
    ]),
  );
});

test("a price is taken out of the book", async () => {
  const calls = open();
  await userEvent.click(await screen.findByRole("button", { name: "Take Outlet out" }));
  await waitFor(() => expect(edits(calls)).toMatchObject([{ remove: [{ key: "rcd-outlet", currency: "€" }] }]));
});

test("the terms of the firm are words in a sentence", async () => {
  const calls = open();
  const margin = await screen.findByRole("textbox", { name: "Margin" });
  fireEvent.change(margin, { target: { value: "12,5 %" } });
  fireEvent.blur(margin);
  await waitFor(() => expect(edits(calls)).toMatchObject([{ terms: { ...TERMS, margin: 0.125 } }]));
  await userEvent.click(screen.getByRole("button", { name: /^Prices of parts/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "have in them" }));
  await waitFor(() => expect(edits(calls).at(-1)).toMatchObject({ terms: { ...TERMS, tax_included: true } }));
});

test("terms that are refused say why", async () => {
  open({
    "POST /api/price-book/edits": () => [422, { errors: [{ field: "terms.years", message: "must be at least 1" }] }],
  });
  const years = await screen.findByRole("textbox", { name: "Years" });
  fireEvent.change(years, { target: { value: "0" } });
  fireEvent.blur(years);
  expect((await screen.findByRole("alert")).textContent).toContain("at least 1");
});

const PREVIEW = {
  version: 7,
  new: 1,
  changed: 1,
  same: 2,
  refused: 1,
  problems: ["line 9: price: must be a number from 0 up, got '-3'"],
  unused: ["Drain pipe is sold by the length, and priced by the m"],
  moved: [
    { key: "vessel", currency: "€", name: "Pressure vessel", before: 215, after: 260, unit: "each" },
    { key: "union", currency: "€", name: "Union", before: null, after: 9, unit: "each" },
  ],
};
const choose = async () => {
  const file = new File(["key,unit,price\n"], "prices.csv", { type: "text/csv" });
  fireEvent.change(await screen.findByLabelText("Table of prices"), { target: { files: [file] } });
};

test("a table is looked at before it is written into the book", async () => {
  const calls = open({
    "POST /api/price-book/preview": () => [200, PREVIEW],
    "POST /api/price-book/import": () => [200, { ...BOOK, version: 8 }],
  });
  await screen.findAllByRole("listitem");
  await choose();
  const dialog = within(await screen.findByRole("dialog"));
  expect(await dialog.findByText("1 that cannot be read")).toBeTruthy();
  expect(dialog.getByText(PREVIEW.problems[0]!)).toBeTruthy();
  expect(dialog.getByText(PREVIEW.unused[0]!)).toBeTruthy();
  expect(within(dialog.getByRole("list", { name: "What changes" })).getAllByRole("listitem")).toHaveLength(2);
  await userEvent.click(dialog.getByRole("button", { name: "Write 2 prices" }));
  await waitFor(() => expect(calls.some(({ path }) => path.startsWith("/api/price-book/import"))).toBe(true));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
});

test("what is no table says so, and nothing is written", async () => {
  open({
    "POST /api/price-book/preview": () => [422, { errors: [{ field: "line 1", message: "must name the columns" }] }],
  });
  await screen.findAllByRole("listitem");
  await choose();
  const dialog = within(await screen.findByRole("dialog"));
  expect((await dialog.findByRole("alert")).textContent).toContain("must name the columns");
  expect((dialog.getByRole("button", { name: "Reading" }) as HTMLButtonElement).disabled).toBe(true);
});

test("an empty book says how it is filled", async () => {
  open({}, { ...BOOK, lines: [] });
  expect(await screen.findByText(/There is no price yet/)).toBeTruthy();
});

test("the firm is entered as it stands on reports and quotes", async () => {
  const calls = open();
  await userEvent.click(await screen.findByText(/The firm, as it stands on reports and quotes: Tarn/));
  const name = screen.getByLabelText("Name");
  await userEvent.clear(name);
  await userEvent.type(name, "Tarn & Gully{Enter}");
  await userEvent.type(screen.getByLabelText("Address"), "\nPellisford");
  await userEvent.tab();
  const days = screen.getByLabelText("Days that a quote holds");
  await userEvent.clear(days);
  await userEvent.type(days, "45{Enter}");
  await waitFor(() => expect(edits(calls)).toHaveLength(3));
  const firms = edits(calls).map(({ terms }) => (terms as typeof TERMS).firm);
  expect([firms[0]!.name, firms[1]!.address, firms[2]!.valid_days]).toEqual([
    "Tarn & Gully",
    "3 Sluice Yard\nPellisford",
    45,
  ]);
});

test("how long something takes to come is entered in whole days, and stays with a new price", async () => {
  const calls = open();
  const days = await screen.findByLabelText("Days from the order until it is there: Pressure vessel");
  expect((days as HTMLInputElement).value).toBe("5");
  await userEvent.clear(days);
  await userEvent.type(days, "soon{Enter}");
  expect(await screen.findByText(/write whole days, from 0 to 730/)).toBeTruthy();
  await userEvent.clear(days);
  await userEvent.type(days, "12{Enter}");
  await waitFor(() => expect(edits(calls)).toHaveLength(1));
  const price = screen.getByLabelText("Price of Pressure vessel, each");
  await userEvent.clear(price);
  await userEvent.type(price, "230{Enter}");
  await waitFor(() => expect(edits(calls)).toHaveLength(2));
  const put = (at: number) => (edits(calls)[at] as unknown as { put: object[] }).put[0];
  expect(put(0)).toMatchObject({ key: "vessel", lead_days: 12, price: 215, supplier: "Quay Plumbing" });
  expect(put(1)).toMatchObject({ key: "vessel", lead_days: 5, price: 230 });
});
