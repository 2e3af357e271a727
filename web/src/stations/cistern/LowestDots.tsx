import { scaleLinear } from "d3-scale";
import type { CisternPlan } from "../../api/client";
import { volume, volumeTick, volumeUnit } from "../../lib/units";
import type { Units } from "../../lib/units";

const HEAD = 18;
const WIDTH = 84;
const REACH = 62;

/** A label to the right of a dot, or to its left where the right has no room. */
const beside = (at: number) =>
  at > REACH * 0.5 ? ({ x: at - 6, textAnchor: "end" } as const) : ({ x: at + 6, textAnchor: "start" } as const);

/** Beside each year, its lowest store; a year with dry days gets a square and their count. */
export function LowestDots(props: { cistern: CisternPlan; tops: number[]; yearRow: number; units: Units }) {
  const { cistern, tops, units } = props;
  const foot = tops.at(-1)!;
  const reach = Math.max(...cistern.years.map((year) => year.lowest_l), 1);
  const x = scaleLinear([0, reach], [6, 6 + REACH]);
  const named = new Set([cistern.lean_year, cistern.tightest_carried_year ?? -1, props.yearRow]);
  const labels: number[] = [];
  const middle = (row: number) => HEAD + (tops[row]! + tops[row + 1]!) / 2;
  const dryRows = cistern.years.map((year, row) => (year.short_days ? row : -1)).filter((row) => row >= 0);
  for (const row of [...named, ...dryRows])
    if (row >= 0 && labels.every((other) => Math.abs(middle(other) - middle(row)) >= 13)) labels.push(row);
  return (
    <svg width={WIDTH} height={HEAD + foot} className="ml-3 shrink-0 overflow-visible" aria-hidden="true">
      <text x="0" y="12" className="axis">
        lowest
      </text>
      <text x={6 + REACH} y={HEAD + foot + 14} className="axis" textAnchor="middle">
        {volumeTick(reach, units)} {volumeUnit(units)}
      </text>
      <path d={`M6 ${HEAD}V${HEAD + foot}`} stroke="var(--ink)" strokeWidth="1.2" />
      <path d={`M${6 + REACH} ${HEAD}V${HEAD + foot}`} stroke="var(--rule)" strokeWidth="1" />
      {cistern.years.map((year, row) =>
        year.short_days ? (
          <rect key={year.start} x="2" y={middle(row) - 4} width="8" height="8" fill="var(--alarm)" />
        ) : (
          <g key={year.start} opacity={year.counted ? 1 : 0.5}>
            <path d={`M6 ${middle(row)}H${x(year.lowest_l)}`} stroke="var(--water-5)" strokeWidth="1.3" />
            <circle cx={x(year.lowest_l)} cy={middle(row)} r="2.6" fill="var(--water-9)" />
          </g>
        ),
      )}
      {labels.map((row) => {
        const year = cistern.years[row]!;
        return year.short_days ? (
          <text
            key={row}
            x="15"
            y={middle(row) + 4.5}
            className="label halo"
            style={{ fill: "var(--alarm)", fontWeight: 650 }}
          >
            dry {year.short_days} d
          </text>
        ) : (
          <text key={row} {...beside(x(year.lowest_l))} y={middle(row) + 4.5} className="label halo" fontWeight="650">
            {volume(year.lowest_l, units)}
          </text>
        );
      })}
    </svg>
  );
}
