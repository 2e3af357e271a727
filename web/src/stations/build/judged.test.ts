import { expect, test } from "vitest";
import type { Point } from "../../api/build";
import judgedAlike from "../../testing/judgedAlike.json";
import { allowed, failingWords, inWords, judge, sumOf, within } from "./judged";

type Recorded = Pick<Point, "readings" | "sums"> & {
  cases: { values: Record<string, number>; failing: string[]; sums: number[] }[];
};
const points = judgedAlike as unknown as Recorded[];

test("a phone without a signal judges every reading as the server does", () => {
  expect(points.length).toBeGreaterThan(40);
  const said = { passed: 0, failed: 0 };
  for (const point of points)
    for (const { values, failing, sums } of point.cases) {
      const found = judge(point as unknown as Point, values).map(({ label }) => label);
      expect(found, JSON.stringify(values)).toEqual(failing);
      point.sums.forEach((sum, row) => expect(sumOf(sum, values)).toBeCloseTo(sums[row]!, 9));
      said[failing.length ? "failed" : "passed"] += 1;
    }
  expect(said.passed).toBeGreaterThan(100);
  expect(said.failed).toBeGreaterThan(100);
});

test("a limit is within, whatever its last binary digit", () => {
  expect(within(0.1 + 0.2, { low: 0.3, high: 0.3 })).toBe(true);
  expect(within(0.3001, { low: null, high: 0.3 })).toBe(false);
  expect(within(5, { low: null, high: null })).toBe(true);
});

test("readings and limits are written in the units of the property", () => {
  expect(inWords("pressure", 540, "metric")).toBe("540 kPa");
  expect(inWords("pressure", 540, "us")).toBe("78 psi");
  expect([inWords("yes_no", 1, "us"), inWords("yes_no", 0, "us")]).toEqual(["yes", "no"]);
  expect(inWords("gauge", 97, "metric")).toBe("97 %");
  expect(allowed({ kind: "cut", low: null, high: 5 }, "metric")).toBe("at most 5 mm");
  expect(allowed({ kind: "height", low: 1, high: 1.04 }, "metric")).toBe("1.00 m to 1.04 m");
  expect(allowed({ kind: "flow", low: 1, high: null }, "metric")).toBe("at least 1.0 L/s");
  expect(allowed({ kind: "count", low: null, high: null }, "us")).toBe("");
  expect(failingWords({ label: "Drop", kind: "pressure", value: 10, low: null, high: 5 }, "metric")).toBe(
    "Drop 10 kPa, at most 5 kPa",
  );
});
