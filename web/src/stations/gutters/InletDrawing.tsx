import { scaleLinear } from "d3-scale";
import type { Document } from "../../api/client";
import { metres } from "../../lib/units";
import type { Units } from "../../lib/units";

type Tank = Document["cistern"]["tanks"][number];

const WIDE = 280;
const TALL = 190;
const LEFT = 58;
const RIGHT = 200;

/** The inside of one tank in section: inlet, vent, draw, overflow, drain, gauge. */
export function InletDrawing(props: {
  tank: Tank;
  height: number;
  overflow: number;
  /** Whether a pipe leads out at the overflow's height. */
  piped: boolean;
  inletAt: number;
  units: Units;
}) {
  const { tank, height, units } = props;
  const { inlet } = tank;
  const y = scaleLinear([0, Math.max(height, 0.1)], [172, 34]);
  const calm = inlet.calmed;
  return (
    <svg
      width={WIDE}
      height={TALL + 10}
      viewBox={`0 0 ${WIDE} ${TALL + 10}`}
      className="block max-w-full"
      role="img"
      aria-label={`Inside ${tank.name}`}
    >
      <rect
        x={LEFT}
        y={y(props.overflow)}
        width={RIGHT - LEFT}
        height={y(0) - y(props.overflow)}
        fill="var(--water-1)"
      />
      <path
        d={`M${LEFT} ${y(height)}V${y(0)}H${RIGHT}V${y(height)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="3"
      />
      <path
        d={`M${LEFT - 3} ${y(height)}H${RIGHT + 3}`}
        stroke="var(--ink)"
        strokeWidth="3"
        strokeDasharray={inlet.lockable ? undefined : "8 5"}
      />
      {/* inlet */}
      <path
        d={
          calm
            ? `M${LEFT - 40} ${y(props.inletAt)}H${LEFT + 22}V${y(0) - 8}h14v-10`
            : `M${LEFT - 40} ${y(props.inletAt)}H${LEFT + 14}v10`
        }
        fill="none"
        stroke="var(--water-7)"
        strokeWidth="6"
        strokeLinejoin="round"
      />
      <text x={LEFT - 42} y={y(props.inletAt) - 8} className="axis" textAnchor="start">
        inlet
      </text>
      {/* vent */}
      <path
        d={`M${(LEFT + RIGHT) / 2} ${y(height)}v-18a8 8 0 0116 0v4`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.4"
      />
      <text x={(LEFT + RIGHT) / 2 + 22} y={y(height) - 8} className="axis">
        vent
      </text>
      {/* overflow */}
      {props.piped && (
        <path d={`M${RIGHT - 5} ${y(props.overflow)}h26v18`} fill="none" stroke="var(--ink)" strokeWidth="4" />
      )}
      <text x={RIGHT + 8} y={y(props.overflow) - 6} className="axis">
        {props.piped ? "overflow" : "top water level"}
      </text>
      {/* draw */}
      {inlet.floating_suction ? (
        <>
          <path
            d={`M${RIGHT} ${y(tank.outlet_m) - 1}L${RIGHT - 58} ${y(props.overflow) + 16}`}
            stroke="var(--ink)"
            strokeWidth="2.4"
          />
          <circle
            cx={RIGHT - 58}
            cy={y(props.overflow) + 4}
            r="6"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
        </>
      ) : null}
      <path d={`M${RIGHT - 4} ${y(tank.outlet_m)}h30`} stroke="var(--ink)" strokeWidth="5" />
      <text x={RIGHT + 8} y={y(tank.outlet_m) - 6} className="axis">
        to the taps
      </text>
      {inlet.floor_drain && (
        <path d={`M${LEFT + 60} ${y(0)}v12m-5 -4l5 6 5 -6`} fill="none" stroke="var(--ink)" strokeWidth="2" />
      )}
      {inlet.gauge !== "none" && (
        <path d={`M${LEFT - 12} ${y(tank.outlet_m)}V${y(props.overflow)}`} stroke="var(--water-5)" strokeWidth="4" />
      )}
      <text x={(LEFT + RIGHT) / 2} y={TALL + 6} textAnchor="middle" className="axis">
        {metres(height, units)} high
      </text>
    </svg>
  );
}
