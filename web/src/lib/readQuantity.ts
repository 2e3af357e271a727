/**
 * Quantities as people write them: `34' 6 1/2"`, `30 x 40 ft`, `7:12`, `1/4 in per ft`, `9 000 litres`.
 */
import { mayBeWritten, shownAs, tradeSizes, zeroOf } from "./units";
import type { Kind, Units } from "./units";

const SPELLED: [RegExp, string][] = [
  [/^(us )?gallons?$/, "gal"],
  [/^(litre|liter)s?$/, "l"],
  [/^kilo(litre|liter)s?$/, "kl"],
  [/^(cubic|cu) (met(re|er)s?|m)$/, "m3"],
  [/^(cubic|cu) (feet|foot|ft)$/, "ft3"],
  [/^(square|sq) (feet|foot|ft)$/, "ft2"],
  [/^(square|sq) (met(re|er)s?|m)$/, "m2"],
  [/^(square|sq) (inch|inches|in)$/, "in2"],
  [/^(feet|foot)$/, "ft"],
  [/^inch(es)?$/, "in"],
  [/^met(re|er)s?$/, "m"],
  [/^millimet(re|er)s?$/, "mm"],
  [/^centimet(re|er)s?$/, "cm"],
];
/** Of these a point before three digits may part thousands as well; a height or a depth is written that fine. */
const ASKED: readonly Kind[] = [
  "volume", "water_year", "rate", "area", "opening", "pressure", "force", "money", "money_m3", "money_m2", "count",
]; // prettier-ignore
const PARTS_THOUSANDS = /^-?[1-9]\d{0,2}\.\d{3}$/;
const MIXED = /^(-)?(?:(\d+)(?:\s+|-))?(\d+)\/(\d+)$/;
const SPACED = /^-?\d{1,3}(?:\s\d{3})+(?:[.,]\d+)?$/;
const NUMBER_AND_UNIT = /^(-?(?:\d[\d\s,.]*\/\s*\d+|\d+-\d+\/\d+|\d[\d\s,.]*|\.\d+))\s*([^\d\s.,-].*)?$/;
const FEET_AND_INCHES = /^(\d+(?:\.\d+)?)\s*(?:'|ft|feet|foot)[\s-]*(\d[\d\s./-]*?)\s*(?:"|in|inch|inches)$/;
const BY = /^(.+?)\s*(?:x|×|\*)\s*(.+)$/;
const RATIO = /^([\d.,]+)\s*(?::|\/| in )\s*([\d.,]+)$/;
const FALL = /^(.+?)\s*(?:\/|per|an?)\s*(ft|foot|m|metre|meter)$/;

const tidy = (text: string) =>
  text.trim().toLowerCase().replace(/−/g, "-").replace(/’|′/g, "'").replace(/”|″/g, '"').replace(/\s+/g, " "); // prettier-ignore

/** A number however its thousands and its decimals are parted; null where it is none. */
function numberOf(text: string): number | null {
  const clean = text.trim();
  const mixed = MIXED.exec(clean);
  if (mixed) {
    const [, minus, whole, over, under] = mixed;
    const size = Number(whole ?? 0) + Number(over) / Number(under);
    return Number.isFinite(size) ? (minus ? -size : size) : null;
  }
  const joined = SPACED.test(clean) ? clean.replace(/\s/g, "") : clean;
  if (/^-?\d{1,3}(\.\d{3}){2,}$/.test(joined)) return Number(joined.replaceAll(".", ""));
  // One comma with other than three digits behind it is a decimal comma; else commas part thousands.
  const decimalComma = /^-?\d+,\d+$/.test(joined) && !/,\d{3}$/.test(joined);
  const figures = decimalComma ? joined.replace(",", ".") : joined.replaceAll(",", "");
  return /^-?(\d+\.?\d*|\.\d+)$/.test(figures) ? Number(figures) : null;
}

function unitOf(written: string): string {
  const unit = written
    .replace(/\.(?=\s|$)/g, "")
    .replace(/ (a|per) day$|\/day$/, "")
    .replace(/ (an|per) hour$|\/hour$/, "/h")
    .trim();
  const spelled = SPELLED.find(([words]) => words.test(unit));
  return spelled ? spelled[1] : unit;
}

/** An entry in the kept unit, or null if it cannot be read. A bare number is in the unit shown. */
export function read(kind: Kind, units: Units, text: string, shownValue: number): number | null {
  const clean = tidy(text);
  if (kind === "area") {
    const sides = BY.exec(clean);
    if (sides) return areaOf(units, sides[1]!, sides[2]!);
  }
  if (kind === "angle" || kind === "percent") {
    const slope = slopeOf(kind, units, clean);
    if (slope !== null) return kind === "angle" ? (Math.atan(slope) * 180) / Math.PI : slope;
  }
  const feet = kind === "length" ? FEET_AND_INCHES.exec(clean) : null;
  if (feet) {
    const inches = numberOf(feet[2]!);
    const written = mayBeWritten("length");
    return inches === null ? null : Number(feet[1]) * written["ft"]! + inches * written["in"]!;
  }
  const match = NUMBER_AND_UNIT.exec(clean);
  const number = match && numberOf(match[1]!);
  if (!match || number === null || isAsked(kind, match[1]!)) return null;
  const unit = match[2] ? unitOf(match[2]) : "";
  const shown = shownAs(kind, units, shownValue);
  const size =
    unit === "" || unit === "in" || unit === '"' ? tradeSizes(kind, units).find(isNamed(number)) : undefined;
  if (size) return size[1];
  const factor = unit ? mayBeWritten(kind)[unit] : shown.factor;
  return factor === undefined ? null : (number - (unit ? zeroOf(kind, unit) : shown.zero)) * factor;
}

/** Whether a trade size, such as 1-1/2 in, is of so many inches. */
const isNamed = (inches: number) =>
  ([name]: [string, number]) => numberOf(name.replace(" in", "")) === inches; // prettier-ignore

const isAsked = (kind: Kind, figures: string) => ASKED.includes(kind) && PARTS_THOUSANDS.test(figures.trim());

/** Two sides of a rectangle; a side without a unit has that of the other. */
function areaOf(units: Units, first: string, second: string): number | null {
  const bare = (side: string) => numberOf(side) !== null;
  const unit = (side: string) => /[^\d\s.,/-].*$/.exec(side)?.[0] ?? "";
  const along = bare(first) ? first + unit(second) : first;
  const across = bare(second) ? second + unit(first) : second;
  const [length, width] = [along, across].map((side) => read("length", units, side, 1));
  return length == null || width == null ? null : length * width;
}

/** A slope as rise over run, as a fall on a length, or for a pitch as a share; null where it is written as none. */
function slopeOf(kind: "angle" | "percent", units: Units, clean: string): number | null {
  const ratio = RATIO.exec(clean);
  if (ratio) {
    const [rise, run] = [numberOf(ratio[1]!), numberOf(ratio[2]!)];
    return rise === null || !run ? null : rise / run;
  }
  const fall = FALL.exec(clean);
  if (fall) {
    // A bare figure to the foot is of inches; to the metre nobody can say.
    const [bare, to] = [numberOf(fall[1]!) !== null, unitOf(fall[2]!)];
    const drop = bare && to === "m" ? null : read("length", units, fall[1]! + (bare ? " in" : ""), 1);
    return drop === null ? null : drop / mayBeWritten("length")[to]!;
  }
  const share = kind === "angle" && clean.endsWith("%") ? numberOf(clean.slice(0, -1)) : null;
  return share === null ? null : share / 100;
}

/** Why an entry cannot be read, and what may be written instead: the end of a sentence. */
export function notRead(kind: Kind, units: Units, text: string): string {
  const figures = NUMBER_AND_UNIT.exec(tidy(text))?.[1]?.trim() ?? "";
  if (!isAsked(kind, figures)) return `not a quantity. Write for example ${example(kind, units)}.`;
  return `${figures} can be ${Number(figures)} or ${figures.replace(".", ",")}: write it without the point.`;
}

/** What may be written for a kind. */
export function example(kind: Kind, units: Units): string {
  const us = units === "us";
  return {
    volume: us ? "2,500 gal or 9.5 m³" : "40 kL, 40 m³ or 2,500 gal",
    flow_min: us ? "5 gal/min or 20 L/min" : "20 L/min or 5 gal/min",
    stroke: us ? "0.1 gal or 0.4 L" : "0.4 L or 0.1 gal",
    rate: us ? "25 gal or 95 L" : "90 L or 25 gal",
    area: us ? "1,010 ft², 30 x 40 ft or 94 m²" : "94 m², 9 x 12 m or 1,010 ft²",
    length: us ? `34', 34' 6 1/2" or 10.4 m` : "10.4 m or 34'",
    pipe: us ? "4 in, 1-1/2 in or 100 mm" : "100 mm or 4 in",
    bore: us ? "4 in, 1 1/2 in or 100 mm" : "100 mm or 4 in",
    opening: us ? "28 in² or 180 cm²" : "180 cm² or 28 in²",
    intensity: us ? "3 in/h or 75 mm/h" : "75 mm/h or 3 in/h",
    flow: us ? "12 gal/min or 0.75 L/s" : "0.75 L/s or 12 gal/min",
    pressure: us ? "90 psi or 600 kPa" : "600 kPa or 6 bar",
    melt: us ? "0.09 in/°F or 4 mm/°C" : "4 mm/°C or 0.09 in/°F",
    temperature: us ? "34 °F or 1 °C" : "1 °C or 34 °F",
    force: us ? "20,000 lbf or 90 kN" : "90 kN or 20,000 lbf",
    speed: us ? "90 mph or 40 m/s" : "40 m/s or 145 km/h",
    percent: "35 or 35 %",
    water_year: us ? "24,000 gal or 90 m³" : "90 m³ or 24,000 gal",
    travel: us ? "25 miles or 40 km" : "40 km",
    money_m3: "160 or 38.5",
    money_m2: "60 or 5.5",
    voltage: "12 or 24 V",
    charge: "100 Ah",
    money: "350 or 38.5",
    depth: us ? "1/16 in, 0.02 in or 0.5 mm" : "0.5 mm or 0.02 in",
    share: "0.9 or 90 %",
    angle: us ? "7:12 or 35°" : "35°, 70 % or 7:12",
    position: "50.85 or −33.9",
    count: "3 or 2.5",
  }[kind];
}
