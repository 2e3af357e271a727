import { useAxis } from "../../lib/axis";
import { axisUnit, rainTick } from "../../lib/units";
import type { Units } from "../../lib/units";

/** Lines across a chart of rain, each with its depth; the lowest names the unit. */
export function RainGrid({ ticks, y, units }: { ticks: number[]; y: (depth_mm: number) => number; units: Units }) {
  const axis = useAxis();
  return ticks.map((tick) => (
    <g key={tick}>
      <path d={`M${axis.left} ${y(tick)}h${axis.width}`} stroke="var(--rule)" />
      <text x={axis.left - 6} y={y(tick) + 4.5} textAnchor="end" className="axis">
        {rainTick(tick, units)}
        {tick === 0 ? ` ${axisUnit("rain", units).unit}` : ""}
      </text>
    </g>
  ));
}
