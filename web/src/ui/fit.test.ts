import { expect, test } from "vitest";
import { fit, twoLines } from "./fit";

test("a name that has room stays whole, one that has none is cut where it shows", () => {
  expect(fit("Barn", 116)).toBe("Barn");
  expect(fit("Workshop, lake side", 60)).toBe("Worksho…");
});

test("a name too wide for one line is broken between its words", () => {
  expect(twoLines("House, slate", 116)).toEqual(["House, slate"]);
  expect(twoLines("Workshop, lake side", 116)).toEqual(["Workshop, lake", "side"]);
  expect(twoLines("Northwesterlybarnroof", 116)).toEqual(["Northwesterlyb…"]);
});
