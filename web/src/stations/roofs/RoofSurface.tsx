import type { Roof } from "../../api/client";
import { fit } from "../../ui/fit";
import { middleOf } from "./planScale";
import type { PlanScale, Point } from "./planScale";

export function Surface({
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
      {/* A surface that is too small for words has them while it is looked at; its row below has them always. */}
      {(focused || Math.max(wide, tall) >= LEAST_FOR_WORDS_PX) && (
        <g aria-hidden="true" pointerEvents="none" transform={along ? `rotate(-90 ${cx} ${cy})` : undefined}>
          <text x={cx} y={cy - 3} textAnchor="middle" className="label halo" fontWeight="650">
            {fit(name, room)}
          </text>
          <text x={cx} y={cy + 14} textAnchor="middle" className="axis halo">
            {(plan + brings).length * 6.9 < Math.max(room, 110) ? plan + brings : plan}
          </text>
        </g>
      )}
    </>
  );
}

const NUDGE_M = 0.5;
const LEAST_FOR_WORDS_PX = 56;

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
