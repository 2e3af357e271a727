import { expect, test } from "vitest";
import { addressOf } from "./addresses";
import { at, propertyOf, shownBy, shownInstead, supplyOf } from "./shownBy";

test("a property is looked at by its first supply, or by the one that is named behind it", () => {
  expect(shownBy("a1", "main")).toBe("a1");
  expect(shownBy("a1", "shed")).toBe("a1@shed");
  expect([propertyOf("a1@shed"), supplyOf("a1@shed"), supplyOf("a1")]).toEqual(["a1", "shed", undefined]);
});

test("the server is asked for the property, with the supply beside it", () => {
  expect(at("a1", { revision: 3 })).toEqual({ path: { property_id: "a1" }, query: { revision: 3 } });
  expect(at("a1@shed", { revision: 3 })).toEqual({
    path: { property_id: "a1" },
    query: { revision: 3, supply: "shed" },
  });
});

test("so does a link to a file of it", () => {
  const drawing = "/api/properties/{property_id}/drawing.svg";
  expect(addressOf(drawing, { property_id: "a1" })).toBe("/api/properties/a1/drawing.svg");
  expect(addressOf(drawing, { property_id: "a1@shed" })).toBe("/api/properties/a1/drawing.svg?supply=shed");
  const pdf = "/api/properties/{property_id}/papers/{name}/pdf";
  expect(addressOf(pdf, { property_id: "a1@shed", name: "report" }, { paper: "a4" })).toBe(
    "/api/properties/a1/papers/report/pdf?paper=a4&supply=shed",
  );
});

test("a supply that was removed is shown as the one that is there", () => {
  expect(shownInstead("a1@shed", "main")).toBe("a1");
  expect(shownInstead("a1@shed", "barn")).toBe("a1@barn");
  expect([shownInstead("a1@shed", "shed"), shownInstead("a1", "main")]).toEqual([null, null]);
});
