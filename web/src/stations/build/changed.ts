import type { BuildTask } from "../../api/build";
import type { Document, Operation } from "../../api/client";
import { dayName, monthName, parseDay } from "../../lib/dates";

export type BuildEntry = Document["build"];
export type Changed = BuildEntry["changed"][string];

const AS_ASKED: Changed = { name: "", hours: null, not_before: null, after: [], skipped: "", note: "" };

/** One task with something changed: it is written as a whole, whether it stood there before or not. */
export function written(build: BuildEntry, task: BuildTask, change: Partial<Changed>): Operation[] {
  const own = build.added.findIndex((each) => `own-${each.id}` === task.key);
  if (own < 0)
    return [
      {
        op: "add",
        path: `/build/changed/${task.key}`,
        value: { ...AS_ASKED, ...build.changed[task.key], ...change },
      },
    ];
  return Object.entries(change)
    .filter(([field]) => field !== "skipped")
    .map(([field, value]) => ({ op: "replace", path: `/build/added/${own}/${field}`, value }));
}

/** A task of one's own off the list, or one that the design asks for as it asks. */
export function takenOff(build: BuildEntry, task: BuildTask): Operation[] {
  const own = build.added.findIndex((each) => `own-${each.id}` === task.key);
  return [{ op: "remove", path: own < 0 ? `/build/changed/${task.key}` : `/build/added/${own}` }];
}

/** from 2 Mar 2027 to 5 Mar 2027 */
export const spanWords = (starts: string | null, ends: string | null): string =>
  starts && ends ? `from ${dayName(parseDay(starts))} to ${dayName(parseDay(ends))}` : "with no first day yet";

const WEEKDAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];

/** Mon 2 Mar */
export function shortDay(iso: string): string {
  const date = parseDay(iso);
  return `${WEEKDAYS[date.getUTCDay()]} ${date.getUTCDate()} ${monthName(date.getUTCMonth() + 1)}`;
}
