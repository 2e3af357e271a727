import type { Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { useDocument } from "../../document/shown";
import { metres, nominal } from "../../lib/units";
import { HeightHandle } from "../../document/HeightHandle";
import { useWidth } from "../../ui/useWidth";
import { groundScale } from "./groundScale";
import { ScrollBox } from "../../ui/ScrollBox";

type Pad = Plan["ground"]["pads"][number];
type Line = Pad["section"][number];

const TALLEST = 330;
const LEAST = 340;
const ORDER: Line["kind"][] = [
  "backfill",
  "fill",
  "cut",
  "pad",
  "stand",
  "plinth",
  "riser",
  "tank",
  "water",
  "topsoil",
  "frost",
  "water_table",
  "ground",
];
const LOOK: Record<string, { fill: string; stroke: string; dash?: string; wide?: number }> = {
  cut: { fill: "url(#cut)", stroke: "var(--ink-2)" },
  fill: { fill: "var(--earth-3)", stroke: "var(--ink-2)" },
  backfill: { fill: "var(--earth-2)", stroke: "var(--ink-2)" },
  pad: { fill: "url(#stone)", stroke: "var(--ink)" },
  plinth: { fill: "url(#blocks)", stroke: "var(--ink)" },
  stand: { fill: "var(--sheet)", stroke: "var(--ink)", wide: 2.2 },
  tank: { fill: "var(--sheet)", stroke: "var(--ink)", wide: 2.2 },
  riser: { fill: "var(--sheet)", stroke: "var(--ink)", wide: 1.6 },
  water: { fill: "none", stroke: "var(--water-7)", dash: "5 3", wide: 1.6 },
  topsoil: { fill: "none", stroke: "var(--ink-2)", dash: "2 4" },
  frost: { fill: "none", stroke: "var(--water-5)", dash: "8 4" },
  water_table: { fill: "none", stroke: "var(--water-9)", dash: "3 3", wide: 2 },
  ground: { fill: "none", stroke: "var(--ink)", wide: 2 },
};
const NAMES: Record<string, string> = {
  topsoil: "topsoil",
  frost: "frost",
  water_table: "water table",
};

/** The pad or the hole to scale; its level is dragged, and cut, fill, pressure and gutter drop follow. */
export function GroundSection({ pad }: { pad: Pad }) {
  const document = useDocument("cistern", "ground", "units");
  const { units } = document;
  const [box, shown] = useWidth<HTMLDivElement>();
  const width = Math.max(shown, LEAST);
  const scale = groundScale(
    pad.section.flatMap((line) => line.points as unknown as [number, number][]),
    width,
    TALLEST,
  );
  const row = document.cistern.tanks.findIndex((tank) => tank.id === pad.id);
  const ground = pad.section.find((line) => line.kind === "ground")!;
  const surface = (x: number) => {
    const [[x1, z1], [x2, z2]] = ground.points as unknown as [[number, number], [number, number]];
    return z1 + ((x - x1) / (x2 - x1)) * (z2 - z1);
  };
  const half = pad.pad_width_m / 2;
  const foot = pad.floor_m - pad.thickness_m;
  return (
    <section aria-label="Section of the ground">
      <h2 className="heading">
        {pad.name} in the ground
        <span className="head-note">to scale, uphill to the right; drag its floor</span>
      </h2>
      <ScrollBox label="Section through the ground" innerRef={box}>
        {shown > 0 && (
          <svg
            width={width}
            height={scale.height + 6}
            className="block"
            role="group"
            aria-label={`${pad.name}: floor ${metres(pad.floor_m, units)}, ground ${metres(pad.ground_m, units)}, cut up to ${metres(pad.edges.cut_edge_m, units)}, fill up to ${metres(pad.edges.fill_edge_m, units)}`}
          >
            <defs>
              <pattern id="cut" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                <path d="M0 0V8" stroke="var(--parched-5)" strokeWidth="1.4" />
              </pattern>
              <pattern id="blocks" width="16" height="12" patternUnits="userSpaceOnUse">
                <rect width="16" height="12" fill="var(--sheet)" />
                <path d="M0 0H16M0 6H16M4 0V6M12 6V12" stroke="var(--ink-2)" strokeWidth="1" />
              </pattern>
              <pattern id="stone" width="7" height="7" patternUnits="userSpaceOnUse">
                <circle cx="2" cy="2" r="1.3" fill="var(--ink-2)" />
                <circle cx="5.5" cy="5.5" r="1" fill="var(--ink-2)" />
              </pattern>
            </defs>
            <path
              d={`${scale.path(ground)}V${scale.height}H${scale.x(scale.left)}z`}
              fill="var(--earth-1)"
              opacity="0.6"
            />
            {ORDER.flatMap((kind) =>
              pad.section
                .filter((line) => line.kind === kind)
                .map((line, i) => (
                  <path
                    key={`${kind}-${i}`}
                    d={scale.path(line)}
                    fill={LOOK[kind]!.fill}
                    stroke={LOOK[kind]!.stroke}
                    strokeWidth={LOOK[kind]!.wide ?? 1.2}
                    strokeDasharray={LOOK[kind]!.dash}
                  />
                )),
            )}
            {namesDown(pad.section, scale.z).map(({ kind, y }) => (
              <text key={kind} x={scale.x(scale.left) + 4} y={y} className="axis halo">
                {NAMES[kind]}
              </text>
            ))}
            {pad.edges.cut_edge_m > 0.05 && (
              <Held
                x={scale.x(half)}
                from={scale.z(surface(half))}
                to={scale.z(foot)}
                text={`cut ${metres(pad.edges.cut_edge_m, units)}`}
                anchor="start"
                width={width}
                room={scale.x(half) - scale.x(-half)}
              />
            )}
            {pad.edges.fill_edge_m > 0.05 && (
              <Held
                x={scale.x(-half)}
                from={scale.z(surface(-half) - document.ground.topsoil_m)}
                to={scale.z(foot)}
                text={`fill ${metres(pad.edges.fill_edge_m, units)}`}
                anchor="end"
                width={width}
                room={scale.x(half) - scale.x(-half)}
              />
            )}
            {row >= 0 && (
              <>
                <text x={scale.x(0) + 14} y={scale.z(pad.floor_m) - 6} className="label halo" fontWeight="650">
                  {metres(pad.floor_m, units)}
                </text>
                <HeightHandle
                  label={`Floor of ${pad.name}`}
                  x={scale.x(0)}
                  y={scale.z}
                  metresAPx={1 / scale.scale}
                  value={pad.floor_m}
                  units={units}
                  toOperations={(value) => replace(`/cistern/tanks/${row}/floor_m`, value)}
                />
              </>
            )}
          </svg>
        )}
      </ScrollBox>
      <p className="note">
        {pad.rests}{" "}
        {pad.pad_width_m === pad.pad_length_m
          ? `${metres(pad.pad_width_m, units)} across`
          : `${metres(pad.pad_length_m, units)} by ${metres(pad.pad_width_m, units)}`}
        , {pad.label}, level within {nominal(pad.level_mm, units)}.
      </p>
    </section>
  );
}

/** The names of the layers, each under its line and clear of the one above. */
function namesDown(lines: Line[], z: (metres: number) => number) {
  let last = -Infinity;
  return lines
    .filter((line) => NAMES[line.kind])
    .map((line) => ({ kind: line.kind, y: z((line.points[0] as unknown as [number, number])[1]) + 12 }))
    .sort((one, other) => one.y - other.y)
    .map((name) => ({ ...name, y: (last = Math.max(name.y, last + 14)) }));
}

function Held(props: {
  x: number;
  from: number;
  to: number;
  text: string;
  anchor: "start" | "end";
  width: number;
  room: number;
}) {
  // Too thin for words beside it: they go below.
  const thin = Math.abs(props.from - props.to) < 20;
  const y = thin ? Math.max(props.from, props.to) + 15 : (props.from + props.to) / 2 + 4;
  const tight = props.room < 180; // both would stand on one another under a narrow pad
  const anchor = props.x + 80 > props.width ? "end" : thin && !tight ? "start" : props.anchor;
  return (
    <g>
      <path d={`M${props.x} ${props.from}V${props.to}`} stroke="var(--ink)" strokeWidth="1.4" />
      <text
        x={props.x + (anchor === "start" ? 7 : -7)}
        y={y}
        textAnchor={anchor}
        className="label halo"
        fontWeight="650"
      >
        {props.text}
      </text>
    </g>
  );
}
