import { useRef, useState } from "react";
import type { Roof } from "../../api/client";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { area, axisUnit, fixed, metres, roundStep, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { fit } from "../../ui/fit";
import { useWidth } from "../../ui/useWidth";
import { drainPoint, middleOf, moved, outlineOf, planScale, snapped } from "./planScale";
import type { PlanScale, Point } from "./planScale";

const MOST_HEIGHT = 330;
const LANE = 26;
const TINTS = ["var(--water-1)", "var(--water-3)", "var(--parched-2)", "var(--earth-1)"];
const NUDGE_M = 0.5;

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
  const document = useDocument("cistern", "roofs", "units");
  const plan = usePlan("roofs");
  const units = document.units;
  const [box, width] = useWidth<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ index: number; from: Point; by: Point } | null>(null);
  const [corners, setCorners] = useState<Point[]>([]);
  const [at, setAt] = useState<Point | null>(null);
  const surfaces = plan.roofs.surfaces;
  const outlines = surfaces.map(outlineOf);
  const scale = planScale(outlines, Math.max(width, 200), MOST_HEIGHT);
  const lettered = new Map(
    plan.roofs.groups.map((group, i) => [group.id, { letter: letterOf(i), tint: TINTS[i % 4]! }]),
  );
  const lane = (index: number) => scale.height + 4 + index * LANE;
  const height = scale.height + plan.roofs.groups.length * LANE + 34;

  const placeOf = (event: React.PointerEvent): Point => {
    const rect = svg.current!.getBoundingClientRect();
    return scale.toPlan(event.clientX - rect.left, event.clientY - rect.top);
  };
  const place = (index: number, by: Point) => {
    const roof = document.roofs[index]!;
    const [x, y] = snapped([roof.x_m + by[0], roof.y_m + by[1]]);
    if (x === roof.x_m && y === roof.y_m) return;
    void bench.edit(`Moved ${roof.name}`, [
      { op: "replace", path: `/roofs/${index}/x_m`, value: x },
      { op: "replace", path: `/roofs/${index}/y_m`, value: y },
    ]);
  };
  const close = (points: Point[] | null) => {
    setCorners([]);
    setAt(null);
    onDrawn(points && points.length >= 3 ? points : null);
  };

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
          onPointerDown={(event) => {
            if (!drawing) return;
            const point = snapped(placeOf(event));
            const first = corners[0];
            const near = first && Math.hypot(point[0] - first[0], point[1] - first[1]) * scale.scale < 14;
            if (near && corners.length >= 3) close(corners);
            else setCorners([...corners, point]);
          }}
          onPointerMove={(event) => {
            if (drawing) setAt(snapped(placeOf(event)));
            if (drag) {
              const [x, y] = placeOf(event);
              setDrag({ ...drag, by: snapped([x - drag.from[0], y - drag.from[1]]) });
            }
          }}
          onPointerUp={() => {
            if (!drag) return;
            setDrag(null);
            place(drag.index, drag.by);
          }}
          onKeyDown={(event) => {
            if (!drawing) return;
            if (event.key === "Enter") close(corners);
            else if (event.key === "Escape") close(null);
            else if (event.key === "Backspace") setCorners(corners.slice(0, -1));
            else return;
            event.preventDefault();
            event.stopPropagation();
          }}
        >
          <defs>
            <pattern id="roof-off" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <path d="M0 0V8" stroke="var(--rule)" strokeWidth="1.2" />
            </pattern>
          </defs>
          {document.roofs.map((roof, index) => {
            const outline = drag?.index === index ? moved(outlines[index]!, drag.by) : outlines[index]!;
            if (!roof.on) return null;
            return roof.drains.map((drain, which) => {
              const [x, y] = drainPoint(outline, which, roof.drains.length);
              const row = plan.roofs.groups.findIndex((group) => group.id === drain.group);
              return (
                <path
                  key={`${roof.id}-${drain.group}`}
                  d={`M${scale.toX(x)} ${scale.toY(y)}V${lane(row)}`}
                  stroke="var(--water-5)"
                  strokeWidth="1.8"
                  strokeDasharray="5 4"
                />
              );
            });
          })}
          {document.roofs.map((roof, index) => (
            <Surface
              key={roof.id}
              roof={roof}
              outline={drag?.index === index ? moved(outlines[index]!, drag.by) : outlines[index]!}
              known={surfaces[index]!.shape_known}
              scale={scale}
              tint={roof.on ? lettered.get(roof.drains[0]!.group)!.tint : "url(#roof-off)"}
              focused={roof.id === focus}
              name={roof.name}
              plan={area(surfaces[index]!.figures["area_m2"]!.value ?? 0, units)}
              brings={roof.on ? harvestWords(surfaces[index]!.figures["harvest_l_year"]?.value, units) : ", off"}
              onFocus={() => setFocus(roof.id)}
              onGrab={(event) => {
                if (drawing) return;
                svg.current!.setPointerCapture(event.pointerId);
                setFocus(roof.id);
                setDrag({ index, from: placeOf(event), by: [0, 0] });
              }}
              onNudge={(by) => place(index, by)}
            />
          ))}
          {document.roofs.map((roof, index) => {
            const outline = drag?.index === index ? moved(outlines[index]!, drag.by) : outlines[index]!;
            if (!roof.on) return null;
            return roof.drains.map((drain, which) => {
              const [x, y] = drainPoint(outline, which, roof.drains.length);
              const share = roof.drains.length > 1 ? `${fixed(drain.share * 100, 0)} %` : "";
              return (
                <g key={`${roof.id}-${drain.group}`} pointerEvents="none">
                  <Disc x={scale.toX(x)} y={scale.toY(y)} letter={lettered.get(drain.group)!.letter} />
                  {share && (
                    <text
                      x={scale.toX(x) + (which ? 13 : -13)}
                      y={scale.toY(y) + 16}
                      textAnchor={which ? "start" : "end"}
                      className="axis halo"
                    >
                      {share}
                    </text>
                  )}
                </g>
              );
            });
          })}
          {plan.roofs.groups.map((group, row) => {
            const feeding = document.roofs.flatMap((roof, index) =>
              roof.on
                ? roof.drains.flatMap((drain, which) =>
                    drain.group === group.id ? [drainPoint(outlines[index]!, which, roof.drains.length)[0]] : [],
                  )
                : [],
            );
            const first = feeding.length ? scale.toX(Math.min(...feeding)) : 26;
            const tank = document.cistern.tanks.find((each) => each.id === group.tank) ?? document.cistern.tanks[0]!;
            const words = `${group.name}: ${area(group.area_m2, units)}${group.harvest_l_year === null ? "" : `, ${volume(group.harvest_l_year, units)} a year`}, to ${tank.name}`;
            const start = Math.max(14, Math.min(first, width - 330));
            const end = feeding.length ? Math.max(scale.toX(Math.max(...feeding)), start + 20) : start + 20;
            const after = end + 12 + words.length * 6.9 <= width;
            return (
              <g key={group.id}>
                <path d={`M${Math.min(first, start)} ${lane(row)}H${end}`} stroke="var(--water-7)" strokeWidth="3" />
                <Disc x={Math.min(first, start)} y={lane(row)} letter={letterOf(row)} />
                <text x={after ? end + 10 : start + 14} y={lane(row) + (after ? 4.5 : 17)} className="label halo">
                  {fit(words, width - (after ? end + 10 : start + 14))}
                </text>
              </g>
            );
          })}
          {drawing && (
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
                  {corners.length > 0 &&
                    `; side ${metres(Math.hypot(at[0] - corners.at(-1)![0], at[1] - corners.at(-1)![1]), units)}`}
                </text>
              )}
            </g>
          )}
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

type SurfaceProps = {
  roof: Roof;
  outline: Point[];
  known: boolean;
  scale: PlanScale;
  tint: string;
  focused: boolean;
  name: string;
  plan: string;
  brings: string;
  onFocus: () => void;
  onGrab: (event: React.PointerEvent) => void;
  onNudge: (by: Point) => void;
};

function Surface({
  roof,
  outline,
  known,
  scale,
  tint,
  focused,
  name,
  plan,
  brings,
  onFocus,
  onGrab,
  onNudge,
}: SurfaceProps) {
  const path = `${outline.map(([x, y], i) => `${i ? "L" : "M"}${scale.toX(x)} ${scale.toY(y)}`).join("")}Z`;
  const wide = (Math.max(...outline.map(([x]) => x)) - Math.min(...outline.map(([x]) => x))) * scale.scale;
  const tall = (Math.max(...outline.map(([, y]) => y)) - Math.min(...outline.map(([, y]) => y))) * scale.scale;
  // Words run along a surface that is narrow and long.
  const along = wide < 92 && tall > 1.4 * wide;
  const room = Math.max(along ? tall : wide, 96);
  const [mx, my] = middleOf(outline);
  const [cx, cy] = [scale.toX(mx), scale.toY(my)];
  return (
    <>
      <g
        role="button"
        tabIndex={0}
        aria-label={`${name}: ${plan}${brings}. Arrow keys move it.`}
        aria-pressed={focused}
        className="cursor-move outline-offset-4"
        onFocus={onFocus}
        onPointerDown={onGrab}
        onKeyDown={(event) => {
          const way: Record<string, Point> = {
            ArrowLeft: [-NUDGE_M, 0],
            ArrowRight: [NUDGE_M, 0],
            ArrowUp: [0, NUDGE_M],
            ArrowDown: [0, -NUDGE_M],
          };
          const by = way[event.key];
          if (!by) return;
          event.preventDefault();
          onNudge(by);
        }}
      >
        <path
          d={path}
          fill={tint}
          stroke="var(--ink)"
          strokeWidth={focused ? 2.8 : 1.4}
          strokeDasharray={known ? undefined : "7 4"}
          strokeLinejoin="round"
        />
        <Courses roof={roof} outline={outline} scale={scale} path={path} />
      </g>
      <g aria-hidden="true" pointerEvents="none" transform={along ? `rotate(-90 ${cx} ${cy})` : undefined}>
        <text x={cx} y={cy - 3} textAnchor="middle" className="label halo" fontWeight="650">
          {fit(name, room)}
        </text>
        <text x={cx} y={cy + 14} textAnchor="middle" className="axis halo">
          {(plan + brings).length * 6.9 < Math.max(room, 110) ? plan + brings : plan}
        </text>
      </g>
    </>
  );
}

/** Lines that tell the covering: seams for metal, courses for tile and shingle, nothing on a membrane. */
function Courses(props: { roof: Roof; outline: Point[]; scale: PlanScale; path: string }) {
  const { roof, outline, scale } = props;
  const metal = ["metal", "copper", "bare_zinc", "rain_roof"].includes(roof.material);
  const tiled = roof.material.endsWith("tile") || roof.material === "asphalt_shingle";
  if (!roof.on || (!metal && !tiled)) return null;
  const xs = outline.map(([x]) => scale.toX(x));
  const ys = outline.map(([, y]) => scale.toY(y));
  const [left, right, top, foot] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const lines: string[] = [];
  if (metal) for (let x = left + 13; x < right; x += 13) lines.push(`M${x} ${top}V${foot}`);
  else for (let y = top + 10; y < foot; y += 10) lines.push(`M${left} ${y}H${right}`);
  const id = `cut-${roof.id}`;
  return (
    <>
      <clipPath id={id}>
        <path d={props.path} />
      </clipPath>
      <path d={lines.join("")} stroke="var(--water-5)" strokeWidth="0.7" opacity="0.6" clipPath={`url(#${id})`} />
    </>
  );
}

function ScaleBar({ units, scale, top }: { units: Units; scale: number; top: number }) {
  const metres = axisUnit("length", units).factor;
  const length = roundStep(70 / scale / metres);
  return (
    <g>
      <path
        d={`M2 ${top - 5}v5H${2 + length * metres * scale}v-5`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <text x={8 + length * metres * scale} y={top} className="axis">
        {length} {axisUnit("length", units).unit}
      </text>
    </g>
  );
}
