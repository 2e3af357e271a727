import { useDocument, usePlan } from "../../document/shown";
import { metres } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const TALL = 190;

/** The narrowest place on the way in, with each tank as it passes it, to one scale. */
export function GateDrawing() {
  const document = useDocument("ground", "units");
  const plan = usePlan("ground");
  const { units, ground: entered } = document;
  const [box, shown] = useWidth<HTMLDivElement>();
  const tanks = plan.ground.pads.filter((pad) => !pad.in_parts);
  const tallest = Math.max(entered.overhead_m ?? 0, ...tanks.map((tank) => tank.sides_m[1]!), 2.2) * 1.12;
  const widest = Math.max(entered.gate_m, ...tanks.map((tank) => tank.sides_m[0]!)) * 1.25;
  const each = Math.min(210, (shown - 20) / Math.max(tanks.length, 1));
  const scale = Math.min((each - 24) / widest, (TALL - 44) / tallest);
  const foot = TALL - 34;
  if (tanks.length === 0)
    return <p>It comes in parts and is put together on the spot; the longest of them has to pass.</p>;
  return (
    <div ref={box} style={{ height: TALL }}>
      {shown > 0 && (
        <svg
          width={shown}
          height={TALL}
          className="block"
          role="img"
          aria-label={`The narrowest place, ${metres(entered.gate_m, units)}: ${tanks.map((tank) => `${tank.name} is ${metres(tank.sides_m[0]!, units)} at its narrowest`).join(", ")}`}
        >
          {tanks.map((tank, i) => {
            const middle = each * (i + 0.5) + 8;
            const wide = tank.sides_m[0]! * scale;
            const tall = tank.sides_m[1]! * scale;
            const gate = entered.gate_m * scale;
            return (
              <g key={tank.id}>
                <path d={`M${middle - each / 2 + 6} ${foot}H${middle + each / 2 - 6}`} stroke="var(--ink)" />
                <path
                  d={`M${middle - gate / 2} ${foot}V${foot - 1.8 * scale}M${middle + gate / 2} ${foot}V${foot - 1.8 * scale}`}
                  stroke="var(--ink)"
                  strokeWidth="5"
                />
                {entered.overhead_m !== null && (
                  <path
                    d={`M${middle - each / 2 + 6} ${foot - entered.overhead_m * scale}H${middle + each / 2 - 6}`}
                    stroke="var(--parched-5)"
                    strokeDasharray="5 3"
                  />
                )}
                <rect
                  x={middle - wide / 2}
                  y={foot - tall}
                  width={wide}
                  height={tall}
                  fill="var(--water-3)"
                  stroke={tank.passes ? "var(--ink)" : "var(--alarm)"}
                  strokeWidth="1.8"
                />
                <text x={middle} y={foot + 16} textAnchor="middle" className="axis">
                  {tank.name}
                </text>
                <text x={middle} y={foot + 31} textAnchor="middle" className="label" fontWeight="650">
                  {metres(tank.sides_m[0]!, units)} of {metres(entered.gate_m, units)}
                </text>
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}
