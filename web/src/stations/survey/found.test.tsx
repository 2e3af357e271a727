import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { SurveySheet } from "./SurveySheet";

const PARTS = [
  {
    key: "gutters/house",
    name: "Gutters of House",
    looks_for: "Sagging.",
    stage: "gutters",
    state: "worn",
    note: "two joints drip",
  },
  { key: "overflow", name: "Overflow", looks_for: "Blocked.", stage: "overflow", state: "not_looked_at", note: "" },
] as const;

function found() {
  const state = structuredClone(demo);
  state.document.audit = {
    as_found: true,
    conditions: { "gutters/house": { state: "worn", note: "two joints drip" } },
  };
  state.plan.survey.found = [...PARTS];
  state.document.photos = { p: { of: "found/overflow", by: "", on: null, arrows: [] } };
  return state;
}
const open = (state = found()) => renderOnDemo(<SurveySheet />, state, "/?view=found");
const rowOf = async (name: string) => within(await screen.findByRole("listitem", { name }));

test("a design says what it is, and nothing of condition; one press makes it a supply as it was found", async () => {
  const calls = open(structuredClone(demo));
  const view = within(await screen.findByRole("region", { name: "As found" }));
  expect(view.queryByRole("heading")).toBeNull();
  fireEvent.keyDown(view.getByRole("button", { name: /What this design is/ }), { key: "Enter" });
  fireEvent.click(await screen.findByRole("menuitemradio", { name: /a supply as it was found/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/audit/as_found", value: true }]),
  );
});

test("each part says what to look for and what it is like, with its photos", async () => {
  open();
  expect((await screen.findByRole("heading", { name: /^What is there, 2 parts/ })).textContent).toContain(
    "1 of them looked at",
  );
  const gutters = await rowOf("Gutters of House");
  expect(gutters.getByText("Sagging.")).toBeTruthy();
  expect(gutters.getByRole("button", { name: /Condition of Gutters/ }).textContent).toContain("worn");
  expect(gutters.getByRole("img", { name: "caution" })).toBeTruthy();
  expect((await rowOf("Overflow")).getByRole("button", { name: "Photo 1 of 1: Overflow" })).toBeTruthy();
});

test("condition and note are written to the part, each with the other as it stands", async () => {
  const calls = open();
  const gutters = await rowOf("Gutters of House");
  fireEvent.keyDown(gutters.getByRole("button", { name: /Condition of Gutters/ }), { key: "Enter" });
  fireEvent.click(await screen.findByRole("menuitemradio", { name: /^broken/ }));
  const path = "/audit/conditions/gutters~1house";
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "add", path, value: { state: "broken", note: "two joints drip" } }]),
  );
  const note = gutters.getByRole("textbox", { name: "Note to Gutters of House" });
  fireEvent.change(note, { target: { value: "two joints drip " } });
  fireEvent.blur(note);
  expect(calls.filter(({ path: at }) => at.endsWith("/edits"))).toHaveLength(1);
  fireEvent.change(note, { target: { value: " all of them drip " } });
  fireEvent.blur(note);
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "add", path, value: { state: "worn", note: "all of them drip" } }]),
  );
});

test("what is wrong stands below, cautions and what fails, and notes do not", async () => {
  const state = found();
  open(state);
  const wrong = state.plan.findings.filter(({ severity }) => severity !== "note");
  const list = within(await screen.findByRole("list", { name: "What is wrong" }));
  expect(list.getAllByRole("listitem").map((item) => item.textContent)).toEqual(
    wrong.map(({ text, fix }) => `${text} ${fix}`),
  );
  expect(screen.getByRole("heading", { name: new RegExp(`^What is wrong, ${wrong.length}`) })).toBeTruthy();
});

test("a part's photo is not among those of what is not asked any more", async () => {
  renderOnDemo(<SurveySheet />, found());
  await screen.findByRole("heading", { name: "Survey" });
  expect(screen.queryByRole("region", { name: "Photos of what is not asked any more" })).toBeNull();
});
