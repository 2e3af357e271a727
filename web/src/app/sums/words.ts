import { figure, fixed, type Kind, type Units } from "../../lib/units";

/** How a number of a sum is written, by its unit. */
const KINDS: Record<string, Kind> = {
  m: "length",
  mm: "bore",
  L: "volume",
  m2: "area",
  kPa: "pressure",
  "L/s": "flow",
  "mm/h": "intensity",
  "L/d": "rate",
  deg: "angle",
  "m/s": "speed",
  kN: "force",
  "deg C": "temperature",
};

export const kindOf = (unit: string): Kind => KINDS[unit] ?? "count";

/** What stands behind an entry whose kind has no unit of its own. */
export const unitBehind = (unit: string) =>
  KINDS[unit] || unit === "-" ? "" : unit.replace("m3", "m³").replace("m2", "m²");

const SUFFIX =
  /_(m2|m3|mm2|mm|mm_h|m|l_s|l_day|l_h|l|kpa|kg|t|kn|kn_m|m_s|mg_l|mg_l_caco3|percent|deg|c|h|s|mj_cm2|mpa|ml|g|m3_year)$/;

/** A name of a sum's number in words: `tank_diameter_m` is the tank diameter. */
export function wordsOf(name: string): string {
  const bare = name.replace(SUFFIX, "").replaceAll("_", " ");
  return bare.charAt(0).toUpperCase() + bare.slice(1);
}

/** An answer in the units that were chosen; a bare number has as many digits as it is worth. */
export function told(value: number, unit: string, units: Units): string {
  if (unit === "-") return fixed(value, Number.isInteger(value) ? 0 : Math.abs(value) < 10 ? 3 : 1);
  if (unit === "mm") return units === "us" ? `${fixed(value / 25.4, 2)} in` : `${fixed(value, 1)} mm`;
  if (unit === "MPa") return units === "us" ? `${fixed(value * 145.0377, 0)} psi` : `${fixed(value, 2)} MPa`;
  if (unit === "t") return units === "us" ? `${fixed(value * 1.1023113, 2)} short tons` : `${fixed(value, 2)} t`;
  if (unit === "h") return value < 1 ? `${fixed(value * 60, 0)} min` : `${fixed(value, 1)} h`;
  if (unit === "L/s" && units === "metric") return `${fixed(value, 2)} L/s`;
  return figure(value, unit, units);
}
