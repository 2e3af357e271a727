import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { Route } from "wouter";
import { answerCalls, buried, demo, renderInApp } from "../../testing/demo";
import type { WithParts } from "../../testing/demo";
import { PapersPage } from "./PapersPage";

type Handlers = Parameters<typeof answerCalls>[0];
const PAGES = { revision: 4, pages: 3 };

function open(state: WithParts = demo, at = `/p/${state.id}/papers`, more: Handlers = {}) {
  const calls = answerCalls({
    ...more,
    [`GET /api/properties/${state.id}/papers/`]: () => [200, PAGES],
    "GET /api/properties/": () => [200, { ...state, revision: 4 }],
    ...more,
  });
  renderInApp(<Route path="/p/:id/papers" component={PapersPage} />, at);
  return calls;
}
const sources = () => screen.getAllByRole("img").map((page) => page.getAttribute("src"));

test("the report is looked at page by page, and saved as a PDF", async () => {
  open();
  expect(await screen.findAllByRole("img")).toHaveLength(3);
  const at = `/api/properties/${demo.id}/papers/report`;
  expect(sources()[2]).toBe(`${at}/pages/3?paper=a4&revision=4`);
  expect(screen.getByRole("link", { name: "Save as PDF" }).getAttribute("href")).toBe(`${at}/pdf?paper=a4`);
  expect(screen.getByText(/, 3 pages/)).toBeTruthy();
});

test("another sheet and another paper are asked for by the same name", async () => {
  const calls = open();
  await screen.findAllByRole("img");
  await userEvent.click(screen.getByRole("button", { name: "Which sheet: Report for the owner" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /Install sheet/ }));
  await userEvent.click(screen.getByRole("button", { name: "Paper: A4" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /letter/ }));
  await waitFor(() => expect(sources()[0]).toContain("/papers/install/pages/1?paper=letter"));
  expect(
    calls
      .filter(({ path }) => path.includes("/papers/"))
      .map(({ path, query }) => [path.split("/").at(-1), query.get("paper")]),
  ).toEqual([
    ["report", "a4"],
    ["install", "a4"],
    ["install", "letter"],
  ]);
});

test("a property in US units begins with letter paper, and an address that names no sheet with the report", async () => {
  open(buried, `/p/${buried.id}/papers?sheet=poem&paper=papyrus`);
  await screen.findAllByRole("img");
  expect(sources()[0]).toContain("/papers/report/pages/1?paper=letter");
});

test("a sheet that cannot be set says why", async () => {
  open(demo, undefined, {
    [`GET /api/properties/${demo.id}/papers/`]: () => [
      422,
      { errors: [{ field: "rain", message: "is needed first" }] },
    ],
  });
  expect((await screen.findByRole("alert")).textContent).toContain("is needed first");
});

test("a property that is gone is said to be", async () => {
  answerCalls({});
  renderInApp(<Route path="/p/:id/papers" component={PapersPage} />, "/p/none/papers");
  expect((await screen.findByRole("alert")).textContent).toContain("no such property");
});
