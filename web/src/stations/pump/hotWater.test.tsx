import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { pressure, volume } from "../../lib/units";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { PumpSheet } from "./PumpSheet";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 420] }));

const AT = "/pump/hot_water";
const shown = async () => screen.findByRole("region", { name: "Hot water" });

test("a store says what stands there, what it drives out, and takes each of its entries", async () => {
  const calls = renderOnDemo(<PumpSheet />, demo, "/?view=hot-water");
  const words = await shown();
  expect(words.textContent).toContain(
    `where ${pressure(demo.plan.pump.figures["low_tap_kpa"]!.value!, "metric")} stand with nothing drawn`,
  );
  expect(
    screen.getByRole("img", { name: /^at the peak, filters due .*its relief valve opens at 700 kPa$/ }),
  ).toBeTruthy();
  expect(screen.getByText(volume(demo.plan.pump.figures["hot_vessel_l"]!.value!, "metric"))).toBeTruthy();
  for (const [name, typed, path, value] of [
    ["Hot-water store", "300", "store_l", 300],
    ["Temperature of the store", "55", "store_c", 55],
    ["Relief valve of the store", "600", "relief_kpa", 600],
  ] as const) {
    const entry = within(words).getByRole("textbox", { name });
    await userEvent.clear(entry);
    await userEvent.type(entry, `${typed}{Enter}`);
    await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: `${AT}/${path}`, value }]));
  }
  await userEvent.click(within(words).getByRole("button", { name: /^Mixing valve/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "with nothing that mixes it down" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: `${AT}/mixed_down`, value: false }]),
  );
});

test("a heater without a store is held against the pressure at the tap, in the units of the property", async () => {
  renderOnDemo(<PumpSheet />, buried, "/?view=hot-water");
  const words = await shown();
  const entry = within(words).getByRole<HTMLInputElement>("textbox", { name: "Least pressure of the heater" });
  expect(entry.value).toBe("20 psi");
  expect(
    screen.getByRole("img", { name: /^at the peak, filters due 28 psi, .*the heater asks for 20 psi$/ }),
  ).toBeTruthy();
  expect(words.textContent).toContain(
    `the highest tap has ${pressure(buried.plan.pump.figures["tap_dirty_kpa"]!.value!, "us")} at the peak`,
  );
});

test("no heater asks for nothing, and another is chosen in words", async () => {
  const calls = renderOnDemo(<PumpSheet />, terrace, "/?view=hot-water");
  const words = await shown();
  expect(within(words).queryByRole("textbox")).toBeNull();
  await userEvent.click(within(words).getByRole("button", { name: /^Water heater/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^a heater without a store/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: `${AT}/kind`, value: "instant" }]),
  );
});

test("what the pipe is made of is chosen beside its bore, and its velocity and surge stand beside it", async () => {
  const calls = renderOnDemo(<PumpSheet />, demo, "/?view=pipes");
  const pipes = await screen.findByRole("region", { name: "Pipes" });
  for (const key of ["velocity_m_s", "surge_kpa"])
    expect(screen.getByText(demo.plan.pump.figures[key]!.label)).toBeTruthy();
  await userEvent.click(within(pipes).getByRole("button", { name: /^What the pipe is made of/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^metal/ }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/pipe", value: "metal" }]));
});

test("where only what stands at the peak is known, the relief valve is held against that", async () => {
  const state = structuredClone(demo);
  state.plan.pump.figures["low_tap_kpa"]!.value = null;
  renderOnDemo(<PumpSheet />, state, "/?view=hot-water");
  const peak = pressure(state.plan.pump.figures["tap_dirty_kpa"]!.value!, "metric");
  expect(
    await screen.findByRole("img", { name: `at the peak, filters due ${peak}, its relief valve opens at 700 kPa` }),
  ).toBeTruthy();
});

test("taps of a garden alone, of which none is hot, have no sheet of hot water", async () => {
  const garden = structuredClone(demo);
  for (const fixture of Object.keys(garden.document.pump.fixtures) as (keyof typeof garden.document.pump.fixtures)[])
    garden.document.pump.fixtures[fixture] = fixture === "garden_tap" ? 1 : 0;
  garden.document.pump.hot_water.kind = "none";
  renderOnDemo(<PumpSheet />, garden);
  expect(await screen.findByRole("tab", { name: "Top-up" })).toBeTruthy();
  expect(screen.queryByRole("tab", { name: "Hot water" })).toBeNull();
});
