import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, test, vi } from "vitest";
import type { PropertyState } from "../../api/client";
import { demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { DownpourView } from "./DownpourView";
import { gatesOf, laneLayout } from "./flowLanes";
import { LevelsView } from "./LevelsView";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 900] }));

describe("gates of the flow picture", () => {
  const { plan } = demo;
  const [house, barn] = demo.document.downpipes.map((pipe) => pipe.id) as [string, string];
  const column = (name: string, document = demo.document, places = plan.gutters.places) =>
    gatesOf(document, places, plan.overflow.place, laneLayout(document, places)).find((each) => each.name === name)!;
  const at = (gates: ReturnType<typeof column>["gates"], group: string) =>
    gates.find((gate) => gate.key.split(":")[1] === group)!;

  test("what a gate cannot take spills there, and what has no figure takes everything", () => {
    const places = plan.gutters.places.map((place) =>
      place.kind === "gutter" ? { ...place, flow_l_s: 5, capacity_l_s: place.roof === "barn" ? 2 : 0 } : place,
    );
    const { gates } = column("Gutters", demo.document, places);
    const barns = gates.find((gate) => gate.key === "gutter:barn")!;
    expect([barns.flow, barns.spill, barns.known]).toEqual([2, 3, true]);
    const other = gates.find((gate) => gate.key !== "gutter:barn")!;
    expect([other.flow, other.spill, other.known]).toEqual([5, 0, false]);
  });

  test("of several screens before the run the narrowest is the gate, and of run and reducer the narrower", () => {
    const screen = plan.gutters.places.find((place) => place.key === `screen:${barn}:0`)!;
    const document = structuredClone(demo.document);
    const of = document.downpipes.find((pipe) => pipe.id === barn)!;
    of.screens = [of.screens[0]!, of.screens[0]!];
    const places = plan.gutters.places.map((place) =>
      place.key === `screen:${barn}:1` ? { ...screen, key: place.key, capacity_l_s: 0.5 } : place,
    );
    expect(at(column("Screens", document, places).gates, barn).key).toBe(`screen:${barn}:1`);
    const run = plan.gutters.places.find((place) => place.key === `run:${barn}`)!;
    for (const [capacity_l_s, key] of [
      [run.capacity_l_s + 1, "run"],
      [run.capacity_l_s / 2, "reducer"],
    ] as const)
      // prettier-ignore
      expect(
        at(
          column("Runs", demo.document, [...plan.gutters.places, { ...run, key: `reducer:${barn}`, capacity_l_s }]).gates,
          barn,
        ).key,
      ).toBe(`${key}:${barn}`);
  });

  test("a run that joins another is drawn into it, and only the other ends at the overflow", () => {
    const document = structuredClone(demo.document);
    const before = column("Overflow").gates[0]!.from.map((each) => each.key.split(":")[1]);
    expect(before).toEqual([house, barn]);
    document.downpipes.find((pipe) => pipe.id === barn)!.run.into = house;
    const joined = at(column("Runs", document).gates, house).from.map((each) => each.key);
    expect(joined).toContain(`run:${barn}`);
    expect(column("Overflow", document).gates[0]!.from.map((each) => each.key.split(":")[1])).toEqual([house]);
  });

  test("roofs of one group lie side by side, and one that is off has no lane", () => {
    const document = structuredClone(demo.document);
    const lanes = laneLayout(document, plan.gutters.places);
    expect(lanes.map((lane) => lane.at)).toEqual(lanes.map((_, row) => row));
    expect(lanes.map((lane) => lane.group)).toEqual([...lanes.map((lane) => lane.group)].sort());
    document.roofs.find((roof) => roof.id === "barn")!.on = false;
    expect(laneLayout(document, plan.gutters.places).map((lane) => lane.key)).not.toContain("barn");
  });

  test("a gate is chosen by keyboard as well", async () => {
    renderOnDemo(<DownpourView />);
    const gate = await screen.findByRole("button", { name: /^Gutter of Barn, / });
    expect(fireEvent.keyDown(gate, { key: "a" })).toBe(true);
    expect(gate.getAttribute("aria-pressed")).toBe("false");
    for (const key of ["Enter", " "]) {
      const other = screen.getByRole("button", { name: /^Gutter of House, slate, / });
      fireEvent.click(other);
      expect(gate.getAttribute("aria-pressed")).toBe("false");
      expect(fireEvent.keyDown(gate, { key })).toBe(false);
      expect(gate.getAttribute("aria-pressed")).toBe("true");
      expect(screen.getByRole("heading", { name: "Gutter of Barn" })).toBeTruthy();
    }
  });
});

describe("the survey, held in one hand", () => {
  async function survey(state: PropertyState = demo) {
    const calls = renderOnDemo(<LevelsView />, state);
    await userEvent.click(await screen.findByRole("button", { name: "Survey heights" }));
    const dialog = within(await screen.findByRole("dialog"));
    const save = () => userEvent.click(dialog.getByRole("button", { name: "Save these heights" }));
    const staff = (name: string) =>
      dialog.getByRole<HTMLInputElement>("textbox", { name: `Staff reading at ${name}` });
    return { calls, dialog, save, staff };
  }

  test("without the height of the instrument, or with a word for a reading, nothing is sent and that is said", async () => {
    const { calls, dialog, save, staff } = await survey();
    await userEvent.type(staff("Gutter outlet of Barn"), "high");
    await save();
    expect(dialog.getByRole("alert").textContent).toContain(
      "Height of the instrument: write a height such as 1.42 m.",
    );
    await userEvent.type(dialog.getByLabelText(/Height of the instrument/), "1.45");
    await save();
    expect(dialog.getByRole("alert").textContent).toContain("Gutter outlet of Barn: not a staff reading.");
    expect(lastOperations(calls)).toBeNull();
  });

  test("a staff held upside down is one press, and back", async () => {
    const { dialog, staff } = await survey();
    const turn = dialog.getByRole<HTMLButtonElement>("button", {
      name: "Staff upside down at Gutter outlet of Barn",
    });
    expect(turn.disabled).toBe(true);
    await userEvent.type(dialog.getByLabelText(/Height of the instrument/), "1.45");
    await userEvent.type(staff("Gutter outlet of Barn"), "1.7");
    const line = turn.closest("li")!;
    expect(line.textContent).toContain("-0.25 m by this reading");
    await userEvent.click(turn);
    expect(staff("Gutter outlet of Barn").value).toBe("-1.7");
    expect(turn.getAttribute("aria-pressed")).toBe("true");
    expect(line.textContent).toContain("3.15 m by this reading");
    await userEvent.click(turn);
    expect(staff("Gutter outlet of Barn").value).toBe("1.7");
  });

  test("Enter goes to the next point, and what was read is there when the survey is opened again", async () => {
    const { dialog, staff } = await survey();
    const instrument = dialog.getByLabelText(/Height of the instrument/);
    await userEvent.type(instrument, "1.45{Enter}");
    const first = dialog.getAllByRole("textbox")[1]!;
    expect(document.activeElement).toBe(first);
    await userEvent.type(staff("Pump"), "1.2");
    await userEvent.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    cleanup();
    const again = await survey();
    expect(again.staff("Pump").value).toBe("1.2");
    expect(again.dialog.getByLabelText<HTMLInputElement>(/Height of the instrument/).value).toBe("1.45");
  });
});

test("the tank is moved with its whole bank, each by as much", async () => {
  const { tanks } = terrace.document.cistern;
  const calls = renderOnDemo(<LevelsView />, terrace);
  const floor = (await screen.findAllByRole("slider", { name: /^Floor of / }))[0]!;
  fireEvent.keyDown(floor, { key: "ArrowUp" });
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  const sent = lastOperations(calls) as { path: string; value: number }[];
  const built = tanks
    .map((tank, row) => ({ tank, row }))
    .filter(({ tank }) => tank.phase <= terrace.document.cistern.built_phase);
  expect(sent.map((each) => each.path)).toEqual(built.map(({ row }) => `/cistern/tanks/${row}/floor_m`));
  const by = sent.map(({ value }, i) => value - built[i]!.tank.floor_m);
  expect(by[0]).toBeGreaterThan(0);
  for (const each of by) expect(each).toBeCloseTo(by[0]!, 6);
});

test("pieces in a run are added one by one, and a narrower place is taken back", async () => {
  const document = structuredClone(demo.document);
  Object.assign(document.downpipes[0]!.run, { tees: 0, branch_tees: 0, valves: 1, check_valves: 2, reducer_mm: 40 });
  const calls = renderOnDemo(<LevelsView />, { ...demo, document });
  const made = await screen.findByRole("region", { name: /^What .* is made of/ });
  if (!made.textContent.includes("ball valve")) await userEvent.click(screen.getAllByRole("radio")[0]!);
  expect(made.textContent).toMatch(/ ball valve, .* check valves, and more/);
  await userEvent.click(screen.getByRole("button", { name: /^and more in the run of/ }));
  expect((await screen.findAllByRole("menuitemradio")).map((item) => item.textContent)).toEqual([
    "a tee straight through",
    "a tee turned in",
  ]);
  await userEvent.click(screen.getByRole("menuitemradio", { name: "a tee turned in" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/run/branch_tees", value: 1 }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "There is none" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/run/reducer_mm", value: null }]),
  );
});
