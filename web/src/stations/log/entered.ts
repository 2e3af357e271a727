import type { LogField, LogForm } from "../../api/log";
import { read } from "../../lib/readQuantity";
import type { Units } from "../../lib/units";
import { entered, inWords } from "./words";

/** What is written down without a number: that it was done says enough. */
const WITHOUT_NUMBERS: readonly LogForm["kind"][] = ["cartridge", "lamp"];

export const exampleOf = (field: LogField, units: Units) => inWords(field, field.like, units);

/** The numbers that were typed, in kept units; or what is against them, naming the field and what is allowed. */
export function valuesTyped(
  form: LogForm,
  fields: LogField[],
  typed: Record<string, string>,
  units: Units,
): Record<string, number> | string {
  const values: Record<string, number> = {};
  for (const field of fields) {
    const text = typed[field.key]?.trim() ?? "";
    if (!text && !field.needed && !form.one_of) continue;
    const value = text ? read(entered(field), units, text, field.low) : null;
    if (value === null) return `${field.label}: write what was read, for example ${exampleOf(field, units)}.`;
    if (value < field.low || value > field.high)
      return `${field.label}: must be from ${inWords(field, field.low, units)} to ${inWords(field, field.high, units)}.`;
    values[field.key] = value;
  }
  if (form.fields.length > 0 && Object.keys(values).length === 0 && !WITHOUT_NUMBERS.includes(form.kind))
    return "Write at least one reading.";
  return values;
}

/** Those of a form that are asked for: of several ways to read one thing the chosen one; what is not needed, once more
 * is asked for. */
export function fieldsAsked(form: LogForm, one: string, all: boolean): LogField[] {
  if (form.one_of) return [form.fields.find(({ key }) => key === one) ?? form.fields[0]!];
  const asked = form.fields.filter(({ needed }) => all || needed);
  return asked.length > 0 ? asked : form.fields.slice(0, 1);
}

type Used = { one?: string; about?: string };
const usedKey = (property: string) => `lean-year-level-${property}`;

/** How the level was read last here, so that the next takes one press and a number. */
export function lastUsed(property: string): Used {
  try {
    return JSON.parse(localStorage.getItem(usedKey(property)) ?? "{}") as Used;
  } catch {
    return {};
  }
}

export function keepUsed(property: string, used: Used) {
  try {
    localStorage.setItem(usedKey(property), JSON.stringify(used));
  } catch {
    // A browser that keeps nothing asks again.
  }
}
