import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { awkward, lastOperations, renderOnDemo } from "../../testing/demo";
import { DownpourView } from "./DownpourView";
import { gatesOf, laneLayout } from "./flowLanes";
import { ScreensView } from "./ScreensView";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 900] }));

const state = awkward["saltmarrow-hillside"];

test("a trap says what it keeps of the grit and has no capacity; joined water passes what stands in the run", async () => {
  const calls = renderOnDemo(<ScreensView />, state);
  const group = within(await screen.findByRole("region", { name: "Screens of Barn and studio" }));
  const trap = state.plan.gutters.screens.find((each) => each.kind === "grit_trap")!;
  const kept = Number((trap.keeps_mm! * 1000).toPrecision(2));
  expect(group.getByText(new RegExp(`in the downpour it keeps ${kept} micron`))).toBeTruthy();
  expect(group.queryByText(/capacity/)).toBeNull();
  expect(
    group.getByText(/goes on through the run of House, and through what stands there: wrapped pipes/),
  ).toBeTruthy();
  const plan = group.getByRole("textbox", { name: /^Plan of the grit trap/ });
  await userEvent.clear(plan);
  await userEvent.type(plan, "0.25{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/1/screens/0/media_m2", value: 0.25 }]),
  );
});

test("a channel is drawn straight into its run, and named and lined as one", async () => {
  const { document, plan } = state;
  const lanes = laneLayout(document, plan.gutters.places);
  const columns = gatesOf(document, plan.gutters.places, plan.overflow.place!, lanes);
  const run = columns.find(({ name }) => name === "Runs")!.gates.find(({ key }) => key === "run:b")!;
  expect(run.from.map(({ key }) => key)).toEqual(["outlet:studio"]);
  const calls = renderOnDemo(<DownpourView />, state);
  await userEvent.click(await screen.findByRole("button", { name: /^Channel of Studio, metal,/ }));
  await userEvent.click(screen.getByRole("button", { name: /^Lining of the channel of Studio, metal/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^the rock as it breaks/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/1/gutters/0/lining", value: "rock" }]),
  );
});

test("open ground without a channel is offered one to begin with", async () => {
  const bare = structuredClone(state);
  bare.document.roofs[1]!.gutters = [];
  bare.plan.gutters.places = bare.plan.gutters.places.filter((each) => each.roof !== "studio");
  bare.plan.gutters.gutter_runs = bare.plan.gutters.gutter_runs.filter((each) => each.roof !== "studio");
  const calls = renderOnDemo(<DownpourView />, bare);
  await userEvent.click(await screen.findByRole("button", { name: /^Cut a channel at the foot of Studio, metal/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toMatchObject([
      { op: "add", path: "/roofs/1/gutters/-", value: { shape: "open_channel", width_mm: 300 } },
      { op: "add", path: "/assumed/-", value: "/roofs/1/gutters/0" },
    ]),
  );
});
