import { expect, test } from "vitest";
import { rowTops } from "../ui/DayPicture";
import { dayName, monthStarts, parseDay } from "./dates";
import { dailyQuantiles, unpack16, unpackDays, yearSpans } from "./days";

test("packed days are unpacked as they were packed", () => {
  // 1, 256 and 65,535 as little-endian 16-bit; days 0 and 9 short.
  const store = btoa(String.fromCharCode(1, 0, 0, 1, 255, 255));
  expect([...unpack16(store)]).toEqual([1, 256, 65_535]);
  const short = btoa(String.fromCharCode(0b10000000, 0b01000000));
  const days = unpackDays({ start: "2000-01-01", days: 10, live_l: 100, store, short });
  expect([0, 1, 8, 9].map(days.isShort)).toEqual([true, false, false, true]);
});

test("a part year begins on its day of the water year", () => {
  const years = [
    { start: "2001-12-31", days: 1 },
    { start: "2002-01-01", days: 365 },
  ];
  const rain = { first_month: 1, years } as unknown as Parameters<typeof yearSpans>[0];
  expect(yearSpans(rain).map((span) => [span.first, span.offset])).toEqual([
    [0, 364],
    [1, 0],
  ]);
  expect(yearSpans({ ...rain, first_month: 10 })[0]!.offset).toBe(91);
});

test("the median of each day of the year leaves out years that do not have it", () => {
  const values = Uint16Array.from([1, 2, 3, 10, 20]);
  const spans = [
    { first: 0, days: 3, offset: 0 },
    { first: 3, days: 2, offset: 1 },
  ];
  const [median] = dailyQuantiles(values, spans, [0.5]);
  expect([...median!.slice(0, 4)]).toEqual([1, 6, 11.5, NaN]);
});

test("months begin where the water year puts them", () => {
  expect(monthStarts(1)[2]).toEqual({ month: 3, day: 59 });
  expect(monthStarts(10).slice(0, 4)).toEqual([
    { month: 10, day: 0 },
    { month: 11, day: 31 },
    { month: 12, day: 61 },
    { month: 1, day: 92 },
  ]);
  expect(dayName(parseDay("2024-02-29"))).toBe("29 Feb 2024");
});

test("rows share the height, the strong ones higher", () => {
  const tops = rowTops(40, [8, 8, -1], 236);
  expect(tops[0]).toBe(0);
  expect(tops.at(-1)).toBeCloseTo(236);
  expect(tops[9]! - tops[8]!).toBe(14);
  expect(tops[1]! - tops[0]!).toBeCloseTo((236 - 14) / 39);
  expect(rowTops(1, [0], 200)).toEqual([0, 200]);
  expect(rowTops(2, [0, 1], 200).at(-1)).toBeCloseTo(200);
});
