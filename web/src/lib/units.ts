/** Quantities as people write and read them. The server keeps SI; nothing else converts. */

export type Units = "metric" | "us";
export type Kind =
  | "volume"
  | "rate"
  | "area"
  | "length"
  | "bore"
  | "depth"
  | "opening"
  | "intensity"
  | "pressure"
  | "flow"
  | "temperature"
  | "speed"
  | "force"
  | "share"
  | "percent"
  | "angle"
  | "count"
  | "money"
  | "money_m3"
  | "money_m2";

const LITRES_PER_GALLON = 3.785411784;
const METRES_PER_FOOT = 0.3048;
const MM_PER_INCH = 25.4;
const KPA_PER_PSI = 6.894757293168361;

/** Factors to the kept unit (L, L a day, m², m, mm, share, degrees, a bare number), by what may be written. */
const WRITTEN: Record<Kind, Record<string, number>> = {
  volume: { l: 1, kl: 1000, m3: 1000, "m³": 1000, gal: LITRES_PER_GALLON, ft3: 28.316846592, "ft³": 28.316846592 },
  rate: { l: 1, "l/d": 1, m3: 1000, "m³": 1000, gal: LITRES_PER_GALLON, "gal/d": LITRES_PER_GALLON },
  area: { m2: 1, "m²": 1, ft2: METRES_PER_FOOT ** 2, "ft²": METRES_PER_FOOT ** 2, sqft: METRES_PER_FOOT ** 2 },
  length: { m: 1, cm: 0.01, mm: 0.001, ft: METRES_PER_FOOT, "'": METRES_PER_FOOT, in: 0.0254, '"': 0.0254 },
  bore: { mm: 1, cm: 10, in: MM_PER_INCH, '"': MM_PER_INCH },
  depth: { mm: 1, cm: 10, in: MM_PER_INCH, '"': MM_PER_INCH },
  opening: { "cm²": 1, cm2: 1, "in²": (MM_PER_INCH / 10) ** 2, in2: (MM_PER_INCH / 10) ** 2 },
  intensity: { "mm/h": 1, mm: 1, "in/h": MM_PER_INCH, in: MM_PER_INCH },
  flow: { "l/s": 1, "l/min": 1 / 60, "gal/min": LITRES_PER_GALLON / 60, gpm: LITRES_PER_GALLON / 60 },
  pressure: { kpa: 1, bar: 100, psi: KPA_PER_PSI },
  temperature: { "°c": 1, c: 1, "°": 1, "°f": 5 / 9, f: 5 / 9 },
  speed: { "m/s": 1, "km/h": 1 / 3.6, mph: 0.44704, kn: 1852 / 3600 },
  force: { kn: 1, n: 0.001, lbf: 4.4482216152605e-3 },
  share: { "": 1, "%": 0.01 },
  percent: { "": 1, "%": 0.01 },
  angle: { "°": 1, deg: 1 },
  count: { "": 1 },
  money: { "": 1 },
  money_m3: { "": 1 },
  money_m2: { "": 1 },
};

/** Where the scale of a unit begins, in the unit itself: only Fahrenheit has one. */
const zeroOf = (unit: string | undefined) => (unit?.toLowerCase().endsWith("f") ? 32 : 0);

type Shown = { unit: string; factor: number; digits: number; step: number };

/** The unit an entry of this kind is shown in, its factor to the kept unit, decimals and nudge. */
function shownIn(kind: Kind, units: Units, value: number): Shown {
  const us = units === "us";
  switch (kind) {
    case "volume":
      if (us) return { unit: "gal", factor: LITRES_PER_GALLON, digits: 0, step: 100 };
      return Math.abs(value) < 1000
        ? { unit: "L", factor: 1, digits: 0, step: 50 }
        : { unit: "m³", factor: 1000, digits: 2, step: 1 };
    case "rate":
      return us
        ? { unit: "gal", factor: LITRES_PER_GALLON, digits: 1, step: 1 }
        : { unit: "L", factor: 1, digits: 1, step: 5 };
    case "area":
      return us
        ? { unit: "ft²", factor: METRES_PER_FOOT ** 2, digits: 0, step: 10 }
        : { unit: "m²", factor: 1, digits: 1, step: 1 };
    case "length":
      return us
        ? { unit: "ft", factor: METRES_PER_FOOT, digits: 2, step: 0.5 }
        : { unit: "m", factor: 1, digits: 2, step: 0.1 };
    case "bore":
      return us
        ? { unit: "in", factor: MM_PER_INCH, digits: 2, step: 0.25 }
        : { unit: "mm", factor: 1, digits: 0, step: 5 };
    case "opening":
      return us
        ? { unit: "in²", factor: (MM_PER_INCH / 10) ** 2, digits: 1, step: 5 }
        : { unit: "cm²", factor: 1, digits: 0, step: 10 };
    case "intensity":
      return us
        ? { unit: "in/h", factor: MM_PER_INCH, digits: 2, step: 0.1 }
        : { unit: "mm/h", factor: 1, digits: 1, step: 5 };
    case "flow":
      return us
        ? { unit: "gal/min", factor: LITRES_PER_GALLON / 60, digits: 1, step: 1 }
        : { unit: "L/s", factor: 1, digits: 2, step: 0.05 };
    case "pressure":
      return us
        ? { unit: "psi", factor: KPA_PER_PSI, digits: 1, step: 5 }
        : { unit: "kPa", factor: 1, digits: 0, step: 50 };
    case "temperature":
      return us ? { unit: "°F", factor: 5 / 9, digits: 1, step: 1 } : { unit: "°C", factor: 1, digits: 1, step: 0.5 };
    case "money_m3":
      return { unit: "", factor: us ? 1 / LITRES_PER_GALLON : 1, digits: 2, step: us ? 10 : 5 };
    case "money_m2":
      return { unit: "", factor: us ? 1 / METRES_PER_FOOT ** 2 : 1, digits: 2, step: us ? 0.5 : 5 };
    case "force":
      return us
        ? { unit: "lbf", factor: 4.4482216152605e-3, digits: 0, step: 500 }
        : { unit: "kN", factor: 1, digits: 1, step: 5 };
    case "speed":
      return us
        ? { unit: "mph", factor: 0.44704, digits: 0, step: 5 }
        : { unit: "m/s", factor: 1, digits: 1, step: 1 };
    case "percent":
      return { unit: "%", factor: 0.01, digits: 1, step: 1 };
    case "money":
      return { unit: "", factor: 1, digits: 2, step: 10 };
    case "depth":
      return us
        ? { unit: "in", factor: MM_PER_INCH, digits: 3, step: 0.01 }
        : { unit: "mm", factor: 1, digits: 2, step: 0.1 };
    case "angle":
      return { unit: "°", factor: 1, digits: 1, step: 1 };
    case "share":
      return { unit: "", factor: 1, digits: 3, step: 0.01 };
    case "count":
      return { unit: "", factor: 1, digits: 2, step: 1 };
  }
}

const formats = new Map<string, Intl.NumberFormat>();

/** Making a format costs more than using it a thousand times, so each is made once. */
function numberFormat(least: number, most: number): Intl.NumberFormat {
  const key = `${least}-${most}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.NumberFormat("en-US", { minimumFractionDigits: least, maximumFractionDigits: most });
    formats.set(key, format);
  }
  return format;
}

const plain = (value: number, digits: number) => numberFormat(0, digits).format(value);

/** A number with a fixed number of decimals, halves rounded up as the server rounds them. */
export const fixed = (value: number, digits: number) => numberFormat(digits, digits).format(value);

/** A kept value as an entry, with its unit: `86 m³`, `22,719 gal`, `0.5 mm`. */
export function write(kind: Kind, units: Units, value: number): string {
  const shown = shownIn(kind, units, value);
  const figure = plain(value / shown.factor + zeroOf(shown.unit), shown.digits);
  if (!shown.unit) return figure;
  return shown.unit === "°" ? `${figure}°` : `${figure} ${shown.unit}`;
}

/** How far an arrow key moves an entry, in the kept unit. */
export function nudgeStep(kind: Kind, units: Units, value: number): number {
  const shown = shownIn(kind, units, value);
  return shown.step * shown.factor;
}

const FEET_AND_INCHES = /^(\d+(?:\.\d+)?)\s*(?:'|ft)\s*(\d+(?:\.\d+)?)\s*(?:"|in)$/;
const NUMBER_AND_UNIT = /^(-?(?:\d[\d,]*\.?\d*|\.\d+|\d+(?:,\d+)?))\s*([^\d\s.,-].*)?$/;

/** An entry in the kept unit, or null if it cannot be read. A bare number is in the unit shown. */
export function read(kind: Kind, units: Units, text: string, shownValue: number): number | null {
  const clean = text.trim().toLowerCase().replace(/’|′/g, "'").replace(/”|″/g, '"');
  const feet = kind === "length" ? FEET_AND_INCHES.exec(clean) : null;
  if (feet) return Number(feet[1]) * METRES_PER_FOOT + Number(feet[2]) * 0.0254;
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
  const shown = shownIn(kind, units, shownValue);
  const factor = unit ? WRITTEN[kind][unit] : shown.factor;
  return factor === undefined ? null : (number - (kind === "temperature" ? zeroOf(unit ?? shown.unit) : 0)) * factor;
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
    temperature: us ? "34 °F or 1 °C" : "1 °C or 34 °F",
    force: us ? "20,000 lbf or 90 kN" : "90 kN or 20,000 lbf",
    speed: us ? "90 mph or 40 m/s" : "40 m/s or 145 km/h",
    percent: "35 or 35 %",
    money_m3: "160 or 38.5",
    money_m2: "60 or 5.5",
    money: "350 or 38.5",
    depth: us ? "0.02 in or 0.5 mm" : "0.5 mm or 0.02 in",
    share: "0.9 or 90 %",
    angle: "35 or 35°",
    count: "3 or 2.5",
  }[kind];
}

/** The figure of an entry alone, for a column whose head says the unit. */
export function writeBare(kind: Kind, units: Units, value: number): string {
  const { unit } = shownIn(kind, units, value);
  const text = write(kind, units, value);
  return unit ? text.slice(0, text.length - unit.length).trim() : text;
}

/** What a lean-year m³ costs, or a thousand gallons. */
export function costOf(costM3: number, currency: string, units: Units): string {
  return `${currency}${fixed(units === "us" ? costM3 * LITRES_PER_GALLON : costM3, 2)}`;
}
export const costUnit = (units: Units) => (units === "us" ? "1,000 gal" : "m³");

/** A volume in a sentence or on a drawing; agrees with the server's words. */
export function volume(litres: number, units: Units): string {
  if (units === "us") return `${fixed(litres / LITRES_PER_GALLON, 0)} gal`;
  if (Math.abs(litres) < 1000) {
    const size = Math.abs(litres);
    const digits = size >= 10 || litres === 0 ? 0 : size >= 0.95 ? 1 : 2;
    return `${fixed(litres, digits)} L`;
  }
  const cubic = litres / 1000;
  const digits = Math.abs(cubic) < 1000 ? 1 : 0;
  return `${fixed(cubic, digits)} m³`;
}

/** A volume on an axis: a bare number in m³ or US gallons. */
export function volumeTick(litres: number, units: Units): string {
  return plain(units === "us" ? litres / LITRES_PER_GALLON : litres / 1000, 0);
}
export const volumeUnit = (units: Units) => (units === "us" ? "gal" : "m³");

/** Round tick values, in litres, from 0 up to a reach in litres: three or four of them. */
export function volumeTicks(reach: number, units: Units, wanted = 4): number[] {
  const factor = units === "us" ? LITRES_PER_GALLON : 1000;
  const step = roundStep(reach / factor / wanted);
  return Array.from({ length: Math.floor(reach / factor / step + 1e-9) + 1 }, (_, i) => i * step * factor);
}

/** The nearest of 1, 2, 2.5, 5 times a power of ten, at least the given size. */
export function roundStep(least: number): number {
  if (least <= 0) return 1;
  const power = 10 ** Math.floor(Math.log10(least));
  return ([1, 2, 2.5, 5, 10].find((step) => step * power >= least * 0.999) ?? 10) * power;
}

/** Rain in a sentence. */
export function rain(mm: number, units: Units): string {
  return units === "us" ? `${fixed(mm / MM_PER_INCH, 1)} in` : `${fixed(mm, 0)} mm`;
}

/** A day's rain, where a decimal matters. */
export function dayRain(mm: number, units: Units): string {
  return units === "us" ? `${fixed(mm / MM_PER_INCH, 2)} in` : `${fixed(mm, 1)} mm`;
}
export const rainTick = (mm: number, units: Units) => (units === "us" ? plain(mm / MM_PER_INCH, 1) : plain(mm, 0));
export const rainFactor = (units: Units) => (units === "us" ? MM_PER_INCH : 1);

export function area(m2: number, units: Units): string {
  if (units === "us") return `${plain(m2 / METRES_PER_FOOT ** 2, 0)} ft²`;
  return `${m2 >= 10 || m2 === 0 ? plain(m2, 0) : fixed(m2, 1)} m²`;
}

/** A flow in a sentence or on a drawing; agrees with the server's words. */
export function flow(litresASecond: number, units: Units): string {
  if (units === "metric")
    return `${fixed(litresASecond, litresASecond >= 0.095 ? 1 : litresASecond === 0 ? 0 : 2)} L/s`;
  const gallons = (litresASecond * 60) / LITRES_PER_GALLON;
  const digits = gallons >= 10 || gallons === 0 ? 0 : gallons >= 0.95 ? 1 : 2;
  return `${fixed(gallons, digits)} gal/min`;
}

/** A pressure in a sentence or on a drawing; agrees with the server's words. */
export function pressure(kpa: number, units: Units): string {
  if (units === "metric") return `${fixed(kpa, 0)} kPa`;
  const psi = kpa / KPA_PER_PSI;
  const size = Math.abs(psi);
  return `${fixed(psi, size >= 10 || psi === 0 ? 0 : size >= 0.95 ? 1 : 2)} psi`;
}

/** A rate of rain. */
export function intensity(mmAnHour: number, units: Units): string {
  return units === "us" ? `${fixed(mmAnHour / MM_PER_INCH, 1)} in/h` : `${fixed(mmAnHour, 0)} mm/h`;
}

/** A height or a length in a sentence or on a drawing. */
export function metres(value: number, units: Units): string {
  return units === "us" ? `${fixed(value / METRES_PER_FOOT, 1)} ft` : `${fixed(value, 2)} m`;
}

/** A bore or a small depth. */
export function bore(mm: number, units: Units): string {
  if (units === "us") return `${fixed(mm / MM_PER_INCH, mm < 25 ? 2 : 1)} in`;
  return `${fixed(mm, mm >= 10 ? 0 : 1)} mm`;
}

/** Open area of a mesh. */
export function opening(cm2: number, units: Units): string {
  if (units === "metric") return `${fixed(cm2, 0)} cm²`;
  const inches = cm2 / (MM_PER_INCH / 10) ** 2;
  return `${fixed(inches, inches >= 10 || inches === 0 ? 0 : inches >= 0.95 ? 1 : 2)} in²`;
}

/** A first-flush depth, a loss or a limit, where one decimal matters; agrees with the server's words. */
export function shallow(mm: number, units: Units): string {
  if (units === "metric") return `${fixed(mm, 1)} mm`;
  return `${fixed(mm / MM_PER_INCH, mm >= 2.5 || mm === 0 ? 2 : 3)} in`;
}

export function rate(litresADay: number, units: Units): string {
  const value = units === "us" ? litresADay / LITRES_PER_GALLON : litresADay;
  return `${value >= 10 || value === 0 ? plain(value, 0) : fixed(value, 1)} ${units === "us" ? "gal" : "L"} a day`;
}

/** What is measured out, of bleach or the like; agrees with the server's words. */
export function measure(millilitres: number, units: Units): string {
  if (units === "metric")
    return millilitres >= 1000 ? `${fixed(millilitres / 1000, 2)} L` : `${fixed(millilitres, 0)} mL`;
  const ounces = (millilitres * 128) / (LITRES_PER_GALLON * 1000);
  if (ounces >= 64) return `${fixed(ounces / 128, 2)} gal`;
  return `${fixed(ounces, ounces >= 10 || ounces === 0 ? 0 : ounces >= 0.95 ? 1 : 2)} fl oz`;
}

/** Stone, soil or concrete; agrees with the server's words. */
export function bulk(m3: number, units: Units): string {
  const value = units === "us" ? m3 / 0.764554857984 : m3;
  const digits = value >= 10 || value === 0 ? 0 : value >= 0.95 ? 1 : 2;
  return `${fixed(value, digits)} ${units === "us" ? "yd³" : "m³"}`;
}

export function weight(grams: number, units: Units): string {
  if (units === "metric" && grams >= 1e6) return `${fixed(grams / 1e6, grams >= 1e7 ? 0 : 1)} t`;
  if (units === "metric")
    return grams >= 1000 ? `${fixed(grams / 1000, grams >= 10_000 ? 0 : 1)} kg` : `${fixed(grams, 0)} g`;
  const pounds = grams / 453.59237;
  return pounds >= 1 ? `${fixed(pounds, pounds >= 10 ? 0 : 1)} lb` : `${fixed(pounds * 16, 0)} oz`;
}

/** A figure of the plan in the units of the property. */
export function figure(value: number | null, unit: string, units: Units): string {
  if (value === null) return "not known";
  switch (unit) {
    case "L":
      return volume(value, units);
    case "L/d":
      return rate(value, units);
    case "mm":
      return rain(value, units);
    case "m2":
      return area(value, units);
    case "L/mm":
      return units === "us"
        ? `${plain((value * MM_PER_INCH) / LITRES_PER_GALLON, 0)} gal for each inch`
        : `${plain(value, 0)} L for each mm`;
    case "L/s":
      return flow(value, units);
    case "m":
      return metres(value, units);
    case "kPa":
      return value < 0 ? `${pressure(-value, units)} short` : pressure(value, units);
    case "mJ/cm2":
      return `${fixed(value, 0)} mJ/cm²`;
    case "kWh/m3":
      return units === "us" ? `${fixed(value * LITRES_PER_GALLON, 2)} kWh/1,000 gal` : `${fixed(value, 2)} kWh/m³`;
    case "kWh":
      return `${fixed(value, 0)} kWh`;
    case "1/h":
      return `${fixed(value, 0)} an hour`;
    case "mL":
      return measure(value, units);
    case "g":
      return weight(value, units);
    case "kg":
      return weight(value * 1000, units);
    case "W":
      return value >= 1000 ? `${fixed(value / 1000, 1)} kW` : `${fixed(value, 0)} W`;
    case "h":
      return value < 1 ? `${fixed(value * 60, 0)} min` : `${fixed(value, 1)} h`;
    case "m3":
      return bulk(value, units);
    case "kN/m":
      return units === "us" ? `${fixed(value * 68.52177, 0)} lbf/ft` : `${fixed(value, 0)} kN/m`;
    case "×":
      return `${fixed(value, 2)} ×`;
    case "mg/L":
      return `${fixed(value, 0)} mg/L`;
    case "min":
      return `${fixed(value, 0)} min`;
    case "loads":
      return fixed(value, 1);
    case "d":
      return `${plain(value, 0)} ${value === 1 ? "day" : "days"}`;
    case "months":
      return `${fixed(value, 1)} months`;
    case "years":
      return `${plain(value, 0)} ${value === 1 ? "year" : "years"}`;
    case "-":
      return value === 1 ? "100 %" : `${fixed(Math.floor(value * 1000) / 10, 1)} %`;
    default:
      return `${plain(value, 2)} ${unit}`;
  }
}
