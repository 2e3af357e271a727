import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, test } from "vitest";
import type { Document, JobState, PropertyState } from "../../api/client";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { isMissing, withWhatStands } from "./answers";
import type { Item } from "./answers";
import { SurveySheet } from "./SurveySheet";

const itemOf = (state: PropertyState, key: string) => state.plan.survey.items.find((item) => item.key === key)!;
const rowOf = async (asks: string) =>
  (await screen.findByRole("checkbox", { name: `Seen: ${asks}` })).closest<HTMLElement>("li")!;

/** The demo before anybody has entered the values at these places. */
function withAssumed(paths: string[]): PropertyState {
  const state = structuredClone(demo);
  state.document.assumed = [...state.document.assumed, ...paths];
  for (const item of state.plan.survey.items) if (paths.includes(item.path ?? "")) item.state = "assumed";
  return state;
}

describe("the state of an item", () => {
  test.each([demo, buried, terrace])("is what the server says, where nothing was typed since", (state) => {
    for (const item of state.plan.survey.items) expect(withWhatStands(item, state.document)).toEqual(item);
  });

  test("follows what is typed, ticked and left out while no server answers", () => {
    const state = structuredClone(buried);
    const gate = itemOf(state, "ground/gate_m");
    const now = () => withWhatStands(gate, state.document);
    state.document.ground.gate_m = 3.2;
    state.document.assumed = state.document.assumed.filter((path) => !path.startsWith("/ground"));
    expect(now()).toMatchObject({ state: "entered", value: 3.2 });
    state.document.survey["ground/gate_m"] = { mark: "seen", value: 3.2, by: "Ana", on: "2026-11-29", note: "" };
    expect(now()).toMatchObject({ state: "confirmed", by: "Ana" });
    state.document.ground.gate_m = 2.9;
    expect(now().state).toBe("entered");
    state.document.assumed = [...state.document.assumed, "/ground/gate_m"];
    expect(now().state).toBe("assumed");
    state.document.survey["ground/gate_m"].mark = "left_out";
    expect(now().state).toBe("left_out");
    expect(isMissing(now())).toBe(false);
  });

  test("a thing to look at is open until it is ticked, and a note is no tick", () => {
    const state = structuredClone(demo);
    const route = itemOf(state, "road/route");
    expect(withWhatStands(route, state.document).state).toBe("open");
    state.document.survey["road/route"] = { mark: "noted", value: null, by: "", on: null, note: "by the barn" };
    expect(withWhatStands(route, state.document)).toMatchObject({ state: "open", note: "by the barn" });
  });
});

describe("the list round the house", () => {
  test("has what is missing in the order of a walk, and all of it on demand", async () => {
    renderOnDemo(<SurveySheet />);
    const { items, missing } = demo.plan.survey;
    await screen.findByText(new RegExp(`^${missing} of the ${items.length} things`));
    expect(screen.getAllByRole("checkbox", { name: /^Seen: / })).toHaveLength(missing);
    await userEvent.click(screen.getByRole("button", { name: `All, ${items.length}` }));
    expect(screen.getAllByRole("checkbox").map((box) => box.getAttribute("aria-label"))).toEqual(
      items.map(({ asks }) => `Seen: ${asks}`),
    );
  });

  test("a tick writes what stood there, and that it is confirmed", async () => {
    const state = withAssumed(["/ground/slope"]);
    const item = itemOf(state, "ground/slope");
    const calls = renderOnDemo(<SurveySheet />, state);
    fireEvent.click(within(await rowOf(item.asks)).getByRole("checkbox"));
    await waitFor(() => expect(lastOperations(calls)).toHaveLength(2));
    expect(lastOperations(calls)).toEqual([
      {
        op: "add",
        path: `/survey/${item.key.replaceAll("/", "~1")}`,
        value: {
          mark: "seen",
          value: item.value,
          by: "",
          on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as string,
          note: "",
        },
      },
      { op: "confirm", path: "/assumed", value: [item.path] },
    ]);
  });

  test("what nobody has measured is entered before it is ticked, and can be left out", async () => {
    const state = structuredClone(demo);
    const item: Item = itemOf(state, "roofs/house/outlet_m");
    state.document.roofs[0]!.outlet_m = null;
    Object.assign(item, { value: null, state: "open" });
    const calls = renderOnDemo(<SurveySheet />, state);
    const row = within(await rowOf(item.asks));
    expect(row.getByRole<HTMLButtonElement>("checkbox").disabled).toBe(true);
    fireEvent.click(row.getByRole("button", { name: `Leave out: ${item.asks}` }));
    await waitFor(() =>
      expect(lastOperations(calls)).toMatchObject([{ op: "add", value: { mark: "left_out", value: null } }]),
    );
    fireEvent.click(row.getByRole("button", { name: `${item.asks}: not measured` }));
    const entry = row.getByRole("textbox", { name: item.asks });
    await userEvent.type(entry, "2.45{Enter}");
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/0/outlet_m", value: 2.45 }]),
    );
  });

  test("a note is kept when its field is left", async () => {
    const calls = renderOnDemo(<SurveySheet />);
    const route = itemOf(demo, "road/route");
    fireEvent.click(within(await rowOf(route.asks)).getByRole("button", { name: `Note to ${route.asks}` }));
    const field = screen.getByRole("textbox", { name: `Note to ${route.asks}` });
    await userEvent.type(field, "turns at the barn");
    fireEvent.blur(field);
    await waitFor(() =>
      expect(lastOperations(calls)).toMatchObject([
        { op: "add", path: "/survey/road~1route", value: { mark: "noted", note: "turns at the barn" } },
      ]),
    );
  });
});

test("before you leave, what decides stands first, with what it moves", async () => {
  const state = withAssumed(["/ground/slope", "/ground/to_footing_m"]);
  const [first, second] = [itemOf(state, "ground/slope"), itemOf(state, "ground/to_footing_m")];
  const end = { value: 1, years_carried: 40, needed_l: 1, appears: ["The overflow would not do."], goes: [] };
  const tried = (item: Item, rank: "decides" | "nothing") => ({
    path: item.path!,
    value: item.value,
    rank,
    ends: [end, { ...end, years_carried: 21 }],
    why: "paced, not taped",
    basis: "estimate" as const,
  });
  // Nothing that the list asks for: named below it where it moves something.
  const runoff = { ...tried(first, "decides"), path: "/roofs/2/runoff" };
  const job = {
    id: "j1",
    kind: "worth",
    revision: demo.revision,
    state: "done",
    done: 2,
    of: 2,
    problem: "",
    band: null,
    front: null,
    worth: {
      items: [
        tried(second, "decides"),
        tried(first, "nothing"),
        runoff,
        { ...runoff, path: "/roofs/1/runoff", rank: "nothing" },
      ],
    },
  } satisfies JobState;
  renderOnDemo(<SurveySheet />, state, "/?view=leave", {
    [`POST /api/properties/${demo.id}/jobs`]: () => [202, job],
    "GET /api/jobs/": () => [200, job],
  });
  await userEvent.click(await screen.findByRole("button", { name: "Try what is not measured" }));
  const decides = await screen.findByRole("region", { name: "These decide" });
  expect(decides.textContent).toContain(second.asks);
  expect(decides.textContent).toContain("21 to 40 years carried. The overflow would not do.");
  const nothing = screen.getByRole("region", { name: "These move nothing" });
  expect(nothing.textContent).toContain(`${first.how}Moves nothing (paced, not taped).`);
  const beside = screen.getByRole("region", { name: "Assumed in the design" });
  expect(within(beside).getAllByRole("listitem")).toHaveLength(1);
  expect(beside.textContent).toContain("The overflow would not do.");
  expect(decides.compareDocumentPosition(nothing) & Node.DOCUMENT_POSITION_FOLLOWING).toBeTruthy();
});

/** The demo with an item as somebody left it on the site. */
function withSeen(key: string, seen: Partial<Document["survey"][string]>, item: Partial<Item> = {}) {
  const state = structuredClone(demo);
  state.document.survey[key] = { mark: "seen", value: null, by: "Ana", on: "2026-11-29", note: "", ...seen };
  Object.assign(itemOf(state, key), item);
  return state;
}
const shownAll = async () => userEvent.click(await screen.findByRole("button", { name: /^All, / }));

test("what was seen says by whom and when, and can be taken back", async () => {
  const route = itemOf(demo, "road/route");
  const calls = renderOnDemo(<SurveySheet />, withSeen("road/route", {}));
  await shownAll();
  const row = within(await rowOf(route.asks));
  expect(row.getByText("seen on site, 29 Nov 2026 by Ana")).toBeTruthy();
  expect(row.queryByRole("button", { name: `Leave out: ${route.asks}` })).toBeNull();
  fireEvent.click(row.getByRole("checkbox", { checked: true }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/survey/road~1route" }]));
  expect(calls.at(-1)!.body).toContain('"label":"Not seen after all');
});

test("what was left out says so, and is looked at after all", async () => {
  const route = itemOf(demo, "road/route");
  const calls = renderOnDemo(<SurveySheet />, withSeen("road/route", { mark: "left_out", by: "" }));
  await shownAll();
  const row = within(await rowOf(route.asks));
  expect(row.getByText("left out, 29 Nov 2026")).toBeTruthy();
  fireEvent.click(row.getByRole("button", { name: `Leave out: ${route.asks}`, pressed: true }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/survey/road~1route" }]));
});

test("what is entered and not seen names nobody, whoever wrote a note to it", async () => {
  const slope = itemOf(demo, "ground/slope");
  renderOnDemo(<SurveySheet />, withSeen("ground/slope", { mark: "noted", note: "behind the barn" }));
  await shownAll();
  const row = within(await rowOf(slope.asks));
  expect(row.getByText("entered")).toBeTruthy();
  expect(row.getByRole("button", { name: `Note to ${slope.asks}` }).textContent).toBe("behind the barn");
  expect(row.queryByText(/Ana|2026/)).toBeNull();
});

test("a note is changed where it is read, given up with Escape, and sent once", async () => {
  const route = itemOf(demo, "road/route");
  const calls = renderOnDemo(<SurveySheet />, withSeen("road/route", { note: "by the barn" }));
  await shownAll();
  const row = within(await rowOf(route.asks));
  const open = () => fireEvent.click(row.getByRole("button", { name: `Note to ${route.asks}` }));
  open();
  const field = () => row.getByRole<HTMLTextAreaElement>("textbox", { name: `Note to ${route.asks}` });
  expect(field().value).toBe("by the barn");
  fireEvent.change(field(), { target: { value: "by the gate" } });
  fireEvent.keyDown(field(), { key: "Escape" });
  expect(lastOperations(calls)).toBeNull();
  open();
  fireEvent.blur(field()); // not changed: nothing to send
  expect(lastOperations(calls)).toBeNull();
  open();
  fireEvent.change(field(), { target: { value: " by the gate " } });
  fireEvent.blur(field());
  await waitFor(() =>
    expect(lastOperations(calls)).toMatchObject([
      { value: { mark: "seen", note: "by the gate", by: "Ana", on: "2026-11-29" } },
    ]),
  );
  expect(calls.filter(({ path }) => path.endsWith("/edits"))).toHaveLength(1);
});

test("photos are asked for where one proves it, and what is covered later says so", async () => {
  renderOnDemo(<SurveySheet />);
  await shownAll();
  for (const item of demo.plan.survey.items) {
    const text = (await rowOf(item.asks)).textContent;
    expect(text.includes("Take a photo."), item.key).toBe(item.photo);
    expect(text.includes("It cannot be seen later."), item.key).toBe(item.gone_later);
  }
});

test("on paper what stands is written, what does not has a blank, and what was seen its tick", async () => {
  const state = withSeen("road/route", {});
  state.document.survey["ground/soil"] = { mark: "left_out", value: null, by: "", on: null, note: "rock, they say" };
  state.document.ground.soil = "unknown";
  Object.assign(itemOf(state, "ground/soil"), { value: "unknown", state: "left_out" });
  renderOnDemo(<SurveySheet />, state);
  const paper = await screen.findByRole("region", { name: "Survey on paper" });
  const lineOf = (key: string) =>
    within(paper)
      .getAllByRole("listitem")
      .map((line) => line.textContent)
      .find((text) => text.slice(2).startsWith(itemOf(state, key).asks))!;
  expect(lineOf("ground/slope")).toBe(`☐ ${itemOf(state, "ground/slope").asks}: 2 %`);
  expect(lineOf("road/route")).toMatch(/^☑ /);
  expect(lineOf("ground/services_located")).toMatch(/: yes$/);
  expect(lineOf("roofs/house/material")).toContain(" (photo): Glazed tile or slate");
  expect(lineOf("ground/soil")).toMatch(/, left outrock, they say$/);
  expect(lineOf("plant/power")).toBe(`☐ ${itemOf(state, "plant/power").asks} (photo)\u00a0`);
});
