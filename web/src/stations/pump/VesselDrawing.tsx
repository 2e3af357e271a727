import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { pressure, volume } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const TALL = 190;
const TOP = 8;
const HIGH = 128;

/** The vessel empty, when the pump starts and when it stops: how much of it is water. */
export function VesselDrawing() {
  const document = useDocument("pump", "units");
  const plan = usePlan("pump");
  const { units, pump: entered } = document;
  const { vessel } = plan.pump;
  const [box, width] = useWidth<HTMLDivElement>();
  if (!vessel) return null;
  const wide = Math.min(74, width / 6);
  const states = [
    { name: "empty", at: entered.precharge_kpa, share: 0 },
    { name: "pump starts", at: entered.cut_in_kpa, share: Math.max(0, vessel.cut_in) },
    { name: "pump stops", at: entered.cut_out_kpa, share: Math.max(0, vessel.cut_out) },
  ];
  const x = (place: number) => 16 + place * Math.min(170, (width - wide - 108) / 2);
  const y = scaleLinear([0, 1], [TOP + HIGH, TOP]);
  const gives = plan.pump.figures["held_l"]?.value ?? 0;
  return (
    <div ref={box} style={{ height: TALL }}>
      {width > 0 && (
        <svg
          width={width}
          height={TALL}
          className="block overflow-visible"
          role="img"
          aria-label={`Between start and stop the vessel gives ${volume(gives, units)}`}
        >
          {states.map((state, place) => (
            <g key={state.name}>
              <clipPath id={`vessel-${place}`}>
                <rect x={x(place)} y={TOP} width={wide} height={HIGH} rx={wide / 2} />
              </clipPath>
              <rect
                x={x(place)}
                y={y(state.share)}
                width={wide}
                height={HIGH * state.share}
                fill="var(--water-5)"
                clipPath={`url(#vessel-${place})`}
              />
              <rect
                x={x(place)}
                y={TOP}
                width={wide}
                height={HIGH}
                rx={wide / 2}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="2"
              />
              <text x={x(place) + wide / 2} y={TOP + HIGH + 18} textAnchor="middle" className="axis">
                {state.name}
              </text>
              <text
                x={x(place) + wide / 2}
                y={TOP + HIGH + 36}
                textAnchor="middle"
                className="label"
                fontWeight="650"
              >
                {pressure(state.at, units)}
              </text>
            </g>
          ))}
          <path
            d={`M${x(1) + wide} ${y(states[1]!.share)}H${x(2) + wide + 10}M${x(2) + wide} ${y(states[2]!.share)}h10M${x(2) + wide + 6} ${y(states[1]!.share)}V${y(states[2]!.share)}`}
            stroke="var(--ink)"
            strokeDasharray="4 3"
            fill="none"
          />
          <text x={x(2) + wide + 12} y={(y(states[1]!.share) + y(states[2]!.share)) / 2 + 5} className="label halo">
            gives <tspan fontWeight="650">{volume(gives, units)}</tspan>
          </text>
        </svg>
      )}
    </div>
  );
}
