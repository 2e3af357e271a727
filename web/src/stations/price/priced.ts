import type { Line } from "./changed";
import type { Priced } from "./PriceField";

/** What a line is priced as in the firm's book. */
export const pricedAs = (line: Line): Priced => ({
  key: line.book_key,
  name: line.name,
  unit: line.price_unit,
  length_m: line.cut ? Number((line.cut.stock_mm / 1000).toFixed(4)) : null,
  lead_days: line.lead_days,
  value: line.unit_price === null ? null : line.unit_price * line.sold_factor,
});

/** Whole months between two days. */
export function monthsBetween(before: string, after: string): number {
  const [first, second] = [before, after].map((day) => day.split("-").map(Number));
  return (second![0]! - first![0]!) * 12 + second![1]! - first![1]! - (second![2]! < first![2]! ? 1 : 0);
}
