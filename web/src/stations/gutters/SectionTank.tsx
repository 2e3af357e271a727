import type { Document } from "../../api/client";
import { Level, signed } from "./SectionParts";
import type { At, TankBox } from "./sectionScale";

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
