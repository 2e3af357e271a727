import { scaleLinear } from "d3-scale";
import type { RainPlan } from "../../api/client";
import { dayX, useAxis } from "../../lib/axis";
import { monthName, monthStarts } from "../../lib/dates";
import { rainFactor, roundStep } from "../../lib/units";
import type { Units } from "../../lib/units";
import { LegendKey } from "../../ui/LegendKey";
import { RainGrid } from "./RainGrid";

const HEIGHT = 178;
const TOP = 14;
const FOOT = 152;

/** Each month over all its years: the band of eight years in ten, the median, the mean, and the year shown. */
export function MonthsChart({ rain, yearRow, units }: { rain: RainPlan; yearRow: number; units: Units }) {
  const axis = useAxis();
  const year = rain.years[yearRow]!;
  const reach = Math.max(
    ...rain.months.map((month) => Math.max(month.p90_mm ?? 0, month.mean_mm ?? 0)),
    ...year.monthly_mm.map((depth) => depth ?? 0),
    1,
  );
  const y = scaleLinear([0, reach], [FOOT, TOP]);
  const wide = axis.width / 12;
  const step = roundStep(reach / rainFactor(units) / 4) * rainFactor(units);
  const ticks = Array.from({ length: Math.floor(reach / step) + 1 }, (_, i) => i * step);
  return (
    <section aria-label="Month by month">
      <h2 className="heading flex flex-wrap items-baseline gap-x-5">
        Month by month
        <span
          className="note flex flex-wrap items-center gap-x-4"
          style={{ fontFamily: "var(--font-body)", fontWeight: 430 }}
        >
          <LegendKey mark={<rect y="1" width="16" height="12" fill="var(--water-1)" />}>eight years in ten</LegendKey>
          <LegendKey mark={<path d="M0 7h16" stroke="var(--water-7)" strokeWidth="2.4" />}>median</LegendKey>
          <LegendKey mark={<path d="M8 2l5 5-5 5-5-5z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />}>
            mean
          </LegendKey>
          <LegendKey mark={<rect x="4" y="1" width="7" height="12" fill="var(--water-9)" />}>{year.label}</LegendKey>
        </span>
      </h2>
      <svg
        width={axis.left + axis.width}
        height={HEIGHT}
        className="mt-1 block overflow-visible"
        role="img"
        aria-label={`Rain by month; in ${year.label} against all years`}
      >
        <RainGrid ticks={ticks} y={y} units={units} />
        {monthStarts(rain.first_month).map(({ month, day }) => {
          const row = rain.months[month - 1]!;
          const left = axis.left + dayX(axis, day);
          const depth = year.monthly_mm[month - 1];
          const centre = left + wide / 2;
          return (
            <g key={month}>
              {row.p10_mm !== null && row.p90_mm !== null && (
                <rect
                  x={left + wide * 0.12}
                  y={y(row.p90_mm)}
                  width={wide * 0.76}
                  height={Math.max(1, y(row.p10_mm) - y(row.p90_mm))}
                  fill="var(--water-1)"
                />
              )}
              {depth != null && (
                <rect
                  x={centre - wide * 0.11}
                  y={y(depth)}
                  width={wide * 0.22}
                  height={FOOT - y(depth)}
                  fill="var(--water-9)"
                />
              )}
              {row.median_mm !== null && (
                <path
                  d={`M${left + wide * 0.12} ${y(row.median_mm)}h${wide * 0.76}`}
                  stroke="var(--water-7)"
                  strokeWidth="2.4"
                />
              )}
              {row.mean_mm !== null && (
                <path
                  d={`M${left + wide * 0.8} ${y(row.mean_mm) - 5}l5 5-5 5-5-5z`}
                  fill="var(--sheet)"
                  stroke="var(--ink)"
                  strokeWidth="1.4"
                />
              )}
              <text x={centre} y={FOOT + 17} textAnchor="middle" className="axis">
                {axis.narrow ? monthName(month)[0] : monthName(month)}
              </text>
            </g>
          );
        })}
        <path d={`M${axis.left} ${FOOT}h${axis.width}`} stroke="var(--ink)" strokeWidth="1.3" />
      </svg>
    </section>
  );
}
