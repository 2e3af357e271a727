import type { Document } from "../../api/client";
import { Level, signed } from "./SectionParts";
import type { At, TankBox } from "./sectionScale";

export function Tank({ tank, at, invert }: { tank: TankBox; at: At; invert: number }) {
  const { y, tankX, tankPx, rightX } = at;
  return (
    <>
      <rect
        x={tankX}
        y={y(tank.lid_m)}
        width={tankPx}
        height={Math.max(2, y(tank.floor_m) - y(tank.lid_m))}
        fill="var(--sheet)"
      />
      <rect
        x={tankX}
        y={y(invert)}
        width={tankPx}
        height={Math.max(0, y(tank.outlet_m) - y(invert))}
        fill="var(--water-1)"
      />
      <rect
        x={tankX}
        y={y(tank.outlet_m)}
        width={tankPx}
        height={Math.max(0, y(tank.floor_m) - y(tank.outlet_m))}
        fill="var(--water-7)"
      />
      <path
        d={`M${tankX} ${y(tank.lid_m)}V${y(tank.floor_m)}H${rightX}V${y(tank.lid_m)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="3"
      />
      <path d={`M${tankX - 4} ${y(tank.lid_m)}H${rightX + 4}`} stroke="var(--ink)" strokeWidth="3" />
    </>
  );
}

export function TankWords(props: {
  tank: TankBox;
  at: At;
  invert: number;
  unit: number;
  kind: Document["overflow"]["kind"];
}) {
  const { tank, at, invert, unit } = props;
  const { y, tankX, tankPx, rightX } = at;
  return (
    <>
      <Level
        x={tankX + 8}
        y={y(invert)}
        text={`${props.kind === "none" || props.kind === "back_down" ? "top water level" : "overflow"} ${signed(invert / unit, 2)}`}
      />
      <text x={rightX} y={y(tank.lid_m) - 8} textAnchor="end" className="label halo">
        lid {signed(tank.lid_m / unit, 2)}
      </text>
      <Level
        x={tankX + 8}
        y={Math.max(Math.min(y(tank.floor_m), y(tank.outlet_m)) - 14, y(tank.lid_m) + 32)}
        text={`floor ${signed(tank.floor_m / unit, 2)}`}
        bare
      />
      <text
        x={tankX + tankPx / 2}
        y={(y(invert) + y(tank.floor_m)) / 2 + 5}
        textAnchor="middle"
        className="label"
        fontWeight="650"
      >
        {tank.name}
      </text>
    </>
  );
}
