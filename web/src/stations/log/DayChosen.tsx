import { today } from "../../lib/dates";
import type { useDay } from "./useLog";
import { dayOf } from "./words";

/** Which day the sheet is seen on, and how another one is. */
export function DayChosen({ seen }: { seen: ReturnType<typeof useDay> }) {
  return (
    <p className="no-print note flex flex-wrap items-baseline gap-x-3">
      {seen.isToday ? "Seen today." : `Seen as on ${dayOf(seen.day)}.`}
      <label className="flex items-baseline gap-x-1.5">
        Another day
        <input
          type="date"
          className="field w-auto text-small desk:min-h-8 desk:py-0"
          value={seen.day}
          onChange={(event) => event.target.value && seen.choose(event.target.value)}
        />
      </label>
      {!seen.isToday && (
        <button className="fix max-desk:min-h-11" onClick={() => seen.choose(today())}>
          See today
        </button>
      )}
    </p>
  );
}
