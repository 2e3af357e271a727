import { render, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { DataTable, yearName } from "./DataTable";

test("a table names its columns and rows for those who cannot see the picture", () => {
  render(
    <DataTable
      head={["Year", "Rain", "Missing"]}
      rows={[
        { key: "a", name: "1993–94", cells: ["385 mm", "0 d"], strong: true },
        { key: "b", name: "1994–95", cells: ["612 mm", "3 d"] },
      ]}
    />,
  );
  expect(screen.getAllByRole("columnheader").map((each) => each.textContent)).toEqual(["Year", "Rain", "Missing"]);
  expect(screen.getByRole("row", { name: "1993–94 385 mm 0 d" }).className).toBe("font-bold");
  expect(screen.getByRole("rowheader", { name: "1994–95" })).toBeTruthy();
});

test("a part year and a year that is left out say so", () => {
  expect(yearName({ label: "2001", whole: true, counted: true })).toBe("2001");
  expect(yearName({ label: "2001", whole: false, counted: false })).toBe("2001, part");
  expect(yearName({ label: "2001", whole: true, counted: false })).toBe("2001, not counted");
});
