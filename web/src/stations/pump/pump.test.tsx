import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { pressure } from "../../lib/units";
import { awkward, buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { PumpSheet } from "./PumpSheet";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 420] }));

test("the stack and the curve are the plan's own figures", async () => {
  renderOnDemo(<PumpSheet />);
  const { pump } = demo.plan;
  const sum = (of: "clean_kpa" | "dirty_kpa") => pump.stack.reduce((all, part) => all + part[of], 0);
  expect(
    await screen.findByRole("img", {
      name: new RegExp(
        `^${pressure(sum("clean_kpa"), "metric")} with new filters, ${pressure(sum("dirty_kpa"), "metric")}`,
      ),
    }),
  ).toBeTruthy();
  expect(
    screen.getByRole("img", { name: /^At the wanted pressure there are 1.4 L\/s with new filters/ }),
  ).toBeTruthy();
  expect(screen.getByRole("link", { name: "EPANET model" }).getAttribute("href")).toMatch(/pressure\.inp$/);
});

test("of a single tap nobody asks how many are open at once", async () => {
  const none = Object.fromEntries(Object.keys(demo.document.pump.fixtures).map((key) => [key, 0]));
  const with_ = (fixtures: object) => ({
    ...demo,
    document: {
      ...demo.document,
      pump: { ...demo.document.pump, flow_by: "at_once" as const, fixtures } as typeof demo.document.pump,
    },
  });
  renderOnDemo(<PumpSheet />, with_({ ...none, garden_tap: 1 }));
  const taps = await screen.findByRole("textbox", { name: "Number: garden taps" });
  expect(taps.closest("p")!.textContent).toMatch(
    /^There is .*garden tap, nothing else; counted by what is open at once, and/,
  );
  expect(screen.queryByRole("textbox", { name: "Open at once" })).toBeNull();
  cleanup();
  renderOnDemo(<PumpSheet />, with_({ ...none, garden_tap: 2 }));
  expect(await screen.findByRole("textbox", { name: "Open at once" })).toBeTruthy();
});

test("a fixture is counted where it stands, and another is added from the list", async () => {
  const calls = renderOnDemo(<PumpSheet />);
  const toilets = await screen.findByRole("textbox", { name: "Number: toilets" });
  await userEvent.clear(toilets);
  await userEvent.type(toilets, "3{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/fixtures/toilet", value: 3 }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Nothing else that can be open" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "a dishwasher" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/fixtures/dishwasher", value: 1 }]),
  );
});

test("a point of the curve is written in the units of the property", async () => {
  const calls = renderOnDemo(<PumpSheet />, buried);
  const flow = await screen.findByRole("textbox", { name: "Flow of point 2" });
  await userEvent.clear(flow);
  await userEvent.type(flow, "10{Enter}");
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  const [operation] = lastOperations(calls) as { path: string; value: number }[];
  expect(operation!.path).toBe("/pump/points/1/0");
  expect(operation!.value).toBeCloseTo(0.6309, 4);
});

test("by gravity there is no curve and no vessel", async () => {
  const state = structuredClone(demo);
  state.document.pump.feed = "gravity";
  state.plan.pump = { ...state.plan.pump, feed: "gravity", curve: [], offered: [], vessel: null };
  renderOnDemo(<PumpSheet />, state);
  expect(await screen.findByRole("button", { name: "How the taps are fed: by gravity alone" })).toBeTruthy();
  for (const name of ["The pump's curve", "Points of the curve", "Pumps to choose from"])
    expect(screen.queryByRole("region", { name })).toBeNull();
  expect(screen.queryByRole("tab", { name: "Control & power" })).toBeNull();
  expect(screen.getByRole("img", { name: /the height gives/ })).toBeTruthy();
});

test("the pressures of the vessel take bar", async () => {
  const calls = renderOnDemo(<PumpSheet />, demo, "/?view=power");
  const vessel = await screen.findByRole("region", { name: "What starts and stops it" });
  const cutIn = within(vessel).getByRole("textbox", { name: "Cut-in" });
  await userEvent.clear(cutIn);
  await userEvent.type(cutIn, "4 bar{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/cut_in_kpa", value: 400 }]),
  );
});

test("a generic pump shows what it would do when it is pointed at, and is taken with its curve", async () => {
  const calls = renderOnDemo(<PumpSheet />);
  const table = await screen.findByRole("region", { name: "Pumps to choose from" });
  expect(within(table).getAllByRole("row")).toHaveLength(demo.plan.pump.offered.length + 1);
  const pump = demo.plan.pump.offered.find((each) => each.enough)!;
  const take = within(table).getByRole("button", { name: `Use it: ${pump.label}` });
  fireEvent.pointerEnter(take);
  await waitFor(() => expect(lastOperations(calls, "preview")).toEqual(pump.operations));
  await userEvent.click(take);
  await waitFor(() => expect(lastOperations(calls)).toEqual(pump.operations));
});

test("a pasted table is read on the server, shown with the curve through it, and then kept", async () => {
  const points = [
    [0, 48],
    [0.5, 42],
    [1, 27],
  ];
  const calls = renderOnDemo(<PumpSheet />, demo, "/", {
    "POST /api/properties/pump/curve": () => [200, { points, fitted_m: [48, 42, 27] }],
  });
  await userEvent.click(await screen.findByRole("button", { name: "Paste its table" }));
  await userEvent.type(screen.getByRole("textbox", { name: "Flow and head, a line each" }), "0 48{Enter}30 42");
  await userEvent.click(screen.getByRole("button", { name: "Read it" }));
  expect(await screen.findByRole("columnheader", { name: "Curve through them" })).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Save these points" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/points", value: points }]),
  );
});

test("a table that is refused says why, and changes nothing", async () => {
  renderOnDemo(<PumpSheet />, demo, "/", {
    "POST /api/properties/pump/curve": () => [
      422,
      { errors: [{ field: "line 2", message: "must be a flow and a head, two numbers, got 'x'" }] },
    ],
  });
  await userEvent.click(await screen.findByRole("button", { name: "Paste its table" }));
  await userEvent.type(screen.getByRole("textbox", { name: "Flow and head, a line each" }), "0 48{Enter}x");
  await userEvent.click(screen.getByRole("button", { name: "Read it" }));
  expect((await screen.findByRole("alert")).textContent).toMatch(/line 2.*must be a flow and a head/);
  expect(screen.queryByRole("button", { name: "Save these points" })).toBeNull();
});

test("heights and suction are drawn where they are known, and asked for where they are not", async () => {
  renderOnDemo(<PumpSheet />, demo, "/?view=pipes");
  expect(await screen.findByRole("img", { name: /^highest tap 3.30 m, full 0.70 m/ })).toBeTruthy();
  expect(screen.getByRole("img", { name: /NPSH available 7.64 m/ })).toBeTruthy();
});

test("a pump whose height is not measured asks for it", async () => {
  renderOnDemo(<PumpSheet />, terrace, "/?view=pipes");
  expect(await screen.findByText(/^The height of the pump is not measured/)).toBeTruthy();
});

test("the air gap and the level of the valve are drawn for a supply that is topped up", async () => {
  const calls = renderOnDemo(<PumpSheet />, terrace, "/?view=top-up");
  expect(
    await screen.findByRole("img", {
      name: /^Tall tank: the valve opens at 0.29 m, the inlet ends 150 mm above the overflow, 50 mm above/,
    }),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: /^Rain first/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^not locked/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/back_up/rain_first", value: false }]),
  );
});

test("nothing of a top-up is asked for where nothing else comes", async () => {
  renderOnDemo(<PumpSheet />, demo, "/?view=top-up");
  expect(await screen.findByRole("button", { name: /^Back-up/ })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Air gap of the top-up" })).toBeNull();
});

test("what starts the pump, where it stands and what it runs on are chosen in its sentences", async () => {
  const calls = renderOnDemo(<PumpSheet />, demo, "/?view=power");
  await userEvent.click(
    await screen.findByRole("button", { name: "Control of the pump: switches on and off by its pressure" }),
  );
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^runs while water flows/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/control", value: "flow_switch" }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Power of the pump: from the mains" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^from a battery/ }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/battery", value: {} }]));
});

test("a suction that is led over the rim begins a little over the full tank", async () => {
  const calls = renderOnDemo(<PumpSheet />, demo, "/?view=pipes");
  await userEvent.click(
    await screen.findByRole("button", { name: "Where the suction leaves the tank: through its wall" }),
  );
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^over its rim/ }));
  const over = Number((demo.plan.pump.heights.full_m + 0.3).toFixed(2));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/over_rim_m", value: over }]),
  );
});

test("a set that hangs in the water has no suction and no vessel, and says how long its battery lasts", async () => {
  const state = awkward["lantern-battery"];
  renderOnDemo(<PumpSheet />, state, "/?view=pipes");
  expect(await screen.findByRole("button", { name: "Where the pump stands: hangs in the water" })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Bore of the suction" })).toBeNull();
  expect(screen.queryByRole("region", { name: "What the atmosphere leaves" })).toBeNull();
  await userEvent.click(screen.getByRole("tab", { name: "Control & power" }));
  expect(await screen.findByRole("textbox", { name: "Start pressure" })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Cut-out" })).toBeNull();
  const power = screen.getByRole("region", { name: "Power" });
  expect(within(power).getByRole<HTMLInputElement>("textbox", { name: /^Voltage/ }).value).toBe("12 V");
  expect(within(power).queryByRole("button", { name: /^Without power/ })).toBeNull();
});

test("a pump worked by hand has neither curve nor pressures, and says what it asks of a person", async () => {
  const state = awkward["saltmarrow-by-hand"];
  const calls = renderOnDemo(<PumpSheet />, state);
  expect(await screen.findByRole("img", { name: /^hand pump 6.00 m/ })).toBeTruthy();
  expect(screen.getAllByRole("tab").map((tab) => tab.textContent)).toEqual(["Lift", "Top-up"]);
  const stroke = screen.getByRole("textbox", { name: "Water of a stroke" });
  await userEvent.clear(stroke);
  await userEvent.type(stroke, "0.35{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/hand/stroke_l", value: 0.35 }]),
  );
});
