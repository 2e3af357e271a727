import type { RainPlan } from "../../api/client";
import { axisUnit, rain as rainWords, rainTick } from "../../lib/units";
import type { Units } from "../../lib/units";

const HEAD = 18;
const WIDTH = 84;
const REACH = 78;

/** Beside each row of the picture, the year's total. */
export function AnnualTotals(props: {
  rain: RainPlan;
  tops: number[];
  yearRow: number;
  leanRow: number;
  units: Units;
}) {
  const { rain, tops, units } = props;
  const foot = tops.at(-1)!;
  const reach = Math.max(...rain.years.map((year) => year.total_mm), 1);
  const middle = (row: number) => HEAD + (tops[row]! + tops[row + 1]!) / 2;
  const labels = [props.leanRow, props.yearRow].filter((row, i, all) => row >= 0 && all.indexOf(row) === i);
  const mean = rain.figures["mean_year_mm"]?.value;
  return (
    <svg width={WIDTH} height={HEAD + foot} className="block overflow-visible" aria-hidden="true">
      <text x="0" y="12" className="axis">
        total, {axisUnit("rain", units).unit}
      </text>
      {rain.years.map((year, row) => (
        <rect
          key={year.start}
          x="0"
          y={HEAD + tops[row]! + 0.5}
          width={(year.total_mm / reach) * REACH}
          height={Math.max(1, tops[row + 1]! - tops[row]! - 1)}
          fill={row === props.leanRow || row === props.yearRow ? "var(--water-9)" : "var(--water-3)"}
          opacity={year.counted ? 1 : 0.5}
        />
      ))}
      {mean != null && (
        <path
          d={`M${(mean / reach) * REACH} ${HEAD}v${foot}`}
          stroke="var(--ink)"
          strokeWidth="1"
          strokeDasharray="3 3"
        />
      )}
      {mean != null && (
        <text x={(mean / reach) * REACH + 4} y={HEAD + foot + 14} className="axis">
          mean {rainTick(mean, units)}
        </text>
      )}
      {labels.map((row, i) =>
        i && Math.abs(middle(labels[0]!) - middle(row)) < 13 ? null : (
          <text
            key={row}
            x={Math.min((rain.years[row]!.total_mm / reach) * REACH, REACH - 48) + 5}
            y={middle(row) + 4.5}
            className="label halo"
            fontWeight="650"
          >
            {rainWords(rain.years[row]!.total_mm, units)}
          </text>
        ),
      )}
    </svg>
  );
}
