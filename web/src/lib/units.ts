/**
 * Quantities as people write and read them. The server keeps SI; how each is written stands in one table, made by the
 * server (`quantities.json`), so that both sides write the same figure.
 */
import table from "./quantities.json";

export type Units = "metric" | "us";
export type Kind = keyof typeof table.entries;
export type Quantity = keyof typeof table.quantities;

type Rule = { unit: string; factor: number; digits: number | string; below: number; zero: number; parts?: number };
type EntryRule = Rule & { digits: number; step: number };

const QUANTITIES = table.quantities as Record<Quantity, Record<Units, Rule[]>>;
const ENTRIES = table.entries as Record<Kind, Record<Units, EntryRule[]>>;
const FIGURES = table.figures as unknown as Record<string, [Quantity, number]>;
const WRITTEN = table.mayBeWritten as Record<Kind, Record<string, number>>;

function ruleFor<R extends Rule>(rules: R[], value: number): R {
  return rules.find((rule) => Math.abs(value) < rule.below) ?? rules.at(-1)!;
}

const formats = new Map<string, Intl.NumberFormat>();

/** Making a format costs more than using it a thousand times, so each is made once. */
function numberFormat(least: number, most: number): Intl.NumberFormat {
  const key = `${least}-${most}`;
  let format = formats.get(key);
  if (!format) {
    const digits = { minimumFractionDigits: least, maximumFractionDigits: most };
    format = new Intl.NumberFormat("en-US", { ...digits, signDisplay: "negative" });
    formats.set(key, format);
  }
  return format;
}

const plain = (value: number, digits: number) => numberFormat(0, digits).format(value);

/** A number with a fixed number of decimals, halves rounded up as the server rounds them. */
export const fixed = (value: number, digits: number) => numberFormat(digits, digits).format(value);

/** Whole from ten upwards, else one decimal, or two under one. */
export function significant(value: number): string {
  const size = Math.abs(value);
  return fixed(value, size >= 10 || value === 0 ? 0 : size >= 0.95 ? 1 : 2);
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** A number rounded to so many parts of one, as it is written on a rule: 1 3/4. */
export function fraction(value: number, parts: number): string {
  const all = Math.floor(Math.abs(value) * parts + 0.5);
  const [whole, rest] = [Math.floor(all / parts), all % parts];
  const common = gcd(rest, parts);
  const figures = [...(whole || !rest ? [whole] : []), ...(rest ? [`${rest / common}/${parts / common}`] : [])];
  return (value < 0 && all ? "-" : "") + figures.join(" ");
}

/** A value of a kind of quantity in words: the same words as the server's. */
export function quantity(kind: Quantity, value: number, units: Units): string {
  const rule = ruleFor(QUANTITIES[kind][units], value);
  const shown = value / rule.factor + rule.zero;
  const figure = rule.parts
    ? fraction(shown, rule.parts)
    : typeof rule.digits === "number"
      ? fixed(shown, rule.digits)
      : rule.digits === "significant"
        ? significant(shown)
        : plain(shown, 2);
  return `${figure} ${rule.unit}`.replaceAll("-", "−").trimEnd();
}

const writer = (kind: Quantity) => (value: number, units: Units) => quantity(kind, value, units);

export const volume = writer("volume");
export const rate = writer("rate");
export const area = writer("area");
/** Rain of a month or a year. */
export const rain = writer("rain");
/** A day's rain, where a decimal matters. */
export const dayRain = writer("day_rain");
/** A first-flush depth, a loss or a limit, where one decimal matters. */
export const shallow = writer("shallow");
/** A height or a length. */
export const metres = writer("length");
export const distance = writer("distance");
/** A head of water, in a small unit where it is small. */
export const head = writer("head");
/** A bore or a small depth. */
export const bore = writer("bore");
/** A size as it is sold or said: whole millimetres, or inches as on a rule. */
export const nominal = writer("nominal");
export const flow = writer("flow");
export const pressure = writer("pressure");
export const intensity = writer("intensity");
/** Open area of a mesh. */
export const opening = writer("opening");

/** One unit of a chart's axis: what it is called, and how many kept units it holds. */
export function axisUnit(kind: Quantity, units: Units): { unit: string; factor: number } {
  const { unit, factor } = QUANTITIES[kind][units].at(-1)!;
  return { unit, factor };
}

/** A kept value as an entry, with its unit: `86 m³`, `22,719 gal`, `0.5 mm`. */
export function write(kind: Kind, units: Units, value: number): string {
  const shown = ruleFor(ENTRIES[kind][units], value);
  const figure = plain(value / shown.factor + shown.zero, shown.digits);
  if (!shown.unit) return figure;
  return shown.unit === "°" ? `${figure}°` : `${figure} ${shown.unit}`;
}

/** How far an arrow key moves an entry, in the kept unit. */
export function nudgeStep(kind: Kind, units: Units, value: number): number {
  const shown = ruleFor(ENTRIES[kind][units], value);
  return shown.step * shown.factor;
}

const FEET_AND_INCHES = /^(\d+(?:\.\d+)?)\s*(?:'|ft)\s*(\d+(?:\.\d+)?)\s*(?:"|in)$/;
const NUMBER_AND_UNIT = /^(-?(?:\d[\d,]*\.?\d*|\.\d+|\d+(?:,\d+)?))\s*([^\d\s.,-].*)?$/;

/** Where the scale of a unit begins, in itself: only one kind has such units. */
function zeroOf(kind: Kind, unit: string): number {
  const rules = Object.values(ENTRIES[kind]).flat();
  return rules.find((rule) => rule.zero && rule.unit.toLowerCase().endsWith(unit.toLowerCase()))?.zero ?? 0;
}

/** An entry in the kept unit, or null if it cannot be read. A bare number is in the unit shown. */
export function read(kind: Kind, units: Units, text: string, shownValue: number): number | null {
  const clean = text.trim().toLowerCase().replace("−", "-").replace(/’|′/g, "'").replace(/”|″/g, '"');
  const feet = kind === "length" ? FEET_AND_INCHES.exec(clean) : null;
  if (feet) return Number(feet[1]) * WRITTEN.length["ft"]! + Number(feet[2]) * WRITTEN.length["in"]!;
  const match = NUMBER_AND_UNIT.exec(clean);
  if (!match) return null;
  // One comma with other than three digits behind it is a decimal comma; else commas part thousands.
  const digits = match[1]!;
  const decimalComma = /^-?\d+,\d+$/.test(digits) && !/,\d{3}$/.test(digits);
  const number = Number(decimalComma ? digits.replace(",", ".") : digits.replaceAll(",", ""));
  if (!Number.isFinite(number)) return null;
  const unit = match[2]
    ?.replace(/\.$/, "")
    .replace(/\s*(us )?gallons?$/, "gal")
    .replace(/ a day$|\/day$/, "")
    .trim();
  const shown = ruleFor(ENTRIES[kind][units], shownValue);
  const factor = unit ? WRITTEN[kind][unit] : shown.factor;
  return factor === undefined ? null : (number - (unit ? zeroOf(kind, unit) : shown.zero)) * factor;
}

/** What may be written for a kind, for the message when an entry cannot be read. */
export function example(kind: Kind, units: Units): string {
  const us = units === "us";
  return {
    volume: us ? "2,500 gal or 9.5 m³" : "40 kL, 40 m³ or 2,500 gal",
    rate: us ? "25 gal or 95 L" : "90 L or 25 gal",
    area: us ? "1,010 ft² or 94 m²" : "94 m² or 1,010 ft²",
    length: us ? `34', 34' 6" or 10.4 m` : "10.4 m or 34'",
    bore: us ? "4 in or 100 mm" : "100 mm or 4 in",
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
    money: "350 or 38.5",
    depth: us ? "0.02 in or 0.5 mm" : "0.5 mm or 0.02 in",
    share: "0.9 or 90 %",
    angle: "35 or 35°",
    position: "50.85 or −33.9",
    count: "3 or 2.5",
  }[kind];
}

/** The figure of an entry alone, for a column whose head says the unit. */
export function writeBare(kind: Kind, units: Units, value: number): string {
  const { unit } = ruleFor(ENTRIES[kind][units], value);
  const text = write(kind, units, value);
  return unit ? text.slice(0, text.length - unit.length).trim() : text;
}

/** What a lean-year m³ costs, or a thousand gallons. */
export function costOf(costM3: number, currency: string, units: Units): string {
  return `${currency}${fixed(costM3 / ENTRIES.money_m3[units][0]!.factor, 2)}`;
}
export const costUnit = (units: Units) => (units === "us" ? "1,000 gal" : "m³");

/** A volume on an axis: a bare number in m³ or US gallons. */
export function volumeTick(litres: number, units: Units): string {
  return plain(litres / axisUnit("volume", units).factor, 0);
}
export const volumeUnit = (units: Units) => axisUnit("volume", units).unit;

/** Round tick values, in litres, from 0 up to a reach in litres: three or four of them. */
export function volumeTicks(reach: number, units: Units, wanted = 4): number[] {
  const { factor } = axisUnit("volume", units);
  const step = roundStep(reach / factor / wanted);
  return Array.from({ length: Math.floor(reach / factor / step + 1e-9) + 1 }, (_, i) => i * step * factor);
}

/** The nearest of 1, 2, 2.5, 5 times a power of ten, at least the given size. */
export function roundStep(least: number): number {
  if (least <= 0) return 1;
  const power = 10 ** Math.floor(Math.log10(least));
  return ([1, 2, 2.5, 5, 10].find((step) => step * power >= least * 0.999) ?? 10) * power;
}

export const rainTick = (mm: number, units: Units) =>
  plain(mm / axisUnit("rain", units).factor, units === "us" ? 1 : 0);
export const rainFactor = (units: Units) => axisUnit("rain", units).factor;

/** A figure of the plan in the units of the property. */
export function figure(value: number | null, unit: string, units: Units): string {
  if (value === null) return "not known";
  const rule = FIGURES[unit];
  if (unit === "kPa" && value < 0) return `${pressure(-value, units)} short`;
  if (rule) return quantity(rule[0], value * rule[1], units);
  switch (unit) {
    case "d":
      return `${plain(value, 0)} ${value === 1 ? "day" : "days"}`;
    case "years":
      return `${plain(value, 0)} ${value === 1 ? "year" : "years"}`;
    case "-":
      // Rounded down, so that 100 % means all of it.
      return value === 1 ? "100 %" : `${fixed(Math.floor(value * 1000) / 10, 1)} %`;
    default: // a currency
      return `${unit}${fixed(value, value < 10 ? 2 : 0)}`;
  }
}
