import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, test, vi } from "vitest";
import type { Document, PropertyState } from "../../api/client";
import { demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { OverflowSheet } from "./OverflowSheet";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 420] }));

test("an overflow that is too small says so, and the size that passes is one press away", async () => {
  const calls = renderOnDemo(<OverflowSheet />, terrace);
  const finding = terrace.plan.findings.find((each) => each.code === "OVERFLOW_SMALLER_THAN_INFLOW")!;
  await screen.findByRole("button", { name: finding.fixes![0]!.text });
  expect(document.body.textContent).toContain(finding.text);
  expect(
    screen.getByRole("img", { name: /passes 2.3 L\/s before the water reaches the lid; the inflow is 3.5 L\/s/ }),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: finding.fixes![0]!.text }));
  await waitFor(() => expect(lastOperations(calls)).toEqual(finding.fixes![0]!.operations));
});

test("where the overflow goes decides what is asked of the ground", async () => {
  const calls = renderOnDemo(<OverflowSheet />);
  const ground = await screen.findByRole("region", { name: "What a swale must hold" });
  expect(within(ground).getByText(demo.plan.overflow.ground!.text)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Where the overflow goes: a swale" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "a soakaway" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/overflow/destination", value: "soakaway" }]),
  );
});

test("holding the level down says what it costs in years", async () => {
  renderOnDemo(<OverflowSheet />);
  const table = await screen.findByRole("region", { name: "Held down before rain" });
  for (const held of demo.plan.overflow.held_down)
    expect(within(table).getByText(`${held.years_carried} of ${held.of_years}`)).toBeTruthy();
});

/** The demo as the server answers it for another way out of its tank. */
function withWayOut(kind: Document["overflow"]["kind"]): PropertyState {
  const state = structuredClone(demo);
  state.document.overflow.kind = kind;
  if (kind === "back_down" || kind === "none") delete state.plan.overflow.figures["head_m"];
  if (kind === "none") state.plan.overflow.ground = null;
  return state;
}

describe("another way out of the tank", () => {
  test("is chosen in the sentence", async () => {
    const calls = renderOnDemo(<OverflowSheet />);
    await userEvent.click(await screen.findByRole("button", { name: "Kind of overflow: pipe through the wall" }));
    await userEvent.click(await screen.findByRole("menuitemradio", { name: /^diverter in the downpipe/ }));
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/overflow/kind", value: "back_down" }]),
    );
  });

  test("a pipe has its bore, length, bends and end, and its chart", async () => {
    renderOnDemo(<OverflowSheet />);
    for (const name of ["Bore of the overflow", "Length of the overflow", "Bends of the overflow"])
      expect(await screen.findByRole("textbox", { name })).toBeTruthy();
    expect(screen.getByRole("button", { name: "End of the overflow: open" })).toBeTruthy();
    expect(screen.getByRole("region", { name: "What the overflow passes" })).toBeTruthy();
    expect(screen.queryByRole("button", { name: /^Siphon break/ })).toBeNull();
  });

  test("a standpipe is asked for its siphon break", async () => {
    const calls = renderOnDemo(<OverflowSheet />, withWayOut("standpipe"));
    await userEvent.click(await screen.findByRole("button", { name: /^Siphon break/ }));
    await userEvent.click(await screen.findByRole("menuitemradio", { name: "no siphon break" }));
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/overflow/siphon_break", value: false }]),
    );
    expect(screen.getByText("vent holes")).toBeTruthy();
  });

  test("a diverter has no pipe of its own: the downpipe takes it back", async () => {
    renderOnDemo(<OverflowSheet />, withWayOut("back_down"));
    expect(await screen.findByText(/the downpipes take back/)).toBeTruthy();
    expect(screen.getByText("downpipe")).toBeTruthy();
    expect(screen.queryByRole("textbox", { name: "Bore of the overflow" })).toBeNull();
    expect(screen.queryByRole("region", { name: "What the overflow passes" })).toBeNull();
    expect(screen.getByRole("button", { name: "Where the overflow goes: a swale" })).toBeTruthy();
  });

  test("with none it goes over the rim, and nothing is asked of an end", async () => {
    renderOnDemo(<OverflowSheet />, withWayOut("none"));
    expect(await screen.findByText(/the full tank lets them go over its rim/)).toBeTruthy();
    expect(screen.getByText("over its rim, at its foot")).toBeTruthy();
    for (const name of [/^Where the overflow goes/, /^Mesh/, /^Lie of the end/])
      expect(screen.queryByRole("button", { name })).toBeNull();
    expect(screen.queryByText(/apron of 20 mm stone/)).toBeNull();
  });

  test("plastic or metal is one press, for where fires come", async () => {
    const calls = renderOnDemo(<OverflowSheet />);
    await userEvent.click(await screen.findByRole("button", { name: "Pipe of the overflow: plastic" }));
    await userEvent.click(await screen.findByRole("menuitemradio", { name: "metal" }));
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/overflow/metal", value: true }]),
    );
  });
});
