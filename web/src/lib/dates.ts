const MONTH_NAMES = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const DAY_MS = 86_400_000;

export const monthName = (month: number) => MONTH_NAMES[(((month - 1) % 12) + 12) % 12]!;

/** Dates are days in UTC throughout, so that no time zone moves them. */
export const parseDay = (iso: string) => new Date(`${iso}T00:00:00Z`);
export const addDays = (date: Date, days: number) => new Date(date.getTime() + days * DAY_MS);
export const daysBetween = (from: Date, to: Date) => Math.round((to.getTime() - from.getTime()) / DAY_MS);

/** 12 Sep 2021 */
export const dayName = (date: Date) =>
  `${date.getUTCDate()} ${monthName(date.getUTCMonth() + 1)} ${date.getUTCFullYear()}`;

/** When something was kept, by this machine's clock: 14:05 today, else 12 Sep 2021. */
export function whenKept(utc: string): string {
  const at = new Date(`${utc}Z`);
  const today = new Date().toDateString() === at.toDateString();
  return today
    ? at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })
    : at.toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" });
}

/** The same of a moment that this machine's own clock gave. */
export const whenHere = (at_ms: number) => whenKept(new Date(at_ms).toISOString().slice(0, -1));

const DAYS_BEFORE = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];
/** Day of a water year (0 to 365) on which each of its twelve months begins, in the order of the water year. */
export function monthStarts(firstMonth: number): { month: number; day: number }[] {
  const first = DAYS_BEFORE[firstMonth - 1]!;
  return Array.from({ length: 12 }, (_, i) => {
    const month = ((firstMonth - 1 + i) % 12) + 1;
    return { month, day: (DAYS_BEFORE[month - 1]! - first + 365) % 365 };
  });
}

/** Today on this device's calendar. */
/** Whether a date lies between two days of the year, both included; also over New Year. */
export function inSeason(date: Date, season: { first: string; last: string }): boolean {
  const day = date.toISOString().slice(5, 10);
  const after = day >= season.first;
  const before = day <= season.last;
  return season.first <= season.last ? after && before : after || before;
}

export const today = () => new Date().toLocaleDateString("sv-SE");
