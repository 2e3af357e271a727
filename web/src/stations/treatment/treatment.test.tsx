import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { TreatmentSheet } from "./TreatmentSheet";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 700] }));

test("the train is drawn with what it takes, and each stage says what it takes off", async () => {
  renderOnDemo(<TreatmentSheet />);
  expect(await screen.findByRole("img", { name: /^5 stages take 75 kPa when new, 175 kPa/ })).toBeTruthy();
  const stages = screen.getByRole("region", { name: "Stages of the train" });
  for (const stage of demo.plan.treatment.stages)
    expect(within(stages).getAllByText(new RegExp(`^Takes ${stage.takes}\\.`)).length).toBeGreaterThan(0);
});

test("a train of one stage is drawn as well", async () => {
  const one = structuredClone(demo);
  one.document.treatment.stages.splice(1);
  one.plan.treatment.stages.splice(1);
  renderOnDemo(<TreatmentSheet />, one);
  expect(await screen.findByRole("img", { name: /^1 stage takes / })).toBeTruthy();
  expect(screen.getByRole("region", { name: "By use" })).toBeTruthy();
});

test("another housing shows its shower when it is pointed at, and is taken with a press", async () => {
  const calls = renderOnDemo(<TreatmentSheet />);
  const table = await screen.findByRole("region", { name: "The train in other housings" });
  const small = demo.plan.treatment.housings[0]!;
  const take = within(table).getByRole("button", { name: `Use it: ${small.label}` });
  fireEvent.pointerEnter(take);
  await waitFor(() => expect(lastOperations(calls, "preview")).toEqual(small.operations));
  await userEvent.click(take);
  await waitFor(() => expect(lastOperations(calls)).toEqual(small.operations));
  expect(within(table).getByRole("img", { name: "chosen" })).toBeTruthy();
});

test("a stage is added, moved up and removed", async () => {
  const calls = renderOnDemo(<TreatmentSheet />);
  await userEvent.click(await screen.findByRole("button", { name: "Add a stage" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^calcite contactor/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "add", path: "/treatment/stages/-", value: { kind: "calcite" } }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Move stage 3 up" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "move", from: "/treatment/stages/2", path: "/treatment/stages/1" }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Remove stage 1" }));
  await waitFor(() => expect(lastOperations(calls)).toMatchObject([{ op: "remove", path: "/treatment/stages/0" }]));
});

test("only uses that rain serves are listed, and what they lack is said", async () => {
  renderOnDemo(<TreatmentSheet />, terrace);
  const uses = await screen.findByRole("region", { name: "By use" });
  expect(within(uses).getByText("Toilets and laundry")).toBeTruthy();
  expect(within(uses).queryByText("Drinking, kitchen and shower")).toBeNull();
});

test("where rain is not drunk nothing asks for a lamp or a test", async () => {
  renderOnDemo(<TreatmentSheet />, terrace, "/?view=disinfection");
  expect(await screen.findByText(/^Rain is not drunk here/)).toBeTruthy();
  for (const name of ["The lamp", "Methods of disinfection"])
    expect(screen.queryByRole("region", { name })).toBeNull();
});

test("a garden that nothing treats has its train alone, and is spoken of as one", async () => {
  const garden = structuredClone(demo);
  garden.document.treatment.stages = [];
  garden.document.household.uses = [];
  for (const branch of garden.plan.treatment.branches) branch.served = branch.use === "garden";
  renderOnDemo(<TreatmentSheet />, garden);
  expect(await screen.findByText("Nothing stands between the tank and the garden yet.")).toBeTruthy();
  expect(screen.queryByText(/house pipes are/)).toBeNull();
  expect(screen.queryByRole("tab", { name: "Disinfection" })).toBeNull();
});

test("chlorine is asked for its dose only where there is any", async () => {
  const calls = renderOnDemo(<TreatmentSheet />, demo, "/?view=disinfection");
  expect(await screen.findByRole("button", { name: "Chlorine: No chlorine is dosed" })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Dose of chlorine" })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Chlorine: No chlorine is dosed" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "Chlorine is dosed in the tank" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/treatment/chlorine/on", value: true }]),
  );
});

test("the lamp says its dose and what that takes", async () => {
  renderOnDemo(<TreatmentSheet />, demo, "/?view=disinfection");
  const lamp = await screen.findByRole("region", { name: "The lamp" });
  expect(within(lamp).getByText(/4.0 log of Cryptosporidium, 4.0 log of Giardia, 0.5 log of viruses/)).toBeTruthy();
  expect(within(lamp).getByRole("img", { name: /^Dose over the flow: 48 mJ/ })).toBeTruthy();
});

test("each method says what it leaves uncovered, and is taken with what the plan worked out for it", async () => {
  const calls = renderOnDemo(<TreatmentSheet />, demo, "/?view=disinfection");
  const methods = await screen.findByRole("region", { name: "Methods of disinfection" });
  expect(within(methods).getAllByText("Leaves uncovered:")).toHaveLength(4);
  expect(within(methods).getAllByRole("img", { name: "chosen" })).toHaveLength(1);
  await userEvent.click(within(methods).getByRole("button", { name: "Use it: Chlorine in the tank" }));
  const chlorine = demo.plan.treatment.methods.find((method) => method.key === "chlorine")!;
  await waitFor(() => expect(lastOperations(calls)).toEqual(chlorine.operations));
});

test("a result is begun, changed and taken back, and a failed one opens its steps", async () => {
  const state = structuredClone(demo);
  state.document.treatment.last_test.turbidity_ntu = 3;
  state.plan.treatment.water = {
    rows: state.plan.treatment.water!.rows.map((row) =>
      row.key === "turbidity_ntu" ? { ...row, result: 3, failed: true } : row,
    ),
    steps: [{ key: "cloudy", name: "Cloudy water", because: "Turbidity 3 NTU", steps: ["Boil it.", "Change them."] }],
  };
  const calls = renderOnDemo(<TreatmentSheet />, state, "/?view=water");
  const steps = await screen.findByRole("region", { name: "Cloudy water" });
  expect(within(steps).getAllByRole("listitem")).toHaveLength(2);
  await userEvent.click(screen.getByRole("button", { name: "E. coli: not tested" }));
  expect(lastOperations(calls)).toBeNull();
  await userEvent.type(screen.getByRole("textbox", { name: "E. coli" }), "0{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/treatment/last_test/e_coli_100ml", value: 0 }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Turbidity: not tested after all" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/treatment/last_test/turbidity_ntu", value: null },
    ]),
  );
});

test("the wall is drawn with every part that hangs on it, and tells what is kept free", async () => {
  renderOnDemo(<TreatmentSheet />, demo, "/?view=plant-room");
  const { larger_hang_mm: hang } = demo.plan.treatment.plant_room;
  expect(hang).toBeGreaterThan(600); // 20 in cartridges, the next size of each
  const { parts } = demo.plan.treatment.plant_room;
  expect(
    await screen.findByRole("img", { name: new RegExp(`^${parts.length} parts on 2.37 m of wall`) }),
  ).toBeTruthy();
  expect(screen.getAllByText(/below it to drop the bowl/)).toHaveLength(3);
  expect(screen.getByText(/600 mm beside it to draw the lamp/)).toBeTruthy();
});

test.each(["train", "disinfection", "water", "plant-room"])("the view %s has its own notes", async (view) => {
  renderOnDemo(<TreatmentSheet />, demo, `/?view=${view}`);
  const notes = await screen.findByRole("region", { name: "How it is put together" });
  for (const note of demo.plan.treatment.notes)
    expect(within(notes).queryByText(note.head) !== null).toBe(note.view === view.replace("-", "_"));
});
