import { scaleLinear } from "d3-scale";
import { useMemo } from "react";
import type { RainPlan } from "../../api/client";
import { useAxis } from "../../lib/axis";
import { dayName, monthName, monthStarts, parseDay } from "../../lib/dates";
import { MISSING, YEAR_DAYS, yearSpans } from "../../lib/days";
import { rain as rainWords, rainFactor, roundStep } from "../../lib/units";
import type { Units } from "../../lib/units";
import { pathOf } from "../../ui/LineChart";
import { RainGrid } from "./RainGrid";

const HEIGHT = 432;
const TOP = 14;
const FOOT = HEIGHT - 24;
const STEP_DAYS = 3;

type ViewProps = {
  rain: RainPlan;
  tenths: Uint16Array | null;
  yearRow: number;
  leanRow: number;
  units: Units;
  pickYear: (row: number) => void;
};

/** The sum of a year's rain as it grew, on every third day. [mm] */
function growth(tenths: Uint16Array, first: number, days: number): [day: number, mm: number][] {
  const points: [number, number][] = [[0, 0]];
  let sum = 0;
  for (let day = 0; day < days; day++) {
    const value = tenths[first + day]!;
    if (value !== MISSING) sum += value / 10;
    if ((day + 1) % STEP_DAYS === 0 || day === days - 1) points.push([day + 1, sum]);
  }
  return points;
}

/** Years side by side: how the rain of each added up, and the driest twelve months wherever they lie. */
export function YearsView({ rain, tenths, yearRow, leanRow, units, pickYear }: ViewProps) {
  const axis = useAxis();
  const lines = useMemo(() => {
    if (!tenths) return [];
    return yearSpans(rain).map((span, row) => (rain.years[row]!.whole ? growth(tenths, span.first, span.days) : []));
  }, [rain, tenths]);
  const reach = Math.max(...rain.years.filter((year) => year.whole).map((year) => year.total_mm), 1);
  const x = scaleLinear([0, YEAR_DAYS - 1], [axis.left, axis.left + axis.width]);
  const y = scaleLinear([0, reach], [FOOT, TOP]);
  const step = roundStep(reach / rainFactor(units) / 5) * rainFactor(units);
  const ticks = Array.from({ length: Math.floor(reach / step) + 1 }, (_, i) => i * step);
  const whole = rain.years.map((year, row) => ({ year, row })).filter(({ year }) => year.whole);
  const ranked = [...whole].sort((a, b) => a.year.total_mm - b.year.total_mm);
  const named = [
    ...new Set(
      [yearRow, leanRow, ranked[0]?.row ?? -1, ranked.at(-1)?.row ?? -1].filter((row) => lines[row]?.length),
    ),
  ];
  const ends: { row: number; at: number }[] = [];
  for (const row of named) {
    const at = y(rain.years[row]!.total_mm);
    if (ends.every((other) => Math.abs(other.at - at) >= 15)) ends.push({ row, at });
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-4 desk:grid-cols-[auto_minmax(0,1fr)]">
      <section aria-label="Years side by side">
        <h2 className="heading">How each year’s rain added up</h2>
        <svg
          width={axis.left + axis.width}
          height={HEIGHT}
          className="block overflow-visible"
          role="img"
          aria-label="The growing sum of every year's rain; the table below the other view has the totals"
        >
          <RainGrid ticks={ticks} y={y} units={units} />
          {monthStarts(rain.first_month).map(({ month, day }) => (
            <text key={month} x={x(day) + axis.width / 24} y={HEIGHT - 6} textAnchor="middle" className="axis">
              {axis.narrow ? monthName(month)[0] : monthName(month)}
            </text>
          ))}
          {lines.map((points, row) =>
            points.length ? (
              <path
                key={row}
                d={pathOf(points.map(([day, mm]) => [x(day), y(mm)]))}
                fill="none"
                stroke="var(--water-3)"
                strokeWidth={rain.years[row]!.counted ? 1.3 : 0.7}
              />
            ) : null,
          )}
          {named.map((row) => (
            <path
              key={row}
              d={pathOf(lines[row]!.map(([day, mm]) => [x(day), y(mm)]))}
              fill="none"
              stroke={row === yearRow || row === leanRow ? "var(--water-9)" : "var(--water-7)"}
              strokeWidth={row === yearRow ? 3 : row === leanRow ? 2.6 : 1.7}
            />
          ))}
          <path d={`M${axis.left} ${FOOT}h${axis.width}`} stroke="var(--ink)" strokeWidth="1.3" />
          {ends.map(({ row, at }) => (
            <text
              key={row}
              x={axis.narrow ? x(YEAR_DAYS - 1) : x(YEAR_DAYS - 1) + 6}
              y={axis.narrow ? at - 5 : at + 4.5}
              textAnchor={axis.narrow ? "end" : "start"}
              className="label halo"
              fontWeight={row === yearRow || row === leanRow ? "650" : undefined}
            >
              {rain.years[row]!.label}
            </text>
          ))}
        </svg>
      </section>
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-5 desk:pl-12">
        <section aria-label="Driest twelve months">
          <h2 className="heading">Driest twelve months, anywhere</h2>
          <ol className="mt-1 text-table">
            {rain.driest.map((each, i) => (
              <li
                key={each.start}
                className="grid grid-cols-[minmax(0,1fr)_auto_auto] gap-x-3 border-b border-rule py-1"
              >
                <span className={i === 0 ? "font-bold" : ""}>from {monthYear(each.start)}</span>
                <strong>{rainWords(each.total_mm, units)}</strong>
                <span className="w-[5ch] text-right text-ink-2">
                  {each.share_of_mean === null ? "" : `${Math.round(each.share_of_mean * 100)} %`}
                </span>
              </li>
            ))}
          </ol>
          <p className="note mt-1">Of the mean year; none overlaps another.</p>
        </section>
        <section aria-label="Years from the driest, listed">
          <h2 className="heading">From the driest year</h2>
          <ol className="mt-1 text-table">
            {ranked.slice(0, 6).map(({ year, row }) => (
              <li key={year.start} className="border-b border-rule">
                <button
                  className="flex w-full justify-between gap-3 py-1 text-left hover:bg-water-1"
                  onClick={() => pickYear(row)}
                >
                  <span className={row === yearRow ? "font-bold" : ""}>
                    {year.label}
                    {year.dry_spell_start && (
                      <span className="note block">
                        {year.dry_spell_days} dry days from{" "}
                        {dayName(parseDay(year.dry_spell_start)).replace(/ \d{4}$/, "")}
                      </span>
                    )}
                  </span>
                  <strong className="whitespace-nowrap">{rainWords(year.total_mm, units)}</strong>
                </button>
              </li>
            ))}
          </ol>
        </section>
      </div>
    </div>
  );
}

export const monthYear = (iso: string) => `${monthName(Number(iso.slice(5, 7)))} ${iso.slice(0, 4)}`;
