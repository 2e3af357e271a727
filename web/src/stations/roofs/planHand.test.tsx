import { fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { planScale } from "./planScale";
import { usePlanHand } from "./usePlanHand";

// Ten metres to a hundred pixels, with the plan's margin of 26 px: 1 m is 10 px, north is up.
const scale = planScale([[[0, 0]], [[10, 10]]], 152, 152);
const px = (east: number, north: number) => ({ clientX: 26 + east * 10, clientY: 26 + (10 - north) * 10 });
const rect = { width: 152, height: 152, left: 0, top: 0, right: 152, bottom: 152, x: 0, y: 0 };

function Plan(props: { drawing: boolean; onDrawn?: () => void; onPlaced?: () => void }) {
  const { svg, drag, corners, at, handlers, grab } = usePlanHand({
    scale,
    drawing: props.drawing,
    onDrawn: props.onDrawn ?? (() => {}),
    onPlaced: props.onPlaced ?? (() => {}),
  });
  return (
    <svg ref={svg} data-testid="plan" {...handlers}>
      <rect data-testid="surface" onPointerDown={(event) => grab(event, 1)} />
      <text data-testid="said">{JSON.stringify({ corners, at, by: drag?.by ?? null })}</text>
    </svg>
  );
}

function open(props: Parameters<typeof Plan>[0]) {
  SVGElement.prototype.setPointerCapture = () => {};
  vi.spyOn(Element.prototype, "getBoundingClientRect").mockReturnValue({ ...rect, toJSON: () => rect });
  render(<Plan {...props} />);
  const plan = screen.getByTestId("plan");
  const said = () =>
    JSON.parse(screen.getByTestId("said").textContent) as { corners: unknown; at: unknown; by: unknown };
  return { plan, said };
}

test("the scale of these tests is what they say", () => {
  expect(scale.scale).toBe(10);
  expect(scale.toPlan(36, 116)).toEqual([1, 1]);
});

test("a surface that is dragged follows the hand by tenths of a metre, and is placed where it is let go", () => {
  const onPlaced = vi.fn();
  const { plan, said } = open({ drawing: false, onPlaced });
  fireEvent.pointerMove(plan, px(9, 9));
  expect(said().by).toBeNull();
  fireEvent.pointerDown(screen.getByTestId("surface"), px(2, 3));
  fireEvent.pointerMove(plan, px(4.52, 2));
  expect(said()).toEqual({ corners: [], at: null, by: [2.5, -1] });
  fireEvent.pointerUp(plan);
  expect(onPlaced.mock.calls).toEqual([[1, [2.5, -1]]]);
  fireEvent.pointerUp(plan);
  expect(onPlaced).toHaveBeenCalledTimes(1);
  expect(said().by).toBeNull();
});

test("nothing is dragged and no key does anything but while it is its turn", () => {
  const onDrawn = vi.fn();
  const { plan, said } = open({ drawing: false, onDrawn });
  fireEvent.pointerDown(plan, px(2, 3));
  for (const key of ["Enter", "Escape", "Backspace"]) fireEvent.keyDown(plan, { key });
  expect(onDrawn).not.toHaveBeenCalled();
  expect(said()).toEqual({ corners: [], at: null, by: null });
});

test("corners are set where it is pressed; Backspace takes the last back, Enter closes them", () => {
  const onDrawn = vi.fn();
  const { plan, said } = open({ drawing: true, onDrawn });
  for (const [east, north] of [[1, 1], [7, 1], [9, 9], [7.04, 5.96]] as const) fireEvent.pointerDown(plan, px(east, north)); // prettier-ignore
  fireEvent.pointerMove(plan, px(3, 8));
  expect(said()).toEqual({ corners: [[1, 1], [7, 1], [9, 9], [7, 6]], at: [3, 8], by: null }); // prettier-ignore
  fireEvent.keyDown(plan, { key: "Backspace" });
  expect(fireEvent.keyDown(plan, { key: "Tab" })).toBe(true);
  expect(fireEvent.keyDown(plan, { key: "Enter" })).toBe(false);
  expect(onDrawn.mock.calls).toEqual([[[[1, 1], [7, 1], [9, 9]]]]); // prettier-ignore
  expect(said()).toEqual({ corners: [], at: null, by: null });
});

test("a press near the first corner closes the outline, once it has three", () => {
  const onDrawn = vi.fn();
  const { plan } = open({ drawing: true, onDrawn });
  fireEvent.pointerDown(plan, px(1, 1));
  fireEvent.pointerDown(plan, px(2, 1)); // 10 px away: near, but there is nothing to close
  fireEvent.pointerDown(plan, px(7, 7));
  expect(onDrawn).not.toHaveBeenCalled();
  fireEvent.pointerDown(plan, px(2.5, 1)); // 15 px away: a corner
  expect(onDrawn).not.toHaveBeenCalled();
  fireEvent.pointerDown(plan, px(1, 2.3)); // 13 px away
  expect(onDrawn.mock.calls).toEqual([[[[1, 1], [2, 1], [7, 7], [2.5, 1]]]]); // prettier-ignore
});

test("Escape gives up, and two corners are no surface", () => {
  const onDrawn = vi.fn();
  const { plan } = open({ drawing: true, onDrawn });
  for (const key of ["Escape", "Enter"]) {
    fireEvent.pointerDown(plan, px(1, 1));
    fireEvent.pointerDown(plan, px(7, 1));
    if (key === "Escape") fireEvent.pointerDown(plan, px(9, 9));
    fireEvent.keyDown(plan, { key });
  }
  expect(onDrawn.mock.calls).toEqual([[null], [null]]);
});
