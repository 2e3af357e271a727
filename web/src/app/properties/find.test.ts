import { expect, test } from "vitest";
import type { ListedProperty } from "../../api/client";
import type { Act, SupplyInUse } from "../../api/inUse";
import { found, ordered, wanted } from "./find";

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
  expect(names(ordered(listed, "name", new Map()))).toEqual(["Barn 9", "barn 10", "Öhlerhof", "Straße"]);
  expect(names(ordered(listed, "place", new Map()))).toEqual(["Straße", "Barn 9", "Öhlerhof", "barn 10"]);
  expect(names(ordered(listed, "changed", new Map()))).toEqual(names(listed));
});

const act = (kind: Act["kind"], level: Act["level"], on: string): Act => ({ kind, level, on, text: `${kind} ${on}` });
const supply = (acts: Act[], more: Partial<SupplyInUse> = {}) =>
  ({ acts, kinds: acts.map(({ kind }) => kind), area: "", short_by: null, ...more }) as SupplyInUse;
const five = ["calm", "late", "dry", "hole", "new"].map((id) => ({ id, name: id, place: "" })) as ListedProperty[];
const inUse = new Map<string, SupplyInUse>([
  ["calm", supply([act("due", "note", "2027-01-02")], { area: "Hills", short_by: "2027-03-01" })],
  ["late", supply([act("due", "caution", "2026-10-01"), act("quote", "note", "2026-12-01")], { area: "Coast" })],
  ["dry", supply([act("water", "fails", "2026-11-30")], { area: "Hills", short_by: "2026-12-08" })],
  ["hole", supply([act("hole", "fails", "2026-11-29")])],
]);

test("who needs somebody comes first by how serious it is, then by its day; who needs nobody comes last", () => {
  expect(names(ordered(five, "act", inUse))).toEqual(["hole", "dry", "late", "calm", "new"]);
});

test("who runs short first comes first, and who never does last, as it was listed", () => {
  expect(names(ordered(five, "dry", inUse))).toEqual(["dry", "calm", "late", "hole", "new"]);
});

test.each([
  ["", "any", ["calm", "late", "dry", "hole", "new"]],
  ["Hills", "any", ["calm", "dry"]],
  ["", "due", ["calm", "late"]],
  ["", "quote", ["late"]],
  ["", "float", ["hole"]],
  ["Hills", "water", ["dry"]],
  ["Coast", "water", []],
] as const)("in %s, %s are found", (area, need, expected) => {
  expect(names(wanted(five, inUse, area, need))).toEqual(expected);
});
