import { expect, test } from "vitest";
import { inSeason, parseDay } from "./dates";

test.each([
  ["2001-11-01", true],
  ["2001-10-31", false],
  ["2002-01-01", true],
  ["2002-03-31", true],
  ["2002-04-01", false],
])("%s lies between November and March over New Year: %s", (day, within) => {
  expect(inSeason(parseDay(day), { first: "11-01", last: "03-31" })).toBe(within);
});

test.each([
  ["2001-05-01", true],
  ["2001-04-30", false],
  ["2001-08-31", true],
  ["2001-09-01", false],
])("%s lies between May and August: %s", (day, within) => {
  expect(inSeason(parseDay(day), { first: "05-01", last: "08-31" })).toBe(within);
});
