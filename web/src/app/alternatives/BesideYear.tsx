import type { SideBySide } from "../../api/client";
import { addDays, monthName, parseDay } from "../../lib/dates";
import { volume, volumeTick, volumeTicks, volumeUnit } from "../../lib/units";
import type { Units } from "../../lib/units";
import { LineChart, pathOf } from "../../ui/LineChart";

type Year = NonNullable<SideBySide["lean_year"]>;
const LINES = [
  { stroke: "var(--water-9)", dash: undefined },
  { stroke: "var(--parched-7)", dash: "7 3" },
];

/** The lean year of the first, with the water in both drawn over each other. */
export function BesideYear({ year, names, units }: { year: Year; names: [string, string]; units: Units }) {
  const stores = [year.first_l, year.second_l];
  const reach = Math.max(year.first_live_l, year.second_live_l, 1);
  const start = parseDay(year.start);
  const months = year.first_l.flatMap((_, day) => {
    const date = addDays(start, day);
    return date.getUTCDate() === 1 ? [{ at: day, name: monthName(date.getUTCMonth() + 1) }] : [];
  });
  const lowest = stores.map((store) => Math.min(...store));
  const label = names.map((name, at) => `${name} falls to ${volume(lowest[at]!, units)}`).join(", ");
  return (
    <figure className="mt-6">
      <figcaption>
        <h3 className="heading">
          {year.label}, the lean year of {names[0]}
        </h3>
        <p className="flex flex-wrap gap-x-6">
          {names.map((name, at) => (
            <span key={name} className="flex items-center gap-2">
              <svg width="34" height="10" aria-hidden="true">
                <path d="M0 5h34" stroke={LINES[at]!.stroke} strokeWidth="2.5" strokeDasharray={LINES[at]!.dash} />
              </svg>
              {name}, lowest {volume(lowest[at]!, units)} of{" "}
              {volume(at ? year.second_live_l : year.first_live_l, units)}
            </span>
          ))}
        </p>
      </figcaption>
      <LineChart
        label={`Water that can be drawn through ${year.label}: ${label}`}
        height={240}
        xReach={year.first_l.length - 1}
        yReach={reach}
        xTicks={months.filter((_, at) => at % 2 === 0)}
        yTicks={volumeTicks(reach, units).map((at) => ({ at, name: volumeTick(at, units) }))}
        yName={volumeUnit(units)}
        xName=""
      >
        {(plot) =>
          stores.map((store, at) => (
            <path
              key={names[at]}
              d={pathOf(store.map((litres, day) => [plot.x(day), plot.y(litres)]))}
              fill="none"
              stroke={LINES[at]!.stroke}
              strokeWidth="2"
              strokeDasharray={LINES[at]!.dash}
            />
          ))
        }
      </LineChart>
    </figure>
  );
}
