import { expect, test } from "vitest";
import { money } from "./units";
import { price, readMoney } from "./money";

test("amounts have cents under ten, and none at nothing", () => {
  expect([0, 3.456, 9.99, 10, 12_345.6].map((amount) => money("€", amount))).toEqual([
    "€0",
    "€3.46",
    "€9.99",
    "€10",
    "€12,346",
  ]);
  expect(price(1234.5)).toBe("1,234.50");
});

test.each([
  ["12.5", 12.5],
  ["12,5", 12.5],
  ["1,234.50", 1234.5],
  ["1,200", 1200],
  ["€ 14", 14],
  ["0", 0],
  ["", null],
  ["-3", null],
  ["about ten", null],
  ["1.2.3", null],
])("%s is an amount", (text, amount) => {
  expect(readMoney(text)).toBe(amount);
});
