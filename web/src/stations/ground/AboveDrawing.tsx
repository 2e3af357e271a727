import type { Plan } from "../../api/client";
import { useEdits } from "../../document/workbench";

import { useWidth } from "../../ui/useWidth";
import { groundScale } from "./groundScale";
import { addressOf } from "../../api/addresses";

const LOOK: Record<string, { stroke: string; fill: string; dash?: string }> = {
  toe: { stroke: "var(--ink-2)", fill: "var(--earth-1)", dash: "4 3" },
  pad: { stroke: "var(--ink)", fill: "var(--sheet)" },
  tank: { stroke: "var(--ink)", fill: "var(--water-3)" },
};

/** The pad from above, with where its batters meet the ground. */
export function AboveDrawing({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const bench = useEdits();
  const [box, width] = useWidth<HTMLDivElement>();
  const scale = groundScale(
    pad.above.flatMap((line) => line.points as unknown as [number, number][]),
    Math.max(width, 200),
    230,
    14,
  );
  const here = { property_id: bench.id };
  return (
    <section aria-label="From above">
      <h2 className="heading">From above</h2>
      <div ref={box} style={{ height: scale.height }}>
        {width > 0 && (
          <svg width={width} height={scale.height} role="img" aria-label={`${pad.name} on its pad, from above`}>
            {pad.above.map((line, i) => (
              <path
                key={i}
                d={scale.path(line)}
                fill={LOOK[line.kind]?.fill}
                stroke={LOOK[line.kind]?.stroke}
                strokeDasharray={LOOK[line.kind]?.dash}
                strokeWidth="1.5"
              />
            ))}
          </svg>
        )}
      </div>
      <p className="no-print flex gap-3">
        <a className="act-quiet" href={addressOf("/api/properties/{property_id}/drawing.dxf", here)} download>
          DXF
        </a>
        <a className="act-quiet" href={addressOf("/api/properties/{property_id}/drawing.svg", here)} download>
          SVG
        </a>
      </p>
    </section>
  );
}
