import { expect, test } from "vitest";
import { choicesAt } from "./choices";

test("what a choice is worth is said in the units of the property", () => {
  const bearing = (units: "metric" | "us") =>
    choicesAt("/ground/soil", units).find((choice) => choice.value === "clay")?.note;
  expect([bearing("metric"), bearing("us")]).toEqual(["72 kPa", "10 psi"]);
  expect(choicesAt("/ground/soil", "us")[0]).toEqual({ value: "unknown", label: "not looked at yet" });
});

test("a row of a list has the choices of its list", () => {
  expect(choicesAt("/downpipes/3/screens/1/kind", "us")).toEqual(choicesAt("/downpipes/0/screens/0/kind", "us"));
});
