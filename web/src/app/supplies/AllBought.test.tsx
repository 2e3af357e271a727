import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import type { BoughtForAll } from "../../api/client";
import { money } from "../../lib/units";
import { demo, renderOnDemo } from "../../testing/demo";
import { AllBought } from "./AllBought";

const { price } = demo.plan;
const lines = demo.parts.filter((line) => line.quantity > 0);
const bought: BoughtForAll = {
  ...price,
  lines,
  asked_by: Object.fromEntries(lines.map((line, row) => [line.key, row === 0 ? ["Main supply", "Barn"] : ["Barn"]])),
};
const address = `GET /api/properties/${demo.id}/all-supplies/bought`;

test("all that is bought is listed by where, with who asks for it and what it costs", async () => {
  renderOnDemo(<AllBought />, demo, "/", { [address]: () => [200, bought] });
  expect(await screen.findByText(new RegExp(`^${lines.length} parts in one list`))).toBeTruthy();
  const rows = screen
    .getAllByRole("row", { hidden: true })
    .filter((row) => within(row).queryAllByRole("cell").length);
  expect(rows.length).toBeGreaterThanOrEqual(lines.length);
  const first = screen.getByRole("rowheader", { name: lines[0]!.name, hidden: true }).closest("tr")!;
  expect(first.textContent).toContain("Main supply, Barn");
  expect(first.textContent).toContain(lines[0]!.sold);
  expect(screen.getAllByText(money(price.currency, price.total.value!)).length).toBeGreaterThan(0);
  expect(screen.getByRole("link", { name: /Save all of it for a merchant/ }).getAttribute("href")).toContain(
    "/all-supplies/parts.csv",
  );
});

test("without a connection it says so", async () => {
  renderOnDemo(<AllBought />, demo, "/", { [address]: () => [503, { errors: [] }] });
  expect(await screen.findByText(/^The list is not kept here/)).toBeTruthy();
});
