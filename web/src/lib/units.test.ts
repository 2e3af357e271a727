import { describe, expect, test } from "vitest";
import { figure, nudgeStep, read, roundStep, volume, volumeTicks, write } from "./units";

describe("an entry is read in any unit", () => {
  test.each([
    ["area", "1010 ft2", 93.832],
    ["area", "1,010 ft²", 93.832],
    ["area", "94", 94],
    ["length", "34'", 10.3632],
    ["length", `34' 6"`, 10.5156],
    ["length", "34 ft 6 in", 10.5156],
    ["length", "250 cm", 2.5],
    ["depth", "2.5 in", 63.5],
    ["depth", "0,5", 0.5],
    ["volume", "40 kL", 40_000],
    ["volume", "2,500 gal", 9463.53],
    ["volume", "2,500 gallons", 9463.53],
    ["volume", "40 m³", 40_000],
    ["share", "90 %", 0.9],
    ["share", "0.9", 0.9],
    ["angle", "35°", 35],
    ["rate", "25 gal a day", 94.635],
  ] as const)("%s %s", (kind, text, kept) => {
    expect(read(kind, "metric", text, 50_000)).toBeCloseTo(kept, 2);
  });

  test.each([
    ["area", "wide"],
    ["area", "94 gal"],
    ["volume", ""],
    ["volume", "12 furlongs"],
    ["length", "1.2.3 m"],
    ["count", "3 m"],
  ] as const)("%s %s is not a quantity", (kind, text) => {
    expect(read(kind, "metric", text, 1)).toBeNull();
  });

  test("a bare number is in the unit that is shown", () => {
    expect(read("volume", "metric", "90", 86_000)).toBe(90_000);
    expect(read("volume", "metric", "90", 300)).toBe(90);
    expect(read("volume", "us", "100", 86_000)).toBeCloseTo(378.54, 2);
  });

  test("a comma before three digits parts thousands, else it is the decimal comma", () => {
    expect(read("volume", "us", "1,500", 9_000)).toBeCloseTo(1500 * 3.785411784);
    expect(read("volume", "metric", "1,5", 9_000)).toBe(1_500);
  });
});

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
