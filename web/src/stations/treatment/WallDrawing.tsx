import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, bore, fixed, metres } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Entry } from "../../document/Entry";
import { useWidth } from "../../ui/useWidth";
import { ScrollBox } from "../../ui/ScrollBox";

type Part = Plan["treatment"]["plant_room"]["parts"][number];

const FOOT = 54;
const TOP = 12;
const LEFT = 40;
const ROOM_MM = 1_950;
const UNDER_HEAD_MM = 30;
const BYPASS_MM = 170;
const PAN_MM = 90;

/** The wall of the plant room to scale: what hangs on it, and the room each part wants to be served. */
export function WallDrawing() {
  const document = useDocument("treatment", "units");
  const plan = usePlan("treatment");
  const { units } = document;
  const { plant_room: room } = plan.treatment;
  const [box, shown] = useWidth<HTMLDivElement>();
  if (!room.parts.length) return <p>Nothing of this train hangs on a wall.</p>;
  const lamp = room.parts.find((part) => part.kind === "uv");
  return (
    <section aria-label="The wall">
      <h2 className="heading">
        The wall it takes
        <span className="head-note">to scale; hatched is kept free</span>
      </h2>
      <p className="leading-[1.75]">
        {metres(room.width_mm / 1000, units)} of wall
        {room.larger_hang_mm > 0 &&
          `; the next larger housings want ${metres(room.larger_mm / 1000, units)}, and ${metres(room.larger_hang_mm / 1000, units)} under their pipe: leave that now`}
        .{" "}
        {lamp && (
          <>
            The lamp’s chamber is{" "}
            <Entry
              label="Length of the lamp's chamber"
              path="/treatment/uv/length_mm"
              kind="bore"
              value={document.treatment.uv.length_mm}
            />{" "}
            long.
          </>
        )}
      </p>
      <ScrollBox label="The wall" innerRef={box}>
        {shown > 0 && <Wall width={shown} />}
      </ScrollBox>
      <ol className="note mt-1 grid gap-0.5">
        {room.parts.map((part, i) => (
          <li key={i}>
            <strong className="text-ink">{part.number}</strong> {part.name}: {bore(part.width_mm, units)} wide
            {part.below_mm > 0 && `, ${bore(part.below_mm, units)} below it to drop the bowl`}
            {part.beside_mm > 0 && `, ${bore(part.beside_mm, units)} beside it to draw the lamp`}
          </li>
        ))}
      </ol>
      <p className="note mt-1">Measures of housings are estimates until a maker’s sheet is at hand.</p>
    </section>
  );
}

/** Whole feet, or half metres. */
function heightTicks_mm(units: Units): number[] {
  const step = units === "us" ? axisUnit("length", units).factor * 1000 : 500;
  return Array.from({ length: Math.floor(1600 / step) + 1 }, (_, i) => i * step);
}

function Wall({ width }: { width: number }) {
  const document = useDocument("units");
  const plan = usePlan("treatment");
  const { units } = document;
  const { parts, width_mm, larger_mm } = plan.treatment.plant_room;
  const wide = Math.max(width_mm, larger_mm, 1);
  const scale = Math.min((Math.max(width, 560) - LEFT - 16) / wide, 0.24);
  const tall = TOP + ROOM_MM * scale + FOOT;
  const x = (mm: number) => LEFT + mm * scale;
  const y = (mm: number) => TOP + (ROOM_MM - mm) * scale;
  const housings = parts.filter((part) => part.below_mm > 0);
  const lamp = parts.find((part) => part.kind === "uv");
  const pipe = Math.max(...parts.map((part) => part.bottom_mm + part.height_mm)) - UNDER_HEAD_MM;
  const above = pipe + BYPASS_MM;
  // Behind the lamp's far port the pipe rises, so that the lamp can be drawn out along the wall.
  const port = lamp ? lamp.x_mm + lamp.width_mm - 50 : width_mm;
  const run = lamp ? `H${x(port)}V${y(above)}H${x(width_mm)}` : `H${x(width_mm)}`;
  const first = housings[0];
  const last = housings.at(-1);
  return (
    <svg
      width={Math.max(width, x(wide) + 16)}
      height={tall}
      className="block"
      role="img"
      aria-label={`${parts.length} parts on ${metres(width_mm / 1000, units)} of wall: ${parts.map((part) => part.name).join(", ")}`}
    >
      <defs>
        <pattern id="kept-free" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V7" stroke="var(--ink-2)" strokeWidth="0.9" opacity="0.5" />
        </pattern>
      </defs>
      <path d={`M${x(0) - 8} ${y(0)}H${x(wide) + 8}`} stroke="var(--ink)" strokeWidth="2.5" />
      {heightTicks_mm(units).map((mm) => (
        <text key={mm} x={x(0) - 14} y={y(mm) + 4} textAnchor="end" className="axis">
          {fixed(mm / 1000 / axisUnit("length", units).factor, units === "us" ? 0 : 1)}
          {units === "us" ? "′" : ""}
        </text>
      ))}
      <path d={`M${x(0)} ${y(pipe)}${run}`} fill="none" stroke="var(--water-5)" strokeWidth="5" />
      {first && last && (
        <>
          <path
            d={`M${x(first.x_mm - 90)} ${y(pipe)}V${y(above)}H${x(last.x_mm + last.width_mm + 30)}V${y(pipe)}`}
            fill="none"
            stroke="var(--water-5)"
            strokeWidth="2.5"
            strokeDasharray="5 3"
          />
          <Valve x={x((first.x_mm + last.x_mm + last.width_mm) / 2)} y={y(above)} />
          <text
            x={x((first.x_mm + last.x_mm + last.width_mm) / 2)}
            y={y(above) - 11}
            textAnchor="middle"
            className="axis halo"
          >
            bypass, shut
          </text>
          <path
            d={`M${x(first.x_mm - 40)} ${y(panAt(housings) + 40)}V${y(panAt(housings))}H${x(last.x_mm + last.width_mm + 40)}V${y(panAt(housings) + 40)}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <path
            d={`M${x((first.x_mm + last.x_mm + last.width_mm) / 2)} ${y(panAt(housings))}V${y(0)}`}
            stroke="var(--ink)"
            strokeDasharray="3 3"
          />
          <text x={x(first.x_mm - 40)} y={y(panAt(housings)) + 15} className="axis halo">
            drip pan, to a drain
          </text>
        </>
      )}
      {housings.map((part, i) => (
        <g key={i}>
          <Valve x={x(part.x_mm - 42)} y={y(pipe)} />
          <Gauge x={x(part.x_mm - 12)} y={y(pipe)} />
        </g>
      ))}
      {last && (
        <>
          <Gauge x={x(last.x_mm + last.width_mm + 12)} y={y(pipe)} />
          <Valve x={x(last.x_mm + last.width_mm + 58)} y={y(pipe)} />
        </>
      )}
      {parts.map((part, i) => (
        <g key={i}>
          <Free part={part} x={x} y={y} scale={scale} />
          <rect
            x={x(part.x_mm)}
            y={y(part.bottom_mm + part.height_mm)}
            width={part.width_mm * scale}
            height={part.height_mm * scale}
            rx="3"
            fill={FILL[part.kind] ?? "var(--sheet)"}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <text
            x={x(part.x_mm + part.width_mm / 2)}
            y={y(part.bottom_mm + part.height_mm / 2) + 5}
            textAnchor="middle"
            className="label"
            fontWeight="650"
            style={{ fill: part.kind === "carbon" ? "var(--sheet)" : "var(--ink)" }}
          >
            {part.number}
          </text>
        </g>
      ))}
      <path d={`M${x(0)} ${y(0) + 18}H${x(width_mm)}`} stroke="var(--ink)" />
      <path d={`M${x(0)} ${y(0) + 13}v10M${x(width_mm)} ${y(0) + 13}v10`} stroke="var(--ink)" />
      <text x={x(width_mm / 2)} y={y(0) + 36} textAnchor="middle" className="label" fontWeight="650">
        {metres(width_mm / 1000, units)}
      </text>
    </svg>
  );
}

const panAt = (housings: Part[]) =>
  Math.max(60, Math.min(...housings.map((part) => part.bottom_mm - part.below_mm)) - PAN_MM);

function Free(props: { part: Part; x: (mm: number) => number; y: (mm: number) => number; scale: number }) {
  const { part, x, y, scale } = props;
  const common = { fill: "url(#kept-free)", stroke: "var(--rule)" };
  return (
    <>
      {part.below_mm > 0 && (
        <rect
          x={x(part.x_mm)}
          y={y(part.bottom_mm)}
          width={part.width_mm * scale}
          height={part.below_mm * scale}
          {...common}
        />
      )}
      {part.beside_mm > 0 && (
        <rect
          x={x(part.x_mm + part.width_mm)}
          y={y(part.bottom_mm + part.height_mm)}
          width={part.beside_mm * scale}
          height={part.height_mm * scale}
          {...common}
        />
      )}
    </>
  );
}

const Valve = ({ x, y }: { x: number; y: number }) => (
  <path d={`M${x - 6} ${y - 5}v10l12-10v10z`} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.3" />
);

const Gauge = ({ x, y }: { x: number; y: number }) => (
  <g fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.2">
    <path d={`M${x} ${y}V${y - 9}`} />
    <circle cx={x} cy={y - 14} r="5" />
    <path d={`M${x} ${y - 14}l3-3`} />
  </g>
);

const FILL: Record<string, string> = {
  sediment: "var(--earth-1)",
  carbon: "var(--ink-2)",
  uv: "var(--water-3)",
  calcite: "var(--earth-1)",
};
