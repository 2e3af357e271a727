import { capital } from "../../lib/words";
import { costOf, costUnit, figure, fixed, quantity, shallow, type Kind, type Units } from "../../lib/units";

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
  "m3/year": "water_year",
};
/** What the end of a name, taken for its unit, would leave in the dark. */
const NAMES: Record<string, string> = {
  m3_per_year: "Water delivered in a year",
  cost_per_m3: "Cost of the water",
  discount_rate: "Discount rate, a share",
  replace_every_years: "Replaced every, years; 0 for never",
};

export const kindOf = (unit: string): Kind => KINDS[unit] ?? "count";

/** What stands behind an entry whose kind has no unit of its own. */
export const unitBehind = (unit: string) =>
  KINDS[unit] || unit === "-" ? "" : unit.replace("m3", "m³").replace("m2", "m²");

const SUFFIX =
  /_(m2|m3|mm2|mm|mm_h|m|l_s|l_day|l_h|l|kpa|kg|t|kn|kn_m|m_s|mg_l|mg_l_caco3|percent|deg|c|h|s|mj_cm2|mpa|ml|g|m3_year)$/;

/** A name of a sum's number in words: `tank_diameter_m` is the tank diameter. */
export function wordsOf(name: string): string {
  if (NAMES[name]) return NAMES[name];
  const bare = name.replace(SUFFIX, "").replaceAll("_", " ");
  return capital(bare);
}

/** An answer in the units that were chosen; a bare number has as many digits as it is worth. */
export function answerText(value: number, unit: string, units: Units): string {
  if (unit === "-") return fixed(value, Number.isInteger(value) ? 0 : Math.abs(value) < 10 ? 3 : 1);
  if (unit === "mm") return shallow(value, units);
  if (unit === "money") return fixed(value, 2);
  if (unit === "money/m3") return `${costOf(value, "", units)} for each ${costUnit(units)}`;
  if (unit === "t") return quantity("tonnes", value, units);
  if (unit === "L/s" && units === "metric") return `${fixed(value, 2)} L/s`;
  return figure(value, unit, units);
}
