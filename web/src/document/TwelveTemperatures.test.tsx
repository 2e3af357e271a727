import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { TwelveTemperatures, twelveOf } from "./TwelveTemperatures";
import { lastOperations, renderOnDemo } from "../testing/demo";

const LOWS = "1 2 3 4 6 9 11 11 8 6 3 1";
const HIGHS = "6 7 9 12 16 19 21 21 18 13 9 7";

test("twelve figures with spaces between are read in the property's degrees", () => {
  expect(twelveOf(LOWS, "metric")).toEqual([1, 2, 3, 4, 6, 9, 11, 11, 8, 6, 3, 1]);
  expect(twelveOf(Array(12).fill("32").join("; "), "us")).toEqual(Array(12).fill(0));
  expect(twelveOf("1 2 3", "metric")).toBeNull();
  expect(twelveOf(`${LOWS} x`, "metric")).toBeNull();
});

test("opening it enters nothing, and nothing is kept before both rows are whole", async () => {
  const calls = renderOnDemo(<TwelveTemperatures />);
  await userEvent.click(await screen.findByRole("button", { name: "Enter twelve mean lows and highs" }));
  expect(lastOperations(calls)).toBeNull();
  await userEvent.type(screen.getByRole("textbox", { name: /^Mean daily lows/ }), HIGHS);
  await userEvent.type(screen.getByRole("textbox", { name: /^Mean daily highs/ }), LOWS);
  await userEvent.click(screen.getByRole("button", { name: "Save them" }));
  expect(screen.getByRole("alert").textContent).toContain("must not be above");
  expect(lastOperations(calls)).toBeNull();
  await userEvent.clear(screen.getByRole("textbox", { name: /^Mean daily lows/ }));
  await userEvent.type(screen.getByRole("textbox", { name: /^Mean daily lows/ }), LOWS);
  await userEvent.clear(screen.getByRole("textbox", { name: /^Mean daily highs/ }));
  await userEvent.type(screen.getByRole("textbox", { name: /^Mean daily highs/ }), HIGHS);
  await userEvent.click(screen.getByRole("button", { name: "Save them" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/site/tmin_c", value: [1, 2, 3, 4, 6, 9, 11, 11, 8, 6, 3, 1] },
      { op: "replace", path: "/site/tmax_c", value: [6, 7, 9, 12, 16, 19, 21, 21, 18, 13, 9, 7] },
    ]),
  );
});

test("it is closed again without keeping anything", async () => {
  const calls = renderOnDemo(<TwelveTemperatures />);
  const open = { name: "Enter twelve mean lows and highs" };
  await userEvent.click(await screen.findByRole("button", open));
  await userEvent.type(screen.getByRole("textbox", { name: /^Mean daily lows/ }), LOWS);
  await userEvent.click(screen.getByRole("button", { name: "Not now" }));
  expect(screen.queryByRole("textbox", { name: /^Mean daily lows/ })).toBeNull();
  expect(screen.getByRole("button", open)).toBeTruthy();
  expect(lastOperations(calls)).toBeNull();
});
