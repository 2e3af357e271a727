import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const SRC = join(import.meta.dirname, "..");
// The words of quantities themselves, tests, and what the tests are fed.
const APART = /\.test\.tsx?$|\/testing\/|\/lib\/|schema\.d\.ts$|sums\/words\.ts$/;
const UNIT = "(L\\/s|L\\/d|L|mm\\/h|mm|m²|m³|cm²|cm|kPa|mL|°C|°F|kg|kN|m\\/h|m\\/s|psi|gal|gpm|ft|ft²|lb)";
// A number, written or worked out, and a unit after it.
const TYPED = new RegExp(`(\\}|\\d) ?${UNIT}(?=[ .,;:)<\`"]|$)`);

function* sources(folder: string): Generator<string> {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(name) && !APART.test(path)) yield path;
  }
}

describe("sentences of the interface", () => {
  it("take quantities, and no number with a unit typed behind it", () => {
    const found = [...sources(SRC)].flatMap((path) =>
      readFileSync(path, "utf-8")
        .split("\n")
        .map((line) => line.trim())
        .filter((line) => TYPED.test(line) && !/^(\/\/|\/?\*|import |d=)/.test(line) && !/\bd=/.test(line))
        .map((line) => `${path.slice(SRC.length + 1)}: ${line}`),
    );
    expect(found).toEqual([]);
  });

  it.each([
    "At {fixed(flow, 1)} L/s off the roofs",
    'yesNote="and for the first 300 mm below it"',
    "a height such as 1.42 m².",
  ])("are found when they do: %s", (line) => {
    expect(TYPED.test(line)).toBe(true);
  });
});
