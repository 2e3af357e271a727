import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "wouter";
import { logQuery } from "../../api/log";
import type { LogWork } from "../../api/log";
import { usePlan } from "../../document/shown";
import { useSaved } from "../../document/workbench";
import { addDays, daysBetween, parseDay, today } from "../../lib/dates";

/** An older log opens on the day after its last level: nobody asks how long the water of last year lasts. */
const OLD_DAYS = 45;

export const iso = (date: Date) => date.toISOString().slice(0, 10);

/** The day on which the log is seen, which stands in the address where somebody chose one. */
export function useDay(): { day: string; isToday: boolean; choose: (day: string | null) => void } {
  const [search, setSearch] = useSearchParams();
  const { log } = usePlan("log");
  const here = today();
  const last = log.level_on;
  const old = last !== null && daysBetween(parseDay(last), parseDay(here)) > OLD_DAYS;
  const day = search.get("day") ?? (old ? iso(addDays(parseDay(last), 1)) : here);
  const choose = (chosen: string | null) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (chosen === null) next.delete("day");
        else next.set("day", chosen);
        return next;
      },
      { replace: true },
    );
  return { day, isToday: day === here, choose };
}

/** The log as it stands on a day: `null` while it is on its way, `"none"` without a connection where none was kept. */
export function useLog(day: string): LogWork | null | "none" {
  const { id, revision } = useSaved();
  const { data, isError } = useQuery({
    ...logQuery(id, revision, day),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
  return data ?? (isError ? "none" : null);
}
