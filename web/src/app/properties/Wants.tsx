import type { SupplyInUse } from "../../api/inUse";
import { dayName, parseDay, today } from "../../lib/dates";
import { volume } from "../../lib/units";
import { Mark } from "../../ui/Mark";

/** What wants somebody at a supply, and how much water it has. */
export function Wants({ supply }: { supply: SupplyInUse }) {
  return (
    <>
      {supply.is_demo && supply.as_of !== today() && (
        <p className="note mt-1">
          Seen on {dayName(parseDay(supply.as_of))}, the day after the last entry of this demo.
        </p>
      )}
      {supply.acts.length > 0 && (
        <ul className="mt-1">
          {supply.acts.map((act) => (
            <li key={`${act.kind}${act.text}`} className="grid grid-cols-[22px_minmax(0,1fr)] py-0.5 leading-snug">
              <span className="pt-0.5">
                <Mark status={act.level} size={15} />
              </span>
              <span>{act.text}</span>
            </li>
          ))}
        </ul>
      )}
      {supply.more > 0 && <p className="note ml-[22px]">and {supply.more} more on its log.</p>}
      <Water supply={supply} />
    </>
  );
}

function Water({ supply }: { supply: SupplyInUse }) {
  const { level_l: level, live_l: live, units } = supply;
  if (level === null || supply.read_on === null) return null;
  return (
    <p className="note mt-1">
      {supply.supply && `${supply.supply}: `}
      {volume(level, units)} of {volume(live, units)}
      {supply.by_model ? ", by the rain since a level read on " : ", read on "}
      {dayName(parseDay(supply.read_on))}
      {supply.short_by === null && ": one recorded year of ten is not short within a year"}
      {supply.no_rain_until && `; with no rain at all it lasts to ${dayName(parseDay(supply.no_rain_until))}`}.
    </p>
  );
}
