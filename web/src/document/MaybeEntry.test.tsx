import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { lastOperations, renderOnDemo } from "../testing/demo";
import { MaybeEntry } from "./MaybeEntry";

const PATH = "/levels/pump_m";
const pump = (value: number | null) => (
  <MaybeEntry label="Pump" path={PATH} kind="length" value={value} unknown="not measured" around={1} />
);

test("opening it enters nothing: it is left as it was by an empty entry and by Escape", async () => {
  const calls = renderOnDemo(pump(null));
  for (const leave of ["{Enter}", "{Escape}", "3{Escape}", "{ArrowUp}{Enter}"]) {
    await userEvent.click(await screen.findByRole("button", { name: "Pump: not measured" }));
    const entry = screen.getByRole("textbox", { name: "Pump" });
    expect(document.activeElement).toBe(entry);
    expect((entry as HTMLInputElement).value).toBe("");
    await userEvent.type(entry, leave, { skipClick: true });
  }
  await userEvent.click(await screen.findByRole("button", { name: "Pump: not measured" }));
  await userEvent.click(document.body);
  expect(await screen.findByRole("button", { name: "Pump: not measured" })).toBeTruthy();
  expect(lastOperations(calls)).toBeNull();
});

test("what is written is kept, in the unit that it is written in, and what is no quantity is asked for again", async () => {
  const calls = renderOnDemo(pump(null));
  await userEvent.click(await screen.findByRole("button", { name: "Pump: not measured" }));
  const entry = screen.getByRole("textbox", { name: "Pump" });
  await userEvent.type(entry, "low{Enter}");
  expect(screen.getByRole("alert").textContent).toMatch(/^Pump: not a quantity/);
  expect(lastOperations(calls)).toBeNull();
  await userEvent.clear(entry);
  await userEvent.type(entry, "-150 cm{Enter}");
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: PATH, value: -1.5 }]));
});

test("zero is a reading like any other", async () => {
  const calls = renderOnDemo(pump(null));
  await userEvent.click(await screen.findByRole("button", { name: "Pump: not measured" }));
  await userEvent.type(screen.getByRole("textbox", { name: "Pump" }), "0{Enter}");
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: PATH, value: 0 }]));
});

test("a known one can be taken back", async () => {
  const calls = renderOnDemo(pump(2));
  await userEvent.click(await screen.findByRole("button", { name: "Pump: not measured after all" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "replace", path: PATH, value: null }]));
});
