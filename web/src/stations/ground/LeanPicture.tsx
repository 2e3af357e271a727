import type { Document } from "../../api/client";

type Lean = NonNullable<Document["cistern"]["tanks"][number]["lean"]>;

const SIDES = ["overflow", "clockwise", "opposite", "anticlockwise"] as const;
const ANCHOR = { overflow: "end", clockwise: "start", opposite: "middle", anticlockwise: "end" } as const;
const R = 46;
const MIDDLE = 66;

/** The tank from above: its overflow at the top, its outlet, and the way its base falls. */
export function LeanPicture({ lean }: { lean: Lean }) {
  const down = lean.points_mm
    ? [lean.points_mm[2]! - lean.points_mm[0]!, lean.points_mm[3]! - lean.points_mm[1]!]
    : [
        { overflow: 1, clockwise: 0, opposite: -1, anticlockwise: 0 }[lean.towards] * lean.fall_mm,
        { overflow: 0, clockwise: 1, opposite: 0, anticlockwise: -1 }[lean.towards] * lean.fall_mm,
      ];
  const steep = Math.hypot(down[0]!, down[1]!);
  const [toX, toY] = steep > 0 ? [down[1]! / steep, -down[0]! / steep] : [0, 0];
  const outlet = (SIDES.indexOf(lean.outlet_side) * Math.PI) / 2;
  return (
    <svg
      width={2 * MIDDLE + 60}
      height={2 * MIDDLE + 8}
      viewBox={`-30 0 ${2 * MIDDLE + 60} ${2 * MIDDLE + 8}`}
      className="mt-1 block"
      role="img"
      aria-label="The tank from above, with the way its base falls"
    >
      <circle cx={MIDDLE} cy={MIDDLE} r={R} fill="var(--water-1)" stroke="var(--ink)" strokeWidth="2" />
      <path d={`M${MIDDLE} ${MIDDLE - R - 10}v14`} stroke="var(--ink)" strokeWidth="4" />
      <text x={MIDDLE + 7} y={MIDDLE - R - 4} className="axis">
        overflow
      </text>
      <circle
        cx={MIDDLE + R * Math.sin(outlet)}
        cy={MIDDLE - R * Math.cos(outlet)}
        r="5"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text
        x={MIDDLE + (R + 12) * Math.sin(outlet) - (lean.outlet_side === "overflow" ? 14 : 0)}
        y={MIDDLE - (R + 12) * Math.cos(outlet) + (lean.outlet_side === "opposite" ? 9 : 4)}
        textAnchor={ANCHOR[lean.outlet_side]}
        className="axis"
      >
        outlet
      </text>
      {steep > 0 && (
        <path
          d={`M${MIDDLE - toX * 26} ${MIDDLE - toY * 26}L${MIDDLE + toX * 28} ${MIDDLE + toY * 28}m${-toX * 9 - toY * 6} ${-toY * 9 + toX * 6}L${MIDDLE + toX * 28} ${MIDDLE + toY * 28}l${-toX * 9 + toY * 6} ${-toY * 9 - toX * 6}`}
          fill="none"
          stroke="var(--alarm)"
          strokeWidth="2.6"
        />
      )}
    </svg>
  );
}
