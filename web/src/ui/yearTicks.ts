import { roundStep } from "../lib/units";

/** Whole numbers of years from 0 to all of them, about four apart. */
export function yearTicks(years: number): { at: number; name: string }[] {
  const step = Math.max(1, Math.ceil(roundStep(years / 4)));
  return Array.from({ length: Math.floor(years / step) + 1 }, (_, i) => ({ at: i * step, name: String(i * step) }));
}
