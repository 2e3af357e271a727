import { expect, test } from "vitest";
import type { ListedProperty } from "../../api/client";
import { found, ordered } from "./find";

const listed = [
  { name: "Öhlerhof", place: "Über dem See" },
  { name: "barn 10", place: "Upper Lane" },
  { name: "Barn 9", place: "Lower Lane" },
  { name: "Straße", place: "" },
] as ListedProperty[];
const names = (of: ListedProperty[]) => of.map(({ name }) => name);

test.each([
  ["", ["Öhlerhof", "barn 10", "Barn 9", "Straße"]],
  ["ohler", ["Öhlerhof"]],
  ["ÖHLER uber", ["Öhlerhof"]],
  ["lane barn", ["barn 10", "Barn 9"]],
  ["barn lower", ["Barn 9"]],
  ["strasse", ["Straße"]],
  ["barn sea", []],
])("%s finds the words in any order, whatever their marks and capitals", (search, wanted) => {
  expect(names(found(listed, search))).toEqual(wanted);
});

test("by name numbers count as numbers and capitals as small letters", () => {
  expect(names(ordered(listed, "name"))).toEqual(["Barn 9", "barn 10", "Öhlerhof", "Straße"]);
  expect(names(ordered(listed, "place"))).toEqual(["Straße", "Barn 9", "Öhlerhof", "barn 10"]);
  expect(names(ordered(listed, "changed"))).toEqual(names(listed));
});
