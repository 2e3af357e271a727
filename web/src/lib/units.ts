/**
 * Quantities as people read them; `readQuantity.ts` has how they write them. The server keeps SI; how each is written stands in one table, made by the
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

const TRADE_SIZES = Object.entries(table.tradeSizes);
const SAME_BORE_MM = table.sameBoreMm;

/** What a pipe is known by where that is not its bore: US pipes have nominal sizes. */
const tradeName = (kind: string, value: number, units: Units) =>
  kind === "pipe" && units === "us"
    ? TRADE_SIZES.find(([, bore_mm]) => Math.abs(bore_mm - value) < SAME_BORE_MM)?.[0]
    : undefined;

/** Bores of US pipes by their nominal sizes, the narrowest first. */
export const tradeSizes = (kind: Kind, units: Units): [string, number][] =>
  kind === "pipe" && units === "us" ? TRADE_SIZES : [];

/** A value of a kind of quantity in words: the same words as the server's. */
export function quantity(kind: Quantity, value: number, units: Units): string {
  const known = tradeName(kind, value, units);
  if (known) return known;
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
/** A pipe, by its nominal size where it is known by that. */
export const pipe = writer("pipe");
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
  const known = tradeName(kind, value, units);
  if (known) return known;
  const shown = ruleFor(ENTRIES[kind][units], value);
  const figure = plain(value / shown.factor + shown.zero, shown.digits);
  if (!shown.unit) return figure;
  return shown.unit === "°" ? `${figure}°` : `${figure} ${shown.unit}`;
}

/** Where an arrow key moves an entry: to the next of its steps, or of the sizes that are sold. */
export function nudged(kind: Kind, units: Units, from: number, ways: number, step?: number): number {
  const sizes = tradeSizes(kind, units).map(([, bore_mm]) => bore_mm);
  if (sizes.length > 0) {
    const beyond = sizes.filter((size) => (ways > 0 ? size - from : from - size) >= SAME_BORE_MM);
    return (ways > 0 ? beyond[0] : beyond.at(-1)) ?? from;
  }
  const size = step ?? nudgeStep(kind, units, from);
  return Number(((Math.round(from / size) + ways) * size).toPrecision(12));
}

/** How far an arrow key moves an entry, in the kept unit. */
export function nudgeStep(kind: Kind, units: Units, value: number): number {
  const shown = ruleFor(ENTRIES[kind][units], value);
  return shown.step * shown.factor;
}

/** What may be written behind a number of a kind, in lower case, and the kept units in it. */
export const mayBeWritten = (kind: Kind): Record<string, number> => WRITTEN[kind];

/** How an entry shows a value: its unit, the kept units in it, and where its scale begins. */
export const shownAs = (kind: Kind, units: Units, value: number): Rule => ruleFor(ENTRIES[kind][units], value);

/** Where the scale of a unit begins, in itself: only one kind has such units. */
export function zeroOf(kind: Kind, unit: string): number {
  const rules = Object.values(ENTRIES[kind]).flat();
  return rules.find((rule) => rule.zero && rule.unit.toLowerCase().endsWith(unit.toLowerCase()))?.zero ?? 0;
}

/** The figure of an entry alone, for a column whose head says the unit. */
export function writeBare(kind: Kind, units: Units, value: number): string {
  const { unit } = ruleFor(ENTRIES[kind][units], value);
  const text = write(kind, units, value);
  return unit ? text.slice(0, text.length - unit.length).trim() : text;
}

/** An amount as the server writes it: cents under ten. */
export const money = (currency: string, amount: number) =>
  `${currency}${fixed(amount, amount !== 0 && Math.abs(amount) < 10 ? 2 : 0)}`.replace("-", "−");

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
      return `${unit}${fixed(value, Math.abs(value) < 10 ? 2 : 0)}`.replace("-", "−");
  }
}
