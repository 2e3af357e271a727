import type { Units } from "../lib/units";
import table from "./choices.json";

type Offered = { value: string; label: string; note: string };
const CHOICES = table as unknown as Record<Units, Record<string, Offered[]>>;

/** What may be chosen at a path of the document, as the server words it. */
export function choicesAt<Value extends string>(path: string, units: Units) {
  return CHOICES[units][path.replace(/\/(\d+|-)(?=\/|$)/g, "/*")]!.map(({ value, label, note }) => ({
    value: value as Value,
    label,
    note: note || undefined,
  }));
}

/** What a chosen value is called, where the server words it. */
export const choiceWords = (path: string, value: string, units: Units) =>
  CHOICES[units][path.replace(/\/(\d+|-)(?=\/|$)/g, "/*")]?.find((each) => each.value === value)?.label;
