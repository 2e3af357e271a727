import { fixed } from "./units";

/** A price with its cents. */
export const price = (amount: number) => fixed(amount, 2);

/** An amount that somebody typed, with a point or a comma; null where it is none. */
export function readMoney(text: string): number | null {
  const bare = text.trim().replace(/[^\d.,-]/g, "");
  if (!/^\d{1,9}(,\d{3})*([.,]\d{1,4})?$/.test(bare)) return null;
  const decimalComma = /,\d{1,2}$/.test(bare) || (/,\d{4}$/.test(bare) && !bare.includes("."));
  return Number(decimalComma ? bare.replaceAll(".", "").replace(",", ".") : bare.replaceAll(",", ""));
}
