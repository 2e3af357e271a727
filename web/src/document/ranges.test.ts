import { expect, test } from "vitest";
import { full, rangeAt, usualOf } from "./ranges";
import { demo } from "../testing/demo";

test("a number's range is that of its place, of its kind where the place has several", () => {
  expect(rangeAt(demo.document, "/site/latitude_deg")).toEqual({ min: -66, max: 66 });
  expect(rangeAt(demo.document, "/roofs/1/extent/length_m")).toMatchObject({ kind: "rectangle" });
  expect(rangeAt(demo.document, "/roofs/1/extent/volume_l")).toBeNull();
  expect(() => usualOf("/cistern/tanks/*/shape/length_m", "sphere")).toThrow("no usual value");
});

test("a number in a table is found by whatever its row is called", () => {
  expect(rangeAt(demo.document, "/parts/changed/drain-pipe-110-mm/stock_m")).toEqual({ min: 0.1, max: 100 });
  expect(rangeAt(demo.document, "/price/hours/pipes")).toEqual({ min: 0, max: 10_000 });
  expect(rangeAt(demo.document, "/parts/changed/drain-pipe-110-mm/nothing")).toBeNull();
});

test.each([
  ["/cistern/tanks", 20],
  ["/roofs", 50],
  ["/downpipes/3/screens", 6],
  ["/roofs/1/gutters", 8],
  ["/roofs/1/gutters/0/outlets_m", 50],
  ["/household/steps", 6],
  ["/treatment/stages", 12],
])("%s takes %i rows and no more", (path, most) => {
  expect(full(path, Array(most - 1).fill(null))).toBe(false);
  expect(full(path, Array(most).fill(null))).toBe(true);
});

test("what is no list that grows has no number of rows", () => {
  expect(() => full("/household/guests", [])).toThrow("how many rows /household/guests takes");
});
