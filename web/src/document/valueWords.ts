import { quantity, write } from "../lib/units";
import type { Kind, Units } from "../lib/units";
import { fieldWords } from "../lib/words";
import { choicesAt, isChosen } from "./choices";

/** What a number is, by the unit at the end of its field's name; the longer endings first. */
const ENDINGS: [RegExp, Kind][] = [
  [/_l_(day|month)$/, "rate"],
  [/_l_s$/, "flow"],
  [/_l_min$/, "flow_min"],
  [/_ah$/, "charge"],
  [/^volts$/, "voltage"],
  [/_mm_h$/, "intensity"],
  [/_m_s$/, "speed"],
  [/_cm2$/, "opening"],
  [/_m2$/, "area"],
  [/(^bore|_drain|reducer)_mm$/, "pipe"],
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
  if (typeof value === "string") return chosenWords(path, value, units) ?? value.replaceAll("_", " ");
  if (Array.isArray(value)) return value.map((each) => valueWords(path, each, units)).join(", ");
  const { name } = value as { name?: unknown };
  return typeof name === "string" ? name : "there";
}

const chosenWords = (path: string, value: string, units: Units) =>
  isChosen(path) ? choicesAt<string>(path, units).find((each) => each.value === value)?.label : undefined;

/** A place in the document as people call it: `/cistern/tanks/1/overflow_m` is "overflow of tank 2", and
 * `/household/back_up/kind` is "kind of back up". */
export function placeWords(path: string): string {
  const words = fieldWords(
    path
      .slice(1)
      .replace(/\/(\d+)(?=\/|$)/g, "[$1]")
      .replaceAll("/", "."),
  );
  if (path.startsWith("/levels/")) return `height of ${words}`;
  const parts = path.split("/").slice(2, -1);
  return parts.length === 0 || parts.some((step) => /^\d+$/.test(step))
    ? words
    : `${words} of ${parts.at(-1)!.replaceAll("_", " ")}`;
}
