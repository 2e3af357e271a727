import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { Route } from "wouter";
import type { Changes, Quote } from "../../api/quotes";
import { answerCalls, demo, renderInApp } from "../../testing/demo";
import { QuotesPage } from "./QuotesPage";

const quote = (number: string, more: Partial<Quote> = {}): Quote => ({
  id: `q${number}`,
  property_id: demo.id,
  number,
  change_of: number.includes("/") ? number.split("/")[0]! : null,
  revision: 3,
  name: "Saltmarrow",
  alternative: "A",
  dated: "2026-11-02",
  valid_until: "2099-12-02",
  note: "",
  currency: "€",
  total: 36_364.26,
  made_by: "Ada",
  standing: "open",
  answered_by: "",
  answered_on: null,
  ...more,
});
const SUMS = {
  currency: "€",
  materials: 19_000,
  labour: 8_860,
  other: 3_373,
  contingency: 1_574,
  rounding: 0,
  tax: 3_306,
  grants: 0,
};
const AS_AGREED: Changes = {
  values: [],
  parts: [],
  was: { ...SUMS, total: 36_364 },
  now: { ...SUMS, total: 36_364 },
  verdict_was: "Carries 38 of 40.",
  verdict_now: "Carries 38 of 40.",
  missing: [],
};
const CHANGED: Changes = {
  ...AS_AGREED,
  values: [{ place: "Liner tank: diameter", was: "6.9 m", now: "7.4 m" }],
  parts: [{ name: "Ring-panel tank", was: "1", now: "1", costs: 1_255.4 }],
  now: { ...SUMS, materials: 20_255, total: 37_812 },
  verdict_now: "Carries all 40 years.",
};

type Handlers = Parameters<typeof answerCalls>[0];
function open(quotes: Quote[], more: Handlers = {}, state: object = demo) {
  const at = `/api/properties/${demo.id}/quotes`;
  const calls = answerCalls({
    ...more,
    [`GET ${at}/q1/pages`]: () => [200, { pages: 2, paper: "letter" }],
    [`GET ${at}/q1/changes`]: () => [200, AS_AGREED],
    [`GET ${at}`]: () => [200, { quotes }],
    [`POST ${at}/q1/changes`]: () => [201, quote("1/1")],
    [`POST ${at}`]: () => [201, quote("1")],
    [`PUT ${at}/`]: () => [200, quote("1")],
    "GET /api/properties/": () => [200, state],
    ...more,
  });
  renderInApp(<Route path="/p/:id/quotes" component={QuotesPage} />, `/p/${demo.id}/quotes`);
  return calls;
}
const sent = (calls: ReturnType<typeof open>, method: string) =>
  calls
    .filter((call) => call.method === method)
    .map(({ path, body }) => [path.split("/quotes")[1], JSON.parse(body) as object]);

test("the first quote is made of the design as it stands, with words and paper", async () => {
  const calls = open([]);
  expect(await screen.findByText(/Nothing has been offered yet/)).toBeTruthy();
  await userEvent.type(screen.getByRole("textbox"), " As talked about. ");
  await userEvent.selectOptions(screen.getByRole("combobox"), "letter");
  await userEvent.click(screen.getByRole("button", { name: "Make a quote of it" }));
  await waitFor(() =>
    expect(sent(calls, "POST")).toEqual([
      ["", { base_revision: demo.revision, paper: "letter", note: "As talked about." }],
    ]),
  );
});

test("nothing is offered while a price is missing, or nothing is priced", async () => {
  const price = { ...demo.plan.price, missing: ["vessel"] };
  open([], {}, { ...demo, plan: { ...demo.plan, price } });
  expect(await screen.findByText(/One price is missing/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Make a quote of it" })).toBeNull();
  expect(screen.getByRole("link", { name: "Open Parts & price" }).getAttribute("href")).toBe(`/p/${demo.id}/price`);
});

const TOGETHER = {
  verdict: "Both supplies carry all 40 years.",
  supplies: [
    { id: "main", name: "House" },
    { id: "barn", name: "Barn" },
  ],
};
const SEVERAL = { ...demo, plan: { ...demo.plan, together: TOGETHER } };
const BOUGHT = `GET /api/properties/${demo.id}/all-supplies/bought`;

test("of several supplies all are offered, for the price of all", async () => {
  const total = { ...demo.plan.price.total, value: 51_234 };
  open([], { [BOUGHT]: () => [200, { ...demo.plan.price, total, missing: [], asked_by: {} }] }, SEVERAL);
  expect(await screen.findByText(/A with its 2 supplies as it stands/)).toBeTruthy();
  expect(screen.getByText("€51,234")).toBeTruthy();
  expect(screen.getByText("Both supplies carry all 40 years.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Make a quote of it" })).toBeTruthy();
});

test("a price that another supply lacks is entered there", async () => {
  const bought = { ...demo.plan.price, missing: ["barrel"], asked_by: { barrel: ["Barn"] } };
  open([], { [BOUGHT]: () => [200, bought] }, SEVERAL);
  const link = await screen.findByRole("link", { name: "Open Parts & price" });
  expect(link.getAttribute("href")).toBe(`/p/${demo.id}@barn/price`);
  expect(screen.queryByRole("button", { name: "Make a quote of it" })).toBeNull();
});

test("a quote that came too late or was refused says why, and nothing is lost", async () => {
  open([], {
    [`POST /api/properties/${demo.id}/quotes`]: () => [
      409,
      { errors: [{ field: "base_revision", message: "another revision stands" }], revision: 9 },
    ],
  });
  await screen.findByText(/Nothing has been offered yet/);
  await userEvent.type(screen.getByRole("textbox"), "Kept words");
  await userEvent.click(screen.getByRole("button", { name: "Make a quote of it" }));
  expect((await screen.findByRole("alert")).textContent).toContain("changed in another window");
  expect(screen.getByRole<HTMLTextAreaElement>("textbox").value).toBe("Kept words");
});

test("an open one is answered, and opened again when it was declined", async () => {
  const calls = open([
    quote("2"),
    quote("1", { standing: "declined", answered_on: "2026-11-09", answered_by: "Bo" }),
  ]);
  const row = within(await screen.findByRole("listitem", { name: "Quote 2" }));
  expect(row.getByText("Open, holds until 2 Dec 2099")).toBeTruthy();
  await userEvent.click(row.getByRole("button", { name: "Accepted: Quote 2" }));
  const declined = within(screen.getByRole("listitem", { name: "Quote 1" }));
  expect(declined.getByText("Declined on 9 Nov 2026, entered by Bo")).toBeTruthy();
  await userEvent.click(declined.getByRole("button", { name: "Open it again: Quote 1" }));
  await waitFor(() =>
    expect(sent(calls, "PUT")).toEqual([
      ["/q2", { standing: "accepted" }],
      ["/q1", { standing: "open" }],
    ]),
  );
});

test("one that no longer holds says so", async () => {
  open([quote("1", { valid_until: "2026-01-05" })]);
  expect(await screen.findByText("Open; it held until 5 Jan 2026")).toBeTruthy();
});

test("its pages are looked at as they were made", async () => {
  open([quote("1")]);
  await userEvent.click(await screen.findByRole("button", { name: "Look at it: Quote 1" }));
  const pages = await screen.findAllByRole("img");
  expect(pages.map((page) => page.getAttribute("src"))).toEqual([
    `/api/properties/${demo.id}/quotes/q1/pages/1`,
    `/api/properties/${demo.id}/quotes/q1/pages/2`,
  ]);
  expect(screen.getByRole("link", { name: "Save as PDF" }).getAttribute("href")).toBe(
    `/api/properties/${demo.id}/quotes/q1/pdf`,
  );
  await userEvent.click(screen.getByRole("button", { name: "Close: Quote 1" }));
  expect(screen.queryByRole("img")).toBeNull();
});

test("an accepted one stands, and a design that is as agreed asks for nothing", async () => {
  open([quote("1", { standing: "accepted", answered_on: "2026-11-09" })]);
  expect(await screen.findByText("A is as agreed.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: /Accepted|Declined|Withdraw|Make/ })).toBeNull();
});

test("what differs from what was agreed is listed, priced, and made a change order", async () => {
  const calls = open([quote("1", { standing: "accepted" })], {
    [`GET /api/properties/${demo.id}/quotes/q1/changes`]: () => [200, CHANGED],
  });
  expect(await screen.findByText("€1,448 more")).toBeTruthy();
  expect(screen.getByText(/Carries all 40 years/)).toBeTruthy();
  const cells = (name: string) =>
    within(screen.getByRole("rowheader", { name }).closest("tr")!)
      .getAllByRole("cell")
      .map((cell) => cell.textContent);
  expect(cells("Liner tank: diameter")).toEqual(["6.9 m", "7.4 m"]);
  expect(cells("Ring-panel tank")).toEqual(["1", "1", "+€1,255"]);
  expect(cells("Materials")).toEqual(["€19,000", "€20,255", "+€1,255"]);
  expect(screen.queryByRole("rowheader", { name: "Taken off" })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Make a change order of it" }));
  await waitFor(() =>
    expect(sent(calls, "POST")).toEqual([["/q1/changes", { base_revision: demo.revision, paper: "a4", note: "" }]]),
  );
});

test("a change order that waits is answered first, and a missing price is entered first", async () => {
  const found = { [`GET /api/properties/${demo.id}/quotes/q1/changes`]: () => [200, CHANGED] as [number, unknown] };
  open([quote("1", { standing: "accepted" }), quote("1/1")], found);
  expect(await screen.findByText(/Change order 1\/1 is open/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Make a change order of it" })).toBeNull();
});

test("a change that has no price yet is not offered", async () => {
  const changes = { ...CHANGED, missing: ["Coupling for the truck’s hose"] };
  open([quote("1", { standing: "accepted" })], {
    [`GET /api/properties/${demo.id}/quotes/q1/changes`]: () => [200, changes],
  });
  expect(await screen.findByText(/Not priced yet: Coupling for the truck’s hose/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Make a change order of it" })).toBeNull();
});
