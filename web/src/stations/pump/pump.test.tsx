import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { pressure } from "../../lib/units";
import { buried, demo, lastOperations, renderOnDemo } from "../../testing/demo";
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
  expect(screen.getByRole("img", { name: /^The pump runs at 1.0 L\/s with new filters/ })).toBeTruthy();
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
  state.document.pump.way = "gravity";
  state.plan.pump = { ...state.plan.pump, way: "gravity", clean: null, dirty: null, curve: [] };
  renderOnDemo(<PumpSheet />, state);
  expect(await screen.findByRole("button", { name: "How the house is fed: by gravity alone" })).toBeTruthy();
  for (const name of ["The pump's curve", "The vessel", "Points of the curve"])
    expect(screen.queryByRole("region", { name })).toBeNull();
});

test("the pressures of the vessel take bar, and the model can be taken along", async () => {
  const calls = renderOnDemo(<PumpSheet />);
  const vessel = await screen.findByRole("region", { name: "The vessel" });
  const cutIn = within(vessel).getByRole("textbox", { name: "Cut-in" });
  await userEvent.clear(cutIn);
  await userEvent.type(cutIn, "2.5 bar{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/cut_in_kpa", value: 250 }]),
  );
  expect(screen.getByRole("link", { name: "EPANET model" }).getAttribute("href")).toMatch(/pressure\.inp$/);
});
