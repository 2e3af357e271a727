import type { Units } from "../lib/units";
import table from "./choices.json";

type Offered = { value: string; label: string; note: string };
const CHOICES = table as unknown as Record<Units, Record<string, Offered[]>>;

const pattern = (path: string) => path.replace(/\/(\d+|-)(?=\/|$)/g, "/*");

/** Whether what stands at a path is one of several that the server words. */
export const isChosen = (path: string) => pattern(path) in CHOICES.metric;

/** What may be chosen at a path of the document, as the server words it. */
export function choicesAt<Value extends string>(path: string, units: Units) {
  return CHOICES[units][pattern(path)]!.map(({ value, label, note }) => ({
    value: value as Value,
    label,
    note: note || undefined,
  }));
}
