import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { GroundSheet } from "./GroundSheet";
import { groundScale } from "./groundScale";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 640] }));

test("the section says where floor and ground are; its floor is moved with the keys, and kept after a pause", async () => {
  const calls = renderOnDemo(<GroundSheet />);
  expect(await screen.findByRole("group", { name: /^Liner tank: floor −1.60 m, ground −1.60 m/ })).toBeTruthy();
  fireEvent.keyDown(screen.getByRole("slider", { name: "Floor of Liner tank" }), { key: "ArrowDown" });
  await waitFor(() =>
    expect(lastOperations(calls, "preview")).toEqual([
      { op: "replace", path: "/cistern/tanks/0/floor_m", value: -1.65 },
    ]),
  );
  await waitFor(() => expect(lastOperations(calls)).toEqual(lastOperations(calls, "preview")));
});

test("what the base takes is the plan's own list", async () => {
  renderOnDemo(<GroundSheet />);
  const list = await screen.findByRole("region", { name: "What the base takes" });
  for (const row of demo.plan.ground.pads[0]!.quantities) expect(within(list).getByText(row.name)).toBeTruthy();
});

test("readings are written down at the hold point; those that a design has from before are shown and can be taken out", async () => {
  const state = structuredClone(demo);
  state.document.ground.readings_mm = [1500, 1516];
  const calls = renderOnDemo(<GroundSheet />, state);
  const readings = await screen.findByRole("region", { name: "Level readings" });
  const link = within(readings).getByRole<HTMLAnchorElement>("link", { name: "Write them down at the hold point" });
  expect(link.getAttribute("href")).toMatch(/\/build\?view=see$/);
  expect(readings.textContent).toContain("9 readings, round the rim and in the middle; 5.0 mm are allowed");
  expect(within(readings).getByText(/They differ by 16 mm/)).toBeTruthy();
  await userEvent.click(within(readings).getByRole("button", { name: "Take them out" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/ground/readings_mm", value: [] }]),
  );
});

test("a tank on the ground has no stages of floating, a buried one has all four", async () => {
  renderOnDemo(<GroundSheet />);
  await screen.findByRole("group", { name: /^Liner tank/ });
  expect(screen.queryByRole("tab", { name: "Dig & float" })).toBeNull();
});

test("each stage of a buried tank says what holds it and the water to keep in it", async () => {
  renderOnDemo(<GroundSheet />, buried, "/?view=float");
  const stages = within(await screen.findByRole("region", { name: "Floating, stage by stage" })).getAllByRole(
    "listitem",
  );
  expect(stages).toHaveLength(4);
  expect(stages[0]!.textContent).toContain("keep the hole pumped dry");
  expect(stages[1]!.textContent).toMatch(/Keep [\d,]+ gal in it, [\d.]+ ft deep/);
  expect(stages[3]!.textContent).toContain("flotation 1.23");
});

test("a lined pit asks for no margin, batter or working room; what is set down on a slab for no pad", async () => {
  const pit = structuredClone(buried);
  pit.plan.ground.pads[0]!.upright = true;
  const shown = renderOnDemo(<GroundSheet />, pit);
  const base = await screen.findByRole("region", { name: "The base" });
  expect(base.textContent).toContain("Its sides are cut upright, and its filling holds them");
  for (const name of [/^Margin of the pad/, /^Batter of the cut/, /^Thickness of the pad/])
    expect(within(base).queryByRole("button", { name })).toBeNull();
  await userEvent.click(screen.getByRole("tab", { name: "Dig & float" }));
  const hole = await screen.findByRole("region", { name: "The hole" });
  expect(hole.textContent).toContain("the hole is not shored");
  await userEvent.click(within(hole).getByRole("button", { name: /^Shoring/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "shored" }));
  await waitFor(() =>
    expect(lastOperations(shown)).toEqual([{ op: "replace", path: "/ground/shored", value: true }]),
  );
});

test("of several tanks the one that is picked is shown", async () => {
  renderOnDemo(<GroundSheet />, terrace);
  await userEvent.click(await screen.findByRole("button", { name: "Low tanks, 2" }));
  expect(screen.getByRole("group", { name: /^Low tanks: floor/ })).toBeTruthy();
});

test("a gust is written in the units of the property", async () => {
  const us = structuredClone(terrace);
  us.document.units = "us";
  us.document.ground.wind_m_s = 40.2336;
  const calls = renderOnDemo(<GroundSheet />, us, "/?view=weight");
  const gust = await screen.findByRole("textbox", { name: "Gust" });
  expect((gust as HTMLInputElement).value).toBe("90 mph");
  await userEvent.clear(gust);
  await userEvent.type(gust, "45 m/s{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/ground/wind_m_s", value: 45 }]),
  );
});

test("pressure and wind are held against their limits, and the way in against each tank", async () => {
  renderOnDemo(<GroundSheet />, terrace, "/?view=weight");
  const answer = async (region: string) => (await screen.findByRole("region", { name: region })).textContent;
  expect(await answer("On the ground")).toMatch(/under its pad72 kPa allowed18 kPa/);
  expect(await answer("In the wind")).toMatch(/turning over1.5 wanted0.04 ×.*sliding1.5 wanted0.05 ×/);
});

test("the narrowest place is drawn with every tank that must pass it", async () => {
  renderOnDemo(<GroundSheet />, terrace, "/?view=access");
  expect(
    await screen.findByRole("img", {
      name: /^The narrowest place, 0.95 m: Tall tank is 0.60 m at its narrowest, Low/,
    }),
  ).toBeTruthy();
});

test("no wind is asked for under the ground", async () => {
  renderOnDemo(<GroundSheet />, buried, "/?view=weight");
  expect(await screen.findByRole("region", { name: "On the ground" })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Gust" })).toBeNull();
  expect(screen.queryByRole("region", { name: "In the wind" })).toBeNull();
});

test("what comes in parts passes any gate", async () => {
  renderOnDemo(<GroundSheet />, demo, "/?view=access");
  expect(await screen.findByText(/^It comes in parts/)).toBeTruthy();
});

test("distances stand against what is usual, a footing for a hole alone", async () => {
  renderOnDemo(<GroundSheet />, terrace, "/?view=access");
  const way = await screen.findByRole("region", { name: "The way in" });
  expect(way.textContent).toMatch(/to the boundary1 m usual0.4 m/);
  const boundary = within(way).getByText("to the boundary").parentElement!;
  expect(boundary.querySelector("[data-right=false]")).toBeTruthy();
  expect(within(way).queryByText("to the nearest footing")).toBeNull();
});

test.each(["pad", "weight", "access"])("the view %s has its own notes", async (view) => {
  renderOnDemo(<GroundSheet />, terrace, `/?view=${view}`);
  const notes = await screen.findByRole("region", { name: "How it is put together" });
  for (const note of terrace.plan.ground.notes)
    expect(within(notes).queryByText(note.head) !== null).toBe(note.view === view.replace("-", "_"));
});

test("both ways of a drawing have one scale", () => {
  const scale = groundScale([[-2, 0], [6, 3]], 400, 300); // prettier-ignore
  expect(scale.x(1) - scale.x(0)).toBeCloseTo(scale.z(0) - scale.z(1));
  expect(scale.x(6)).toBeLessThanOrEqual(400);
  expect(scale.height).toBeLessThanOrEqual(300.01);
});

test("what raises a tank raises its floor over the ground in the same edit; another base leaves it", async () => {
  const state = structuredClone(demo);
  state.document.levels.tank_ground_m = null;
  const pad = state.plan.ground.pads[0]!;
  const calls = renderOnDemo(<GroundSheet />, state);
  await userEvent.click(await screen.findByRole("button", { name: /^Base/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^a stand or tower/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/cistern/tanks/0/base", value: "stand" },
      { op: "replace", path: "/cistern/tanks/0/floor_m", value: pad.ground_m + 3 },
      { op: "replace", path: "/levels/tank_ground_m", value: pad.ground_m },
    ]),
  );
  await userEvent.click(await screen.findByRole("button", { name: /^Base/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^a slab that is there/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/tanks/0/base", value: "slab_there" }]),
  );
});

test("on a roof the weight is on what carries it, and no soil is asked for", async () => {
  const state = structuredClone(demo);
  const pad = state.plan.ground.pads[0]!;
  Object.assign(pad, { raises: true, raised_m: 3.2, on_ground: false, base: "roof", label: "a flat roof" });
  delete pad.figures["ground_kpa"];
  delete pad.figures["allowed_kpa"];
  renderOnDemo(<GroundSheet />, state);
  await userEvent.click(await screen.findByRole("tab", { name: "Weight & wind" }));
  const bars = await screen.findByRole("region", { name: "On the ground" });
  expect(bars.textContent).toContain("on a flat roof");
  expect(bars.textContent).toContain("an engineer says what it carries");
});
