import { expect, test } from "vitest";
import { contains, fieldWords } from "./words";

test.each([
  ["cistern.fire_reserve_l", "fire reserve"],
  ["cistern.tanks[1].overflow_m", "overflow of tank 2"],
  ["roofs[0].gutters[2].width_mm", "width of gutter 3"],
  ["pump.cut_out_kpa", "cut out"],
  ["household.garden_l_month[3]", "garden"],
  ["downpipes[0].run.length_m", "length of downpipe 1"],
  ["name", "name"],
])("the field %s is called %s", (field, words) => {
  expect(fieldWords(field)).toBe(words);
});

test("words are found in any order, whatever their marks and capitals", () => {
  expect(contains("Hütte am Großen See", "see hutte")).toBe(true);
  expect(contains("Hütte am Großen See", "gross")).toBe(true);
  expect(contains("Hütte am Großen See", "lake")).toBe(false);
});
