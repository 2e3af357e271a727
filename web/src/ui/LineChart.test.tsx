import { render, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { fieldOf, LineChart, pathOf } from "./LineChart";
import type { Plot } from "./LineChart";

test("a path runs through its points, straight or in steps", () => {
  const points: [number, number][] = [
    [0, 10],
    [5, 4],
    [9, 2],
  ];
  expect(pathOf(points)).toBe("M0,10L5,4L9,2");
  expect(pathOf(points, true)).toBe("M0,10L5,10L5,4L9,4L9,2");
  expect(pathOf([])).toBe("");
});

test("a field goes along the upper line and back along the lower one", () => {
  const upper: [number, number][] = [
    [0, 1],
    [4, 2],
  ];
  const lower: [number, number][] = [
    [0, 8],
    [4, 9],
  ];
  expect(fieldOf(upper, lower)).toBe("M0,1L4,2L4,9L0,8Z");
});

test("values lie between the axes, zero at the foot and the reach at the right", () => {
  let plot: Plot | null = null;
  render(
    <LineChart
      label="Years over size"
      height={200}
      xReach={50}
      yReach={40}
      xTicks={[{ at: 50, name: "50" }]}
      yTicks={[{ at: 40, name: "40" }]}
      yName="years"
      xName="tank"
      over={() => <button>a point</button>}
    >
      {(given) => {
        plot = given;
        return null;
      }}
    </LineChart>,
  );
  const { x, y, right, foot } = plot!;
  expect(x(50)).toBeCloseTo(right);
  expect(y(0)).toBe(foot);
  expect(x(25)).toBeCloseTo((x(0) + right) / 2);
  expect(y(40)).toBeLessThan(y(20));
  expect(screen.getByRole("img", { name: "Years over size" }).textContent).toContain("years");
  expect(screen.getByRole("button", { name: "a point" })).toBeTruthy();
});
