import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, test } from "vitest";
import type { CisternPlan, PropertyState } from "../../api/client";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { BankDrawing, heightOf } from "./BankDrawing";
import { head } from "../../lib/units";
import { SizeCurve } from "./SizeCurve";
import { TanksView } from "./TanksView";

type Tank = PropertyState["document"]["cistern"]["tanks"][number];

async function chooseKind(state: PropertyState, name: string, kind: RegExp): Promise<Tank["shape"]> {
  const calls = renderOnDemo(<TanksView />, state);
  await userEvent.click(await screen.findByRole("button", { name: new RegExp(`^Kind of ${name}`) }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: kind }));
  const [operation] = lastOperations(calls) as { path: string; value: Tank["shape"] }[];
  expect(operation!.path).toMatch(/^\/cistern\/tanks\/\d\/shape$/);
  return operation!.value;
}

/** Litres to the lid, by the measures alone. */
function holds(shape: Tank["shape"]): number {
  switch (shape.kind) {
    case "volume":
      return shape.volume_l;
    case "upright_cylinder":
    case "round_cast":
      return 1000 * (Math.PI / 4) * shape.diameter_m ** 2 * shape.height_m;
    case "lying_cylinder":
      return 1000 * (Math.PI / 4) * shape.diameter_m ** 2 * shape.length_m;
    case "slim": {
      const ends = (Math.PI / 4) * shape.width_m ** 2;
      return 1000 * ((shape.length_m - shape.width_m) * shape.width_m + ends) * shape.height_m;
    }
    case "precast": {
      const plan = shape.round ? (Math.PI / 4) * shape.length_m ** 2 : shape.length_m * shape.width_m;
      return 1000 * plan * shape.height_m;
    }
    case "moulded":
      return 1000 * shape.length_m * shape.width_m * shape.height_m * (1 - shape.openings_share);
    case "box":
      return 1000 * shape.length_m * shape.width_m * shape.height_m;
    case "pit":
      return 1000 * shape.length_m * shape.width_m * shape.height_m * shape.void_ratio;
  }
}

describe("another kind of tank begins with about the same water", () => {
  test.each([
    [/^tank of known volume/, "volume"],
    [/^round tank/, "upright_cylinder"],
    [/^box/, "box"],
    [/^cast chamber/, "box"],
    [/^precast concrete box/, "precast"],
    [/^precast round concrete tank/, "precast"],
    [/^round cast or mortar tank/, "round_cast"],
    [/^lying cylinder/, "lying_cylinder"],
    [/^filled pit/, "pit"],
  ] as const)("%s", async (kind, expected) => {
    const shape = await chooseKind(demo, "Liner tank", kind);
    expect(shape.kind).toBe(expected);
    expect(holds(shape) / demo.plan.tank_l).toBeGreaterThan(0.93);
    expect(holds(shape) / demo.plan.tank_l).toBeLessThan(1.1);
  });
});

test("a slim tank begins in the size that they are sold in, not as long as the house", async () => {
  const calls = renderOnDemo(<TanksView />, demo);
  await userEvent.click(await screen.findByRole("button", { name: /^Kind of Liner tank/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^slim tank/ }));
  const sent = lastOperations(calls) as { path: string; value: unknown }[];
  const shape = sent.find(({ path }) => path.endsWith("/shape"))!.value as Tank["shape"];
  expect(shape).toEqual({ kind: "slim", length_m: 2.4, width_m: 0.7, height_m: 2, stated_l: null });
  const count = sent.find(({ path }) => path.endsWith("/count"))!.value as number;
  expect((count * holds(shape)) / demo.plan.tank_l).toBeGreaterThan(0.95);
  expect(((count - 1) * holds(shape)) / demo.plan.tank_l).toBeLessThan(1);
});

test("the measures of another kind are assumed, but for a height that was there", async () => {
  const calls = renderOnDemo(<TanksView />, demo);
  await userEvent.click(await screen.findByRole("button", { name: /^Kind of Liner tank/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^box/ }));
  const [, ...others] = lastOperations(calls) as { op: string; path: string; value: string }[];
  expect(others.map((each) => each.value)).toEqual([
    "/cistern/tanks/0/shape/length_m",
    "/cistern/tanks/0/shape/width_m",
  ]);
});

test("a tank that is made lower takes its overflow and its inlet down with it", async () => {
  const state = structuredClone(demo);
  const [tank] = state.document.cistern.tanks;
  tank!.overflow_m = 2.2;
  tank!.inlet.height_m = 1.9;
  const calls = renderOnDemo(<TanksView />, state);
  const height = await screen.findByRole("textbox", { name: /^Height of Liner tank/ });
  await userEvent.clear(height);
  await userEvent.type(height, "2 m{Enter}");
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/cistern/tanks/0/shape/height_m", value: 2 },
    { op: "replace", path: "/cistern/tanks/0/overflow_m", value: null },
  ]);
});

test("a tank is added like the last one, one of it", async () => {
  const calls = renderOnDemo(<TanksView />, terrace);
  await userEvent.click(await screen.findByRole("button", { name: "Add a tank" }));
  const [operation] = lastOperations(calls) as [{ op: string; path: string; value: Tank }];
  expect(operation).toMatchObject({ op: "add", path: "/cistern/tanks/-" });
  expect(operation.value).toMatchObject({ id: "tank-3", name: "Tank 3", count: 1 });
  expect(operation.value.shape).toEqual(terrace.document.cistern.tanks[1]!.shape);
});

test("how the tanks are joined and how one stands in the bank are words in sentences", async () => {
  const calls = renderOnDemo(<TanksView />, terrace);
  await userEvent.click(await screen.findByRole("button", { name: /^How the tanks are joined/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^a settling tank first/ }));
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/layout", value: "settling_first" }]);
  await userEvent.click(screen.getByRole("button", { name: /^How Tall tank stands/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^valved off when full/ }));
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/cistern/tanks/0/let_down", value: true },
    { op: "replace", path: "/cistern/tanks/0/valve", value: "open" },
  ]);
  await userEvent.click(screen.getByRole("button", { name: /^How Tall tank stands/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^shut off/ }));
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/cistern/tanks/0/let_down", value: false },
    { op: "replace", path: "/cistern/tanks/0/valve", value: "shut" },
  ]);
});

test("a tank is moved up in the order that the water takes", async () => {
  const calls = renderOnDemo(<TanksView />, terrace);
  const [first, second] = terrace.document.cistern.tanks;
  await userEvent.click(await screen.findByRole("button", { name: `Move ${second!.name} up` }));
  expect(lastOperations(calls)).toEqual([{ op: "move", from: "/cistern/tanks/1", path: "/cistern/tanks/0" }]);
  expect(screen.queryByRole("button", { name: `Move ${first!.name} up` })).toBeNull();
});

test("one tank asks for no layout and cannot be taken away", async () => {
  renderOnDemo(<TanksView />);
  await screen.findByRole("textbox", { name: "Name of Liner tank" });
  expect(screen.queryByRole("button", { name: /^How the tanks are joined/ })).toBeNull();
  expect(screen.queryByRole("button", { name: /^Remove/ })).toBeNull();
});

test("what the tanks hold adds up in the table", async () => {
  renderOnDemo(<TanksView />, terrace);
  const figures = terrace.plan.cistern!.figures;
  const held = (await screen.findByRole("heading", { name: "What they hold" })).parentElement!;
  const litresOf = (label: string) => {
    const shown = within(held).getByText(label).nextElementSibling!.textContent;
    return Number.parseFloat(shown.replace(",", "")) * (shown.endsWith("m³") ? 1_000 : 1);
  };
  const of = (key: string) => litresOf(figures[key]!.label);
  // Tank and live volume are shown to a tenth of a cubic metre.
  expect(Math.abs(of("live_l") + of("dead_l") + of("stranded_l") - of("tank_l"))).toBeLessThan(101);
  expect(of("tank_l")).toBeGreaterThan(5_000);
});

function bankOf(changes: Partial<CisternPlan["bank"]["vessels"][number]>): CisternPlan["bank"] {
  const bank = structuredClone(terrace.plan.cistern!.bank);
  Object.assign(bank.vessels[0]!, changes);
  return bank;
}

test("water let down later is drawn as such, not as stranded", () => {
  renderOnDemo(<BankDrawing bank={bankOf({ stranded_l: 0, let_down_l: 319 })} linked units="metric" />);
  return screen.findByRole("img", { name: /^Tanks on one datum/ }).then((drawing) => {
    expect(drawing.textContent).toContain("319 L let down");
    expect(drawing.textContent).not.toContain("stranded");
  });
});

test("several alike are drawn one beside the other, and many as a number", async () => {
  renderOnDemo(<BankDrawing bank={bankOf({ count: 12, name: "Crates" })} linked units="metric" />);
  const drawing = await screen.findByRole("img", { name: /^Tanks on one datum/ });
  expect(within(drawing).getByText("12 × Crates")).toBeTruthy();
});

test("heights and heads have the digits a builder reads", () => {
  expect(heightOf(1.7, "metric")).toBe("1.70 m");
  expect(heightOf(-3.1, "us")).toBe("−10.17 ft");
  expect(head(0.0021, "metric")).toBe("2 mm");
  expect(head(1.07, "metric")).toBe("1.07 m");
  expect(head(0.06, "us")).toBe("2.4 in");
});

test("the methods stand as letters where their size lies on the curve", async () => {
  renderOnDemo(<SizeCurve methods={demo.compared.methods} />);
  const curve = await screen.findByRole("img", { name: "Years carried over tank size" });
  const reach = demo.plan.cistern!.curve.tank_l.at(-1)!;
  const shown = demo.compared.methods.filter((method) => method.tank_l !== null && method.tank_l <= reach);
  expect(shown.length).toBeGreaterThan(5);
  for (const method of shown) expect(within(curve).getByText(method.letter)).toBeTruthy();
  expect(screen.queryByTestId("handle-reading")).toBeNull();
});

test.each([
  ["right of a handle that leaves room", 0.3, 0.9, "start", false],
  ["left of one at the end, where the curve has risen early", 1, 0.9, "end", false],
  ["left of one at the end, where it has risen to more than half", 1, 0.6, "end", false],
  ["in the empty corner, where it rises late", 1, 0.2, "start", true],
])("the reading stands %s", async (_, size, risen, anchor, inCorner) => {
  const state = structuredClone(demo);
  const { curve, counted_years } = state.plan.cistern!;
  state.plan.tank_l = size * curve.tank_l.at(-1)!;
  curve.years_carried = curve.years_carried.map(() => Math.round(risen * counted_years));
  renderOnDemo(<SizeCurve />, state);
  const reading = await screen.findByTestId("handle-reading");
  expect(reading.getAttribute("text-anchor")).toBe(anchor);
  expect(Number(reading.getAttribute("x")) < 80).toBe(inCorner);
});

test("the handle's arrow keys preview at once and keep after a pause", async () => {
  const calls = renderOnDemo(<SizeCurve />, buried);
  const handle = await screen.findByRole("slider", { name: "Tank size" });
  fireEvent.keyDown(handle, { key: "ArrowRight" });
  const size = () => (lastOperations(calls, "preview") as [{ op: string; value: number }] | null)?.[0];
  await screen.findByRole("slider", { name: "Tank size" });
  expect(size()?.op).toBe("resize");
  expect(size()!.value).toBeGreaterThan(buried.plan.tank_l);
  await waitFor(() => expect(lastOperations(calls)).toEqual(lastOperations(calls, "preview")));
});

test("which phase is planned is asked once there is one for later, and where the garden draws unless all stand level", async () => {
  const cistern = structuredClone(terrace.document.cistern);
  cistern.layout = "linked";
  for (const tank of cistern.tanks) tank.phase = 0;
  const show = () => renderOnDemo(<TanksView />, { ...terrace, document: { ...terrace.document, cistern } });
  show();
  await screen.findByRole("button", { name: /^How the tanks are joined/ });
  expect(screen.queryByRole("button", { name: /^Phase that is planned/ })).toBeNull();
  expect(screen.queryByRole("button", { name: /^Where the garden draws/ })).toBeNull();
  cleanup();
  cistern.tanks[1]!.phase = 1;
  cistern.layout = "transfer";
  const calls = show();
  await userEvent.click(await screen.findByRole("button", { name: /^Phase that is planned/ }));
  expect((await screen.findAllByRole("menuitemradio")).map((item) => item.textContent)).toEqual([
    "the first phase",
    "phase 1",
    "phase 2",
  ]);
  await userEvent.click(screen.getByRole("menuitemradio", { name: "phase 2" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/built_phase", value: 2 }]),
  );
  await userEvent.click(screen.getByRole("button", { name: /^Where the garden draws/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "the first tank" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/garden_from_first", value: true }]),
  );
});
