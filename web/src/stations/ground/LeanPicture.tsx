import type { Document } from "../../api/client";

type Side = NonNullable<Document["cistern"]["tanks"][number]["lean"]>["outlet_side"];

const SIDES = ["overflow", "clockwise", "opposite", "anticlockwise"] as const;
const ANCHOR = { overflow: "end", clockwise: "start", opposite: "middle", anticlockwise: "end" } as const;
const R = 46;
const MIDDLE = 66;

/** The tank from above: its overflow at the top, its outlet, and the way its base falls. */
export function LeanPicture({ lowestDeg, outletSide }: { lowestDeg: number | null; outletSide: Side }) {
  const low = ((lowestDeg ?? 0) * Math.PI) / 180;
  const [toX, toY] = [Math.sin(low), -Math.cos(low)];
  const outlet = (SIDES.indexOf(outletSide) * Math.PI) / 2;
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
        x={MIDDLE + (R + 12) * Math.sin(outlet) - (outletSide === "overflow" ? 14 : 0)}
        y={MIDDLE - (R + 12) * Math.cos(outlet) + (outletSide === "opposite" ? 9 : 4)}
        textAnchor={ANCHOR[outletSide]}
        className="axis"
      >
        outlet
      </text>
      {lowestDeg !== null && (
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
