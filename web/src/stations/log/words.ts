import type { Device, LogField, LogForm, LogRow } from "../../api/log";
import { dayName, parseDay } from "../../lib/dates";
import { fixed, write } from "../../lib/units";
import type { Kind, Units } from "../../lib/units";

export const entered = (field: LogField) => field.entered_as as Kind;

/** A value of an entry as it is written in these units. */
export function inWords(field: LogField, value: number, units: Units): string {
  if (field.entered_as === "count") return `${fixed(value, value % 1 === 0 ? 0 : 1)} ${field.unit}`.trim();
  return write(entered(field), units, value);
}

/** What an entry says, its numbers and words in the order of its form. */
export function saidBy(row: LogRow, form: LogForm | undefined, units: Units): string {
  const values = (form?.fields ?? [])
    .filter(({ key }) => key in row.values)
    .map((field, _, all) => {
      const value = inWords(field, row.values[field.key]!, units);
      return all.length > 1 ? `${field.label.toLowerCase()} ${value}` : value;
    });
  const words = Object.entries(row.words).map(([key, word]) => `${(form?.words[key] ?? key).toLowerCase()} ${word}`);
  return [...values, ...words].join(", ");
}

/** What a row is about, by the names of the form where it has them. */
export function aboutOf(row: Pick<LogRow, "kind" | "about" | "name">, form: LogForm | undefined): string {
  const rest = row.about.split("/").slice(2).join("/");
  return form?.about[rest] ?? (row.name || (rest ? rest.replaceAll("-", " ") : ""));
}

export const dayOf = (isoDay: string) => dayName(parseDay(isoDay));

const DAYS_A_MONTH = 30.44;
/** Days as months beside them, where they are many. */
export function inMonths(days: number): string {
  const months = Math.round((10 * days) / DAYS_A_MONTH) / 10;
  const beside = days >= 45 ? `, ${fixed(months, months < 10 && months % 1 !== 0 ? 1 : 0)} months` : "";
  return `${fixed(days, 0)} ${days === 1 ? "day" : "days"}${beside}`;
}

/** Whether something of a device in use asks for somebody. */
export const isAtFault = (device: Device) =>
  !device.withdrawn_at && (device.faults.length > 0 || device.drift !== null);
