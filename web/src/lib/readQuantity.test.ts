import { describe, expect, test } from "vitest";
import { notRead, read } from "./readQuantity";

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
    ["percent", "35 %", 0.35],
    ["percent", "35", 0.35],
    ["bore", "4 in", 101.6],
    ["intensity", "3 in/h", 76.2],
    ["pressure", "6 bar", 600],
    ["pressure", "90 psi", 620.53],
    ["temperature", "1 °C", 1],
    ["melt", "4 mm/°C", 4],
    ["melt", "0.0875 in/°F", 4.001],
    ["temperature", "34 °F", 1.11],
    ["temperature", "-40 F", -40],
    ["money", "1,250", 1250],
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

  test.each([
    ["4 in", 102.3],
    ['4"', 102.3],
    ["4", 102.3],
    ["1-1/2 in", 40.9],
    ["1 1/2 in", 40.9],
    ["1.5 in", 40.9],
    ["4.13 in", 104.902],
    ["101.6 mm", 101.6],
  ])("a US pipe of %s is the pipe of that nominal size, where there is one", (text, kept) => {
    expect(read("pipe", "us", text, 80)).toBeCloseTo(kept, 3);
  });

  test("elsewhere an inch is an inch", () => {
    expect(read("pipe", "metric", "4 in", 80)).toBeCloseTo(101.6, 6);
    expect(read("bore", "us", "4 in", 80)).toBeCloseTo(101.6, 6);
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

describe("as the trade writes it", () => {
  test.each([
    ["length", "34 1/2 ft", 10.5156],
    ["length", `34' 6 1/2"`, 10.5283],
    ["length", `34'-6"`, 10.5156],
    ["length", "34 feet 6 inches", 10.5156],
    ["length", "10.4 metres", 10.4],
    ["length", "3/4 in", 0.01905],
    ["length", "1.250 m", 1.25],
    ["depth", "1/16 in", 1.5875],
    ["bore", "1 1/2 in", 38.1],
    ["bore", "1-1/4 in", 31.75],
    ["area", "1010 sq ft", 93.832],
    ["area", "1010 square feet", 93.832],
    ["area", "1010 sq. ft.", 93.832],
    ["area", "30' x 40'", 111.484],
    ["area", "30 x 40 ft", 111.484],
    ["area", "9 × 12 m", 108],
    ["area", "9 x 12", 108],
    ["area", `30' 6" x 40'`, 113.342],
    ["volume", "9000 litres", 9_000],
    ["volume", "9 000 litres", 9_000],
    ["volume", "4 000 gal", 15_141.65],
    ["volume", "1.234.500 L", 1_234_500],
    ["volume", "12 cubic metres", 12_000],
    ["angle", "7:12", 30.256],
    ["angle", "7/12", 30.256],
    ["angle", "7 in 12", 30.256],
    ["angle", "70 %", 34.992],
    ["angle", "1/4 in per ft", 1.1935],
    ["percent", "1/4 in per ft", 0.0208],
    ["percent", "1/4 in a foot", 0.0208],
    ["percent", "1/4 per foot", 0.0208],
    ["percent", "20 mm/m", 0.02],
    ["percent", "1:80", 0.0125],
    ["intensity", "3 in an hour", 76.2],
    ["rate", "25 gallons per day", 94.635],
  ] as const)("%s %s", (kind, text, kept) => {
    expect(read(kind, "metric", text, 50_000)).toBeCloseTo(kept, 2);
  });

  test("sides without a unit are in that of the property", () => {
    expect(read("area", "us", "30 x 40", 100)).toBeCloseTo(111.484, 2);
    expect(read("area", "us", "30 x 40 m", 100)).toBe(1_200);
  });

  test.each([
    ["length", "34 1/0 ft"],
    ["area", "30' x"],
    ["area", "30' x 40' x 2'"],
    ["angle", "7:0"],
    ["percent", "1.2.3:4"],
    ["volume", "30 40 gal"],
    ["percent", "1/4 in per gallon"],
    ["percent", "20 per m"],
    ["bore", "1/2/3 in"],
  ] as const)("%s %s is not a quantity", (kind, text) => {
    expect(read(kind, "metric", text, 1)).toBeNull();
    expect(notRead(kind, "metric", text)).toMatch(/^not a quantity. Write for example /);
  });

  test.each([
    ["volume", "4.000 gal", "4.000 can be 4 or 4,000: write it without the point."],
    ["volume", "86.250", "86.250 can be 86.25 or 86,250: write it without the point."],
    ["money", "1.250", "1.250 can be 1.25 or 1,250: write it without the point."],
  ] as const)("%s %s is asked about", (kind, text, asked) => {
    expect(read(kind, "metric", text, 1)).toBeNull();
    expect(notRead(kind, "metric", text)).toBe(asked);
  });

  test("a point that cannot part thousands is a decimal point", () => {
    expect(read("volume", "metric", "0.125 m3", 1)).toBe(125);
    expect(read("volume", "metric", "4.25 m3", 1)).toBe(4_250);
    expect(read("volume", "metric", "4000.125 L", 1)).toBe(4_000.125);
  });
});
