import type { ScaleLinear } from "d3-scale";
import { money, roundStep } from "../../lib/units";

const YEARS_WIDE = 44;

/** Lines of round amounts, and years under them; each scale's range is the box that is drawn in. */
export function MoneyAxes(props: {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  /** The largest amount that is drawn. */
  most: number;
  currency: string;
  height: number;
}) {
  const { x, y, most, currency, height } = props;
  const [left, right] = x.range() as [number, number];
  const years = x.domain()[1]!;
  const step = roundStep(most / 4 || 1);
  const ticks = Array.from({ length: Math.floor(most / step + 1e-9) + 1 }, (_, row) => row * step);
  const every = years > 25 ? 10 : years > 8 ? 5 : 1;
  return (
    <>
      {ticks.map((tick) => (
        <g key={tick}>
          <path d={`M${left} ${y(tick)}H${right}`} stroke="var(--rule)" />
          <text className="axis" x={left - 8} y={y(tick) + 4} textAnchor="end">
            {money(currency, tick)}
          </text>
        </g>
      ))}
      {Array.from({ length: years }, (_, row) => row + 1)
        .filter((year) => year % every === 0 && x(year) > left + YEARS_WIDE)
        .map((year) => (
          <text key={year} className="axis" x={x(year)} y={height - 10} textAnchor="middle">
            {year}
          </text>
        ))}
      <text className="axis" x={left} y={height - 10}>
        years
      </text>
    </>
  );
}
