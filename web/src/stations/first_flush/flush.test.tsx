import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { unended } from "../../testing/unended";
import { volume } from "../../lib/units";
import { FirstFlushSheet } from "./FirstFlushSheet";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 700] }));

test("the depth, what it takes and what it costs are the plan's own figures", async () => {
  renderOnDemo(<FirstFlushSheet />);
  const lost = volume(demo.plan.first_flush.figures["lost_l_year"]!.value!, "metric");
  expect(await screen.findByText("0.5 mm takes 29 %")).toBeTruthy();
  expect(screen.getByText(`and loses ${lost} a year`)).toBeTruthy();
  expect(screen.getByRole("button", { name: new RegExp(`Diverted in a mean year, ${lost}`) })).toBeTruthy();
});

test("moving the handle previews the depth, leaving it keeps it", async () => {
  const calls = renderOnDemo(<FirstFlushSheet />);
  const handle = await screen.findByRole("slider", { name: "First-flush depth" });
  fireEvent.keyDown(handle, { key: "ArrowRight" });
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/first_flush/depth_mm", value: 0.6 }]);
});

test("each chamber is drawn with its legs, and a hole can be taken from the table", async () => {
  const calls = renderOnDemo(<FirstFlushSheet />, buried);
  const chambers = await screen.findByRole("region", { name: "Chambers" });
  for (const chamber of buried.plan.first_flush.chambers)
    expect(within(chambers).getByText(chamber.name)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Use it: 0.039 in hole" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/first_flush/drain", value: "hole" },
      { op: "replace", path: "/first_flush/hole_mm", value: 1 },
    ]),
  );
});

test("without a first flush the curve says what one would cost, and draws no chamber", async () => {
  const calls = renderOnDemo(<FirstFlushSheet />, terrace);
  const handle = await screen.findByRole("slider", { name: "First-flush depth" });
  expect(screen.queryByRole("region", { name: "Chambers" })).toBeNull();
  fireEvent.keyDown(handle, { key: "ArrowRight" });
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toContainEqual({ op: "replace", path: "/first_flush/kind", value: "ball" });
});

test("a depth that is moved on after it was previewed enters the chamber as well", async () => {
  const ball = { ...terrace.document.first_flush, kind: "ball" as const, depth_mm: 0.1 };
  const document = { ...terrace.document, first_flush: ball };
  const calls = renderOnDemo(<FirstFlushSheet />, terrace, "/", {
    [`POST /api/properties/${terrace.id}/preview`]: () => [
      200,
      { document, plan: terrace.plan, daily: terrace.daily, moved: "" },
    ],
  });
  const handle = await screen.findByRole("slider", { name: "First-flush depth" });
  unended(() => fireEvent.keyDown(handle, { key: "ArrowRight" }));
  await screen.findByRole("region", { name: "Chambers" });
  fireEvent.keyDown(handle, { key: "ArrowRight" });
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/first_flush/kind", value: "ball" },
    { op: "replace", path: "/first_flush/depth_mm", value: 0.2 },
  ]);
});

test("the methods stand side by side, and one that is taken is one edit", async () => {
  const calls = renderOnDemo(<FirstFlushSheet />);
  const table = await screen.findByRole("region", { name: "The methods side by side" });
  const { methods } = demo.plan.first_flush;
  expect(within(table).getAllByRole("row")).toHaveLength(methods.length + 1);
  expect(within(table).getAllByRole("img", { name: "chosen" })).toHaveLength(
    methods.filter((method) => method.chosen).length,
  );
  const dirty = within(table).getByRole("row", { name: /^Trees, dust, birds or traffic/ });
  expect(within(dirty).getByText("1–2 mm")).toBeTruthy();
  expect(within(dirty).getByText("65 %")).toBeTruthy();
  await userEvent.click(within(dirty).getByRole("button", { name: /^Use it/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/first_flush/by", value: "depth" },
      { op: "replace", path: "/first_flush/depth_mm", value: 1.5 },
    ]),
  );
});

test("a method that is pointed at is previewed, and left alone it changes nothing", async () => {
  const calls = renderOnDemo(<FirstFlushSheet />, buried);
  const take = await screen.findByRole("button", { name: "Use it: One trade’s habit" });
  fireEvent.pointerEnter(take);
  await waitFor(() => expect(lastOperations(calls, "preview")).not.toBeNull());
  fireEvent.pointerLeave(take);
  expect(lastOperations(calls)).toBeNull();
});

test("a depth is told in the inches of the property", async () => {
  renderOnDemo(<FirstFlushSheet />, buried);
  const table = await screen.findByRole("region", { name: "The methods side by side" });
  expect(within(table).getByText("0.02–0.039 in")).toBeTruthy();
  expect(within(table).queryByText(/ mm$/)).toBeNull();
});
