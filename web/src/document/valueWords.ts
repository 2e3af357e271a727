import { quantity, write } from "../lib/units";
import type { Kind, Units } from "../lib/units";
import { choiceWords } from "./choices";

/** What a number is, by the unit at the end of its field's name; the longer endings first. */
const ENDINGS: [RegExp, Kind][] = [
  [/_l_(day|month)$/, "rate"],
  [/_l_s$/, "flow"],
  [/_mm_h$/, "intensity"],
  [/_m_s$/, "speed"],
  [/_cm2$/, "opening"],
  [/_m2$/, "area"],
  [/_mm$/, "bore"],
  [/_kpa$/, "pressure"],
  [/_kn$/, "force"],
  [/_c$/, "temperature"],
  [/_deg$/, "angle"],
  [/_l$/, "volume"],
  [/_m$/, "length"],
  [/(^|_)(share|cut)$/, "percent"],
];

/** What stands at a place of a document, in words and in the units of the property. */
export function valueWords(path: string, value: unknown, units: Units): string {
  const field = path.split("/").at(-1)!;
  if (value === null || value === undefined) return "none";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "number") {
    if (field.endsWith("_kg")) return quantity("mass", value, units);
    if (field === "micron") return quantity("micron", value, units);
    return write(ENDINGS.find(([ending]) => ending.test(field))?.[1] ?? "count", units, value);
  }
  if (typeof value === "string") return choiceWords(path, value, units) ?? value.replaceAll("_", " ");
  if (Array.isArray(value)) return value.map((each) => valueWords(path, each, units)).join(", ");
  const { name } = value as { name?: unknown };
  return typeof name === "string" ? name : "there";
}
