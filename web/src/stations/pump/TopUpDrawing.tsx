import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { bore, metres } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const TALL = 240;
const TOP = 66;
const FOOT = 14;

/** The tank with the level at which the valve opens, and the air gap over its highest water (the gap not to scale). */
export function TopUpDrawing() {
  const document = useDocument("household", "units");
  const plan = usePlan("pump");
  const { units, household } = document;
  const { back_up: entered } = household;
  const { figures, full_m, over_m, tank } = plan.pump.top_up;
  const [box, shown] = useWidth<HTMLDivElement>();
  const level = figures["level_m"]?.value ?? 0;
  const asked = figures["gap_mm"]?.value ?? 0;
  const left_mm = Math.max(0, figures["gap_left_mm"]?.value ?? 0);
  const short = left_mm < asked - 1e-9;
  const wide = Math.min(250, Math.max(120, shown - 250));
  const y = scaleLinear([0, Math.max(full_m, 0.01)], [TALL - FOOT, TOP]);
  const left = 14;
  const pipe = left + wide * 0.3;
  return (
    <div ref={box} style={{ height: TALL }}>
      {shown > 0 && (
        <svg
          width={shown}
          height={TALL}
          className="block"
          role="img"
          aria-label={`${tank}: the valve opens at ${metres(level, units)}, the inlet ends ${bore(entered.gap_mm, units)} above the overflow, ${bore(left_mm, units)} above the highest water, ${metres(full_m + over_m, units)}`}
        >
          <rect x={left} y={y(level)} width={wide} height={y(0) - y(level)} fill="var(--water-5)" />
          <rect
            x={left}
            y={y(full_m)}
            width={wide}
            height={y(level) - y(full_m)}
            fill="var(--water-3)"
            opacity="0.45"
          />
          <path
            d={`M${left} ${y(full_m) - 22}V${y(0)}H${left + wide}V${y(full_m) - 22}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.5"
          />
          <path d={`M0 12H${pipe}V${y(full_m) - 30}`} fill="none" stroke="var(--parched-5)" strokeWidth="6" />
          <path
            d={`M${pipe + 14} ${y(full_m) - 30}h10M${pipe + 14} ${y(full_m)}h10M${pipe + 19} ${y(full_m) - 30}V${y(full_m)}`}
            stroke={short ? "var(--alarm)" : "var(--ink)"}
            strokeWidth="1.5"
            fill="none"
          />
          <text
            x={pipe + 30}
            y={y(full_m) - 10}
            className="label halo"
            fontWeight="650"
            style={short ? { fill: "var(--alarm)" } : undefined}
          >
            {bore(left_mm, units)} of air
          </text>
          <path d={`M${left} ${y(full_m)}H${left + wide + 20}`} stroke="var(--water-7)" strokeDasharray="5 3" />
          <text x={left + wide + 26} y={y(full_m) + 4} className="axis">
            highest water {metres(full_m + over_m, units)}
          </text>
          <path d={`M${left} ${y(level)}H${left + wide + 20}`} stroke="var(--water-9)" strokeWidth="2" />
          <text x={left + wide + 26} y={y(level) + 4} className="axis">
            valve opens at <tspan fontWeight="650">{metres(level, units)}</tspan>
          </text>
          <text x={left + wide / 2} y={(y(level) + y(full_m)) / 2 + 5} textAnchor="middle" className="axis halo">
            room for rain
          </text>
        </svg>
      )}
    </div>
  );
}
