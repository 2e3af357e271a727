import type { Operating, Valve } from "../../api/build";
import { useWidth } from "../../ui/useWidth";

const LEAST = 620;
const HALF = { long: 1.5, short: 1.05 };
const FILLS: Record<string, string> = { tank: "var(--water-1)", roof: "var(--earth-1)" };

/** The way of the water as one line with every valve on it; not to scale. The paper has the same lines. */
export function SchematicDrawing({ drawing, valves }: { drawing: Operating["drawing"]; valves: readonly Valve[] }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const inner = Math.max(width, LEAST);
  const scale = inner / drawing.wide;
  const names = valves.map(({ tag, name }) => `${tag} ${name}`).join(", ");
  return (
    <div
      ref={box}
      className="overflow-x-auto"
      tabIndex={0}
      role="group"
      aria-label="The way of the water, not to scale"
    >
      <svg
        width={inner}
        height={drawing.high * scale}
        role="img"
        aria-label={`The way of the water with its valves: ${names}`}
        className="block"
      >
        {drawing.boxes
          .filter(({ kind }) => kind === "tank")
          .map((each) => (
            <NamedBox key={`${each.name}${each.x}`} box={each} scale={scale} />
          ))}
        <g fill="none" stroke="var(--water-7)" strokeWidth="2.4">
          {drawing.pipes.map(({ points }, row) => (
            <polyline key={row} points={points.map(([x, y]) => `${x! * scale},${y! * scale}`).join(" ")} />
          ))}
        </g>
        {drawing.boxes
          .filter(({ kind }) => kind !== "tank")
          .map((each) => (
            <NamedBox key={`${each.name}${each.x}${each.y}`} box={each} scale={scale} />
          ))}
        {drawing.valves.map(({ tag, x, y, upright }) => (
          <g key={tag}>
            <path
              d={bowTie(x * scale, y * scale, scale, upright)}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="1.4"
            />
            <text
              x={(x + (upright ? 2.2 : 0)) * scale}
              y={(y + (upright ? 0.8 : -1.8)) * scale}
              textAnchor={upright ? "start" : "middle"}
              className="axis halo"
              style={{ fontWeight: 650, fill: "var(--ink)" }}
            >
              {tag}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}

function NamedBox({ box, scale }: { box: Operating["drawing"]["boxes"][number]; scale: number }) {
  const { x, y, wide, high, name, kind } = box;
  return (
    <g>
      <rect
        x={x * scale}
        y={y * scale}
        width={wide * scale}
        height={high * scale}
        fill={FILLS[kind] ?? "var(--sheet)"}
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <text
        x={(x + wide / 2) * scale}
        y={(y + Math.min(high / 2, 3)) * scale + 4}
        textAnchor="middle"
        className="axis"
      >
        {fits(name, wide * scale)}
      </text>
    </g>
  );
}

function bowTie(x: number, y: number, scale: number, upright: boolean): string {
  const long = HALF.long * scale;
  const short = HALF.short * scale;
  const [a, b] = upright ? [short, long] : [long, short];
  return upright
    ? `M${x - a} ${y - b}H${x + a}L${x - a} ${y + b}H${x + a}Z`
    : `M${x - a} ${y - b}V${y + b}L${x + a} ${y - b}V${y + b}Z`;
}

/** As much of a name as a box has room for. */
function fits(name: string, width: number): string {
  const most = Math.max(3, Math.floor(width / 6.4));
  return name.length <= most ? name : `${name.slice(0, most - 1)}…`;
}
