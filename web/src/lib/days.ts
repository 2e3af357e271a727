import type { PackedDays, Plan } from "../api/client";
import { daysBetween, parseDay } from "./dates";

export const FULL = 65_535;
export const MISSING = 65_535;
export const YEAR_DAYS = 366;

function bytesOf(base64: string): Uint8Array {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

/** Little-endian 16-bit values from base64. */
export function unpack16(base64: string): Uint16Array {
  const bytes = bytesOf(base64);
  const values = new Uint16Array(bytes.length / 2);
  for (let i = 0; i < values.length; i++) values[i] = bytes[2 * i]! | (bytes[2 * i + 1]! << 8);
  return values;
}

/** The daily replay: store in litres, and which days are short. */
export type Days = { liveL: number; share: Uint16Array; isShort: (day: number) => boolean };

export function unpackDays(packed: PackedDays): Days {
  const bits = bytesOf(packed.short);
  return {
    liveL: packed.live_l,
    share: unpack16(packed.store),
    isShort: (day) => ((bits[day >> 3]! >> (7 - (day & 7))) & 1) === 1,
  };
}

/** Where each water year lies in the record: first day, days, and the day of the water year it begins on. */
export type YearSpan = { first: number; days: number; offset: number };

export function yearSpans(rain: NonNullable<Plan["rain"]>): YearSpan[] {
  let first = 0;
  return rain.years.map((year) => {
    // A part year at the start of the record begins late in its water year.
    const start = parseDay(year.start);
    const begun = start.getUTCMonth() + 1 >= rain.first_month ? start.getUTCFullYear() : start.getUTCFullYear() - 1;
    const offset = daysBetween(new Date(Date.UTC(begun, rain.first_month - 1, 1)), start);
    const span = { first, days: year.days, offset };
    first += year.days;
    return span;
  });
}

/** For each day of the water year, chosen quantiles of a daily series over the years. */
export function dailyQuantiles(values: Uint16Array, spans: YearSpan[], quantiles: number[]): Float64Array[] {
  const result = quantiles.map(() => new Float64Array(YEAR_DAYS).fill(NaN));
  for (let day = 0; day < YEAR_DAYS; day++) {
    const column: number[] = [];
    for (const span of spans) {
      const at = day - span.offset;
      if (at >= 0 && at < span.days) column.push(values[span.first + at]!);
    }
    if (!column.length) continue;
    column.sort((a, b) => a - b);
    quantiles.forEach((q, i) => {
      const at = q * (column.length - 1);
      const low = Math.floor(at);
      const high = Math.min(low + 1, column.length - 1);
      result[i]![day] = column[low]! + (at - low) * (column[high]! - column[low]!);
    });
  }
  return result;
}
