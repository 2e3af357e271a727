import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import type { Document, PropertyState } from "../../api/client";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { RoofsSheet } from "./RoofsSheet";

type Roof = Document["roofs"][number];

const material = (key: string, label: string, drinking = "good") => ({
  key,
  label,
  drinking,
  low: 0.7,
  central: 0.8,
  high: 0.9,
  source: "a book on roofs",
});
const CHOICES = {
  materials: [
    material("slate", "slate"),
    material("metal", "metal"),
    material("thatch", "thatch", "never"),
    material("hillside_rock", "a hillside of rock", "caution"),
  ],
  hazards: [
    { key: "trees", label: "trees over it" },
    { key: "birds", label: "birds on it" },
  ],
  regimes: [],
};

/** The demo with another first roof; what is asked of the server. */
async function roofed(change: Partial<Roof>, snow = false) {
  const roofs = demo.document.roofs.map((roof, row) => (row === 0 ? { ...roof, ...change } : roof));
  const document = { ...demo.document, roofs, snow: { ...demo.document.snow, on: snow } };
  const state: PropertyState = { ...demo, document };
  const calls = renderOnDemo(<RoofsSheet />, state, "/", { "GET /api/choices": () => [200, CHOICES] });
  const surfaces = await screen.findByRole("region", { name: "Surfaces" });
  return { calls, here: within(surfaces), name: roofs[0]!.name };
}

async function choose(here: ReturnType<typeof within>, what: RegExp, option: RegExp) {
  await userEvent.click(here.getByRole("button", { name: what }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: option }));
}

const PLAN_M2 = demo.plan.roofs.surfaces[0]!.figures["area_m2"]!.value!;
const SIDE_M = Number(Math.sqrt(PLAN_M2).toFixed(2));

test.each([
  // Of a pitch of 60° the half is seen from above.
  [/up the slope/, { length_m: Number((2 * Math.sqrt(PLAN_M2)).toFixed(2)), width_m: SIDE_M, along_slope: true }],
  [/from above/, { length_m: SIDE_M, width_m: SIDE_M, along_slope: false }],
])("a known area that is measured anew, %s, begins as a square of that area", async (how, measured) => {
  const { calls, here } = await roofed({ extent: { kind: "area", area_m2: PLAN_M2 }, pitch_deg: 60 });
  await choose(here, /^How House, slate was measured/, how);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/roofs/0/extent", value: { kind: "rectangle", ...measured } },
  ]);
});

test.each([
  [/known plan area/, { kind: "area", area_m2: Number(PLAN_M2.toPrecision(6)) }],
  [/up the slope/, { kind: "rectangle", length_m: 12, width_m: 7, along_slope: true }],
])("measures that were taken otherwise, %s, stay the measures", async (how, extent) => {
  const rectangle = { kind: "rectangle" as const, length_m: 12, width_m: 7, along_slope: false };
  const { calls, here } = await roofed({ extent: rectangle });
  await choose(here, /^How House, slate was measured/, how);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/0/extent", value: extent }]);
});

test("corners are those that are drawn, from the place of the roof", async () => {
  const { calls, here } = await roofed({ x_m: 2, y_m: -1, extent: { kind: "area", area_m2: PLAN_M2 } });
  await choose(here, /^How House, slate was measured/, /by its corners/);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  const [{ value }] = lastOperations(calls) as [{ value: { kind: string; points_m: number[][] } }];
  expect(value.kind).toBe("outline");
  expect(value.points_m).toEqual(
    demo.plan.roofs.surfaces[0]!.outline_m.map(([x, y]) => [
      expect.closeTo(x! - 2, 3) as number,
      expect.closeTo(y! + 1, 3) as number,
    ]),
  );
});

test("a covering says what it does to drinking; a hillside has a channel in place of gutters", async () => {
  const { calls, here } = await roofed({});
  await userEvent.click(here.getByRole("button", { name: /^Covering of House, slate/ }));
  expect((await screen.findByRole("menuitemradio", { name: /^thatch/ })).textContent).toContain(
    "0.7 · 0.8 · 0.9, never drinking",
  );
  expect(screen.getByRole("menuitemradio", { name: /^metal/ }).textContent).toMatch(/0\.9$/);
  const hillside = screen.getByRole("menuitemradio", { name: /^a hillside/ });
  expect(hillside.textContent).toContain("drinking with care");
  await userEvent.click(hillside);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/roofs/0/material", value: "hillside_rock" },
    {
      op: "replace",
      path: "/roofs/0/gutters",
      value: [{ shape: "open_channel", width_mm: 300, depth_mm: 200, fall_mm_m: 20, outlet_mm: 150 }],
    },
    { op: "add", path: "/assumed/-", value: "/roofs/0/gutters/0" },
  ]);
});

test("a surface that is a hillside no more has a gutter again, which nobody measured", async () => {
  const channel = { ...demo.document.roofs[0]!.gutters[0]!, shape: "open_channel" as const };
  const { calls, here } = await roofed({ material: "hillside_rock", gutters: [channel] });
  await userEvent.click(here.getByRole("button", { name: /^Covering of House/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^thatch/ }));
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/roofs/0/material", value: "thatch" },
    { op: "replace", path: "/roofs/0/gutters", value: [{}] },
    { op: "add", path: "/assumed/-", value: "/roofs/0/gutters/0" },
  ]);
});

test.each([
  [[], "nothing harmful", "birds on it", ["birds"]],
  [["trees"], "trees over it", "birds on it", ["trees", "birds"]],
  [["trees", "birds"], "trees over it, birds on it", "trees over it", ["birds"]],
] as const)("of %s on a roof, pressed: %s, %s", async (hazards, words, pressed, left) => {
  const { calls, here } = await roofed({ hazards: [...hazards] as Roof["hazards"] });
  await userEvent.click(await here.findByRole("button", { name: `On House, slate: ${words}` }));
  const item = await screen.findByRole("menuitemcheckbox", { name: new RegExp(`^${pressed}`) });
  expect(item.getAttribute("aria-checked")).toBe(String(hazards.length > left.length));
  await userEvent.click(item);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/0/hazards", value: left }]);
});

test("a roof is switched off, and taken out, as one change each", async () => {
  const { calls, here } = await roofed({});
  await userEvent.click(here.getByRole("switch", { name: "House, slate in use" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/0/on", value: false }]));
  await userEvent.click(here.getByRole("button", { name: "Remove Barn" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/roofs/2" }]));
});

test("snow guards are asked for where it snows, and only there", async () => {
  const { calls, here } = await roofed({ snow_guards: false }, true);
  await choose(here, /^Snow guards on House, slate/, /along the eaves/);
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/0/snow_guards", value: true }]),
  );
});

test("where it does not snow nobody is asked for snow guards", async () => {
  const { here } = await roofed({});
  expect(here.queryByText(/Snow guards/)).toBeNull();
});
