import type { Plan, Roof } from "../../api/client";
import { drainsElsewhere, usedHere } from "../../document/drained";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { area, axisUnit, fixed, metres, roundStep, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { usePlanHand } from "./usePlanHand";
import { fit } from "../../ui/fit";
import { useWidth } from "../../ui/useWidth";
import { drainPoint, moved, outlineOf, planScale, snapped } from "./planScale";
import type { PlanScale, Point } from "./planScale";
import { Surface } from "./RoofSurface";

const MOST_HEIGHT = 330;
const LANE = 26;
const TINTS = ["var(--water-1)", "var(--water-3)", "var(--parched-2)", "var(--earth-1)"];

type DrawingProps = {
  focus: string | null;
  setFocus: (id: string) => void;
  /** Whether corners of a new outline are being set. */
  drawing: boolean;
  onDrawn: (outline: Point[] | null) => void;
};

/** All surfaces from above where they lie, north up, and which group of downpipes each runs to. */
export function RoofPlanDrawing({ focus, setFocus, drawing, onDrawn }: DrawingProps) {
  const bench = useEdits();
  const document = useDocument("cistern", "downpipes", "roofs", "supplies", "units");
  const plan = usePlan("roofs");
  const units = document.units;
  const [box, width] = useWidth<HTMLDivElement>();
  const surfaces = plan.roofs.surfaces;
  const outlines = surfaces.map(outlineOf);
  const scale = planScale(outlines, Math.max(width, 200), MOST_HEIGHT);
  const place = (index: number, by: Point) => {
    const roof = document.roofs[index]!;
    const [x, y] = snapped([roof.x_m + by[0], roof.y_m + by[1]]);
    if (x === roof.x_m && y === roof.y_m) return;
    void bench.edit(`Moved ${roof.name}`, [
      { op: "replace", path: `/roofs/${index}/x_m`, value: x },
      { op: "replace", path: `/roofs/${index}/y_m`, value: y },
    ]);
  };
  const { svg, drag, corners, at, handlers, grab } = usePlanHand({ scale, drawing, onDrawn, onPlaced: place });
  const shown = outlines.map((outline, index) => (drag?.index === index ? moved(outline, drag.by) : outline));
  const { tanks } = document.cistern;
  const rowOf = (group: string) => plan.roofs.groups.findIndex((each) => each.id === group);
  const firstRowOf = (roof: Roof) =>
    Math.max(
      0,
      ...roof.drains
        .map(({ group }) => rowOf(group))
        .filter((row) => row >= 0)
        .slice(0, 1),
    );
  const broughtWords = (roof: Roof, surface: (typeof surfaces)[number]) => {
    const others = drainsElsewhere(roof, document);
    if (roof.on && others.length && !usedHere(roof, document)) return `, to ${others.join(", ")}`;
    return roof.on ? harvestWords(surface.figures["harvest_l_year"]?.value, units) : ", off";
  };
  const drains = document.roofs.flatMap((roof, index) =>
    roof.on
      ? roof.drains
          .filter((drain) => rowOf(drain.group) >= 0)
          .map((drain, which) => ({
            key: `${roof.id}-${drain.group}`,
            point: drainPoint(shown[index]!, which, roof.drains.length),
            row: rowOf(drain.group),
            share: roof.drains.length > 1 ? drain.share : null,
            after: which > 0,
          }))
      : [],
  );
  const lane = (index: number) => scale.height + 4 + index * LANE;
  const height = scale.height + plan.roofs.groups.length * LANE + 34;

  return (
    <div ref={box} style={{ height: width > 0 ? height : MOST_HEIGHT }}>
      {width > 0 && (
        <svg
          ref={svg}
          width={width}
          height={height}
          className={`block overflow-visible ${drawing ? "cursor-crosshair" : ""}`}
          tabIndex={drawing ? 0 : undefined}
          role={drawing ? "application" : "group"}
          aria-label={
            drawing
              ? "Setting the corners of a new surface. A press sets one, Enter closes the outline, Backspace takes the last back, Escape gives up."
              : "Surfaces from above"
          }
          {...handlers}
        >
          <defs>
            <pattern id="roof-off" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <path d="M0 0V8" stroke="var(--rule)" strokeWidth="1.2" />
            </pattern>
          </defs>
          {drains.map(({ key, point, row }) => (
            <path
              key={key}
              d={`M${scale.toX(point[0])} ${scale.toY(point[1])}V${lane(row)}`}
              stroke="var(--water-5)"
              strokeWidth="1.8"
              strokeDasharray="5 4"
            />
          ))}
          {document.roofs.map((roof, index) => (
            <Surface
              key={roof.id}
              roof={roof}
              outline={shown[index]!}
              known={surfaces[index]!.shape_known}
              scale={scale}
              tint={usedHere(roof, document) ? TINTS[firstRowOf(roof) % 4]! : "url(#roof-off)"}
              focused={roof.id === focus}
              name={roof.name}
              plan={area(surfaces[index]!.figures["area_m2"]!.value ?? 0, units)}
              brings={broughtWords(roof, surfaces[index]!)}
              onFocus={() => setFocus(roof.id)}
              onGrab={(event) => {
                if (grab(event, index)) setFocus(roof.id);
              }}
              onNudge={(by) => place(index, by)}
            />
          ))}
          {drains.map(({ key, point: [x, y], row, share, after }) => (
            <g key={key} pointerEvents="none">
              <Disc x={scale.toX(x)} y={scale.toY(y)} letter={letterOf(row)} />
              {share !== null && (
                <text
                  x={scale.toX(x) + (after ? 13 : -13)}
                  y={scale.toY(y) + 16}
                  textAnchor={after ? "start" : "end"}
                  className="axis halo"
                >
                  {`${fixed(share * 100, 0)} %`}
                </text>
              )}
            </g>
          ))}
          {plan.roofs.groups.map((group, row) => (
            <Lane
              key={group.id}
              group={group}
              letter={letterOf(row)}
              tank={tanks.length > 1 ? (tanks.find((each) => each.id === group.tank) ?? tanks[0]!).name : ""}
              from={drains.filter((drain) => drain.row === row).map((drain) => scale.toX(drain.point[0]))}
              y={lane(row)}
              width={width}
              units={units}
            />
          ))}
          {drawing && <Drawn corners={corners} at={at} scale={scale} units={units} />}
          <ScaleBar units={units} scale={scale.scale} top={height - 6} />
          <g transform={`translate(${width - 18} 26)`} aria-hidden="true">
            <path d="M0 14V-12M-5 -4L0 -13l5 9" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
            <text x="0" y="28" textAnchor="middle" className="axis">
              north
            </text>
          </g>
        </svg>
      )}
    </div>
  );
}

export const letterOf = (index: number) => String.fromCharCode(65 + (index % 26));

const harvestWords = (litres: number | null | undefined, units: Units) =>
  litres == null ? "" : `, ${volume(litres, units)} a year`;

/** One group of downpipes: the line that its surfaces run to, and what it brings to which tank. */
function Lane(props: {
  group: Plan["roofs"]["groups"][number];
  letter: string;
  /** Empty where there is only one. */
  tank: string;
  /** Where its surfaces drain, in px. */
  from: number[];
  y: number;
  width: number;
  units: Units;
}) {
  const { group, from, y, width, units } = props;
  const first = from.length ? Math.min(...from) : 26;
  const brings = group.harvest_l_year === null ? "" : `, ${volume(group.harvest_l_year, units)} a year`;
  const words = `${group.name}: ${area(group.area_m2, units)}${brings}${props.tank && `, to ${props.tank}`}`;
  const start = Math.max(14, Math.min(first, width - 330));
  const end = from.length ? Math.max(...from, start + 20) : start + 20;
  const after = end + 12 + words.length * 6.9 <= width;
  return (
    <g>
      <path d={`M${Math.min(first, start)} ${y}H${end}`} stroke="var(--water-7)" strokeWidth="3" />
      <Disc x={Math.min(first, start)} y={y} letter={props.letter} />
      <text x={after ? end + 10 : start + 14} y={y + (after ? 4.5 : 17)} className="label halo">
        {fit(words, width - (after ? end + 10 : start + 14))}
      </text>
    </g>
  );
}

/** The corners of a new outline that have been set, and where the next would stand. */
function Drawn(props: { corners: Point[]; at: Point | null; scale: PlanScale; units: Units }) {
  const { corners, at, scale, units } = props;
  const last = corners.at(-1);
  return (
    <g pointerEvents="none">
      <path
        d={[...corners, ...(at ? [at] : [])]
          .map(([x, y], i) => `${i ? "L" : "M"}${scale.toX(x)} ${scale.toY(y)}`)
          .join("")}
        fill="var(--water-1)"
        fillOpacity="0.6"
        stroke="var(--water-7)"
        strokeWidth="2"
      />
      {corners.map(([x, y], i) => (
        <rect
          key={i}
          x={scale.toX(x) - 4}
          y={scale.toY(y) - 4}
          width="8"
          height="8"
          fill="var(--sheet)"
          stroke="var(--water-7)"
          strokeWidth="2"
        />
      ))}
      {at && (
        <text x={scale.toX(at[0]) + 10} y={scale.toY(at[1]) - 8} className="label halo">
          {metres(at[0], units)}, {metres(at[1], units)}
          {last && `; side ${metres(Math.hypot(at[0] - last[0], at[1] - last[1]), units)}`}
        </text>
      )}
    </g>
  );
}

function Disc({ x, y, letter }: { x: number; y: number; letter: string }) {
  return (
    <>
      <circle cx={x} cy={y} r="9.5" fill="var(--sheet)" stroke="var(--water-7)" strokeWidth="2" />
      <text x={x} y={y + 4.8} textAnchor="middle" className="label" fontWeight="700">
        {letter}
      </text>
    </>
  );
}

function ScaleBar({ units, scale, top }: { units: Units; scale: number; top: number }) {
  const { unit, factor } = axisUnit("length", units);
  const length = roundStep(70 / scale / factor);
  return (
    <g>
      <path
        d={`M2 ${top - 5}v5H${2 + length * factor * scale}v-5`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <text x={8 + length * factor * scale} y={top} className="axis">
        {length} {unit}
      </text>
    </g>
  );
}
