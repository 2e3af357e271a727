import { fixed } from "../../lib/units";

const TOP = 34;
const FOOT = 96;

/** Twelve bars over the columns of the entries below them. */
export function MonthBars(props: { name: string; months: number[]; values: number[]; left: number; width: number }) {
  const { months, values, left } = props;
  const most = Math.max(...values, 1e-9);
  const wide = props.width / 12;
  return (
    <svg
      width={left + props.width}
      height={FOOT + 4}
      className="mt-2 block overflow-visible"
      role="img"
      aria-label={props.name}
    >
      <text x={left} y="12" className="axis">
        {props.name}
      </text>
      {months.map((month, i) => {
        const value = values[month - 1]!;
        const height = (value / most) * (FOOT - TOP);
        return (
          <g key={month}>
            <rect
              x={left + i * wide + 2}
              y={FOOT - height}
              width={wide - 4}
              height={height}
              fill="var(--parched-5)"
            />
            <text x={left + (i + 0.5) * wide} y={FOOT - height - 4} textAnchor="middle" className="axis halo">
              {value > 0 ? fixed(value, value < 10 ? 1 : 0) : ""}
            </text>
          </g>
        );
      })}
      <path d={`M${left} ${FOOT}h${props.width}`} stroke="var(--ink)" strokeWidth="1.3" />
    </svg>
  );
}
