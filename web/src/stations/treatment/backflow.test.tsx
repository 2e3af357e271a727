import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { LampWords } from "./LampWords";
import { SourceWords } from "./SourceWords";

test("a backflow device is chosen for the mains, and waits for its test", async () => {
  const state = structuredClone(demo);
  state.document.treatment.second_source = "mains";
  state.document.treatment.changeover = "rpz";
  const calls = renderOnDemo(<SourceWords />, state);
  const words = await screen.findByRole("region", { name: "Sources and materials" });
  expect(words.textContent).toContain("by a reduced-pressure-zone device not tested yet");
  await userEvent.click(within(words).getByRole("button", { name: /^Test of the backflow device/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "that was tested where it stands" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/treatment/backflow_tested", value: true }]),
  );
  await userEvent.click(within(words).getByRole("button", { name: /^How it is kept apart/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^over an air gap/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/treatment/changeover", value: "air_gap" }]),
  );
});

test("how the lamp's valve shuts is asked only where there is one", async () => {
  const calls = renderOnDemo(<LampWords />);
  const lamp = await screen.findByRole("region", { name: "The lamp" });
  await userEvent.click(within(lamp).getByRole("button", { name: /^How its valve shuts/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "over some seconds" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/treatment/uv/slow_valve", value: true }]),
  );
});

test("without a valve nothing is asked of it", async () => {
  const state = structuredClone(demo);
  state.document.treatment.uv.shut_valve = false;
  renderOnDemo(<LampWords />, state);
  const lamp = await screen.findByRole("region", { name: "The lamp" });
  expect(within(lamp).queryByRole("button", { name: /^How its valve shuts/ })).toBeNull();
});
