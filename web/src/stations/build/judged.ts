import type { Point } from "../../api/build";
import { fixed, quantity } from "../../lib/units";
import type { Kind, Units } from "../../lib/units";

/**
 * The same rule by which the server judges a reading (`lean_year/core/build/judging.py`): on a site there may be no
 * connection. `judgedAlike.json`, made by the server, holds the two to the same answers.
 */
export type Values = Record<string, number>;
type ReadingKind = Point["readings"][number]["kind"];
type Limits = { low: number | null; high: number | null };
export type Failing = { label: string; kind: ReadingKind; value: number } & Limits;

const SLACK = 1e-9;

export function within(value: number, { low, high }: Limits): boolean {
  const slack = SLACK * Math.max(1, Math.abs(value));
  return (low === null || value >= low - slack) && (high === null || value <= high + slack);
}

export function sumOf(sum: Point["sums"][number], values: Values): number {
  const factors = Object.entries(sum.factors);
  if (factors.length === 0) return Math.max(...Object.values(values)) - Math.min(...Object.values(values));
  return factors.reduce((total, [key, factor]) => total + values[key]! * factor, 0);
}

/** What of a whole set of readings does not pass. */
export function judge(point: Point, values: Values): Failing[] {
  const single = point.readings.map((each) => ({ ...each, value: values[each.key]! }));
  const sums = point.sums.map((each) => ({ ...each, value: sumOf(each, values) }));
  return [...single, ...sums]
    .filter((each) => !within(each.value, each))
    .map(({ label, kind, value, low, high }) => ({ label, kind, value, low, high }));
}

/** How a reading is entered; what is looked at is a yes or a no. */
export const ENTERED_AS: Record<Exclude<ReadingKind, "yes_no">, Kind> = {
  height: "length",
  bore: "bore",
  cut: "bore",
  fall: "count",
  pressure: "pressure",
  flow: "flow",
  hours: "count",
  volume: "volume",
  gauge: "count",
  count: "count",
};

/** A reading in words. */
export function inWords(kind: ReadingKind, value: number, units: Units): string {
  switch (kind) {
    case "yes_no":
      return value === 1 ? "yes" : "no";
    case "gauge":
      return `${fixed(value, 0)} %`;
    case "count":
      return fixed(value, 0);
    case "fall":
      return `${fixed(value, 1)} %`;
    default:
      return quantity(kind, value, units);
  }
}

/** What is allowed, in words; empty where anything is. */
export function allowed({ kind, low, high }: { kind: ReadingKind } & Limits, units: Units): string {
  if (kind === "yes_no") return low === 1 ? "must be yes" : "";
  if (low !== null && high !== null) return `${inWords(kind, low, units)} to ${inWords(kind, high, units)}`;
  if (low !== null) return `at least ${inWords(kind, low, units)}`;
  return high === null ? "" : `at most ${inWords(kind, high, units)}`;
}

export const failingWords = (failing: Failing, units: Units) =>
  `${failing.label} ${inWords(failing.kind, failing.value, units)}, ${allowed(failing, units)}`;
