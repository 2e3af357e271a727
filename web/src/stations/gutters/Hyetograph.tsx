import { scaleLinear } from "d3-scale";
import { rain } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const HEIGHT = 44;

/** The rain of a storm by the minute, hanging from the top, with the minute shown and the first spill. */
export function Hyetograph(props: { depths: number[]; at: number; units: Units; spills: number | null }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const most = Math.max(...props.depths, 1e-9);
  const x = scaleLinear([0, Math.max(props.depths.length - 1, 1)], [0, width]);
  const points = props.depths.map(
    (depth, i) => `L${x(i).toFixed(1)} ${(1 + (depth / most) * (HEIGHT - 6)).toFixed(1)}`,
  );
  return (
    <div ref={box} className="relative" style={{ height: HEIGHT }}>
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          className="block overflow-visible"
          role="img"
          aria-label={`${props.depths.length} minutes of rain, ${rain(
            props.depths.reduce((sum, each) => sum + each, 0),
            props.units,
          )} in all, ${rain(most * 60, props.units)} an hour at its worst`}
        >
          <path d={`M0 1${points.join("")}L${width} 1Z`} fill="var(--water-3)" />
          <path d={`M0 1H${width}`} stroke="var(--ink)" strokeWidth="1.2" />
          {props.spills !== null && (
            <path
              d={`M${x(props.spills)} 0V${HEIGHT}`}
              stroke="var(--alarm)"
              strokeWidth="1.6"
              strokeDasharray="3 2"
            />
          )}
          <path d={`M${x(props.at)} 0V${HEIGHT}`} stroke="var(--water-9)" strokeWidth="2" />
        </svg>
      )}
    </div>
  );
}
