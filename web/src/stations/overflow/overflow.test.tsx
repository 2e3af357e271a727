import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { OverflowSheet } from "./OverflowSheet";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 420] }));

test("an overflow that is too small says so, and the size that passes is one press away", async () => {
  const calls = renderOnDemo(<OverflowSheet />, terrace);
  const finding = terrace.plan.findings.find((each) => each.code === "OVERFLOW_SMALLER_THAN_INFLOW")!;
  expect(await screen.findByText(finding.text)).toBeTruthy();
  expect(
    screen.getByRole("img", { name: /passes 2.3 L\/s before the water reaches the lid; 2.8 L\/s come in/ }),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: finding.fixes![0]!.text }));
  await waitFor(() => expect(lastOperations(calls)).toEqual(finding.fixes![0]!.operations));
});

test("where the overflow goes decides what is asked of the ground", async () => {
  const calls = renderOnDemo(<OverflowSheet />);
  const ground = await screen.findByRole("region", { name: "What a swale must hold" });
  expect(within(ground).getByText(demo.plan.overflow.ground!.said)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Where the overflow goes: a swale" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "a soakaway" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/overflow/way", value: "soakaway" }]),
  );
});

test("holding the level down says what it costs in years", async () => {
  renderOnDemo(<OverflowSheet />);
  const table = await screen.findByRole("region", { name: "Held down before rain" });
  for (const held of demo.plan.overflow.held_down)
    expect(within(table).getByText(`${held.years_carried} of ${held.of_years}`)).toBeTruthy();
});
