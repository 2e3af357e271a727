import { describe, expect, test } from "vitest";
import writtenQuantities from "../testing/writtenQuantities.json";
import { read } from "./readQuantity";
import {
  costOf,
  figure,
  nudged,
  nudgeStep,
  quantity,
  roundStep,
  significant,
  volume,
  volumeTicks,
  write,
  writeBare,
} from "./units";
import type { Quantity, Units } from "./units";

test("what is written is read back, in both systems", () => {
  for (const units of ["metric", "us"] as const)
    for (const [kind, value] of [
      ["volume", 86_000],
      ["volume", 400],
      ["area", 332],
      ["length", 13.2],
      ["depth", 0.5],
      ["rate", 90],
    ] as const) {
      const again = read(kind, units, write(kind, units, value), value)!;
      expect(Math.abs(again - value) / value).toBeLessThan(0.02);
    }
});

test("words are those of the server", () => {
  expect(volume(1_783, "metric")).toBe("1.8 m³");
  expect(volume(86_250, "metric")).toBe("86.3 m³");
  expect(volume(179.2, "metric")).toBe("179 L");
  expect(volume(0, "metric")).toBe("0 L");
  expect(volume(1_234_500, "metric")).toBe("1,235 m³");
  expect(volume(10_000, "us")).toBe("2,642 gal");
  expect(figure(0.99972, "-", "metric")).toBe("99.9 %");
  expect(figure(1, "-", "metric")).toBe("100 %");
  expect(figure(1, "d", "metric")).toBe("1 day");
  expect(figure(null, "mm", "metric")).toBe("not known");
});

test("ticks are round numbers in the units shown", () => {
  expect(volumeTicks(120_000, "metric")).toEqual([0, 50_000, 100_000]);
  expect(roundStep(30)).toBe(50);
  expect(roundStep(0)).toBe(1);
  expect(nudgeStep("volume", "metric", 86_000)).toBe(1_000);
});

test("a US pipe is moved from one size that is sold to the next, and anything else by a step", () => {
  expect([1, -1].map((ways) => nudged("pipe", "us", 102.3, ways))).toEqual([128.2, 77.9]);
  expect(nudged("pipe", "us", 104, -1)).toBe(102.3);
  expect(nudged("pipe", "us", 381, 1)).toBe(381);
  expect(nudged("pipe", "metric", 104, 1)).toBe(110);
});

describe("what the supply added", () => {
  test.each([
    ["percent", "metric", 0.355, "35.5 %"],
    ["bore", "metric", 50, "50 mm"],
    ["bore", "us", 50.8, "2 in"],
    ["pipe", "metric", 104, "104 mm"],
    ["pipe", "us", 40.9, "1-1/2 in"],
    ["pipe", "us", 104.902, "4.13 in"],
    ["intensity", "us", 76.2, "3 in/h"],
    ["temperature", "us", 0, "32 °F"],
    ["melt", "us", 4.1148, "0.09 in/°F"],
    ["temperature", "metric", -3.5, "-3.5 °C"],
    ["money_m3", "metric", 160, "160"],
    ["money_m3", "us", 264.172052, "1,000"],
    ["money_m2", "us", 107.639104, "10"],
  ] as const)("%s in %s", (kind, units, kept, text) => {
    expect(write(kind, units, kept)).toBe(text);
    expect(read(kind, units, text, kept)).toBeCloseTo(kept, 3);
  });

  test("a column's figures leave their unit to its head", () => {
    expect(writeBare("depth", "us", 25.4)).toBe("1");
    expect(writeBare("temperature", "metric", 8)).toBe("8");
    expect(writeBare("count", "metric", 3)).toBe("3");
  });

  test("what water costs is for a cubic metre or a thousand gallons", () => {
    expect(costOf(10, "€", "metric")).toBe("€10.00");
    expect(costOf(10, "$", "us")).toBe("$37.85");
  });

  test("months of a year have one decimal", () => {
    expect(figure(11.9274, "months", "metric")).toBe("11.9 months");
  });
});

test("every quantity is written as the server writes it, digit by digit", () => {
  expect(writtenQuantities.rows.length).toBeGreaterThan(5_000);
  const wrong = writtenQuantities.rows.filter(
    ([kind, units, value, text]) => quantity(kind as Quantity, value as number, units as Units) !== text,
  );
  expect(wrong).toEqual([]);
});

test("a number without a unit has the digits that the server gives it", () => {
  for (const [value, text] of writtenQuantities.significant) expect(significant(value as number)).toBe(text);
});
