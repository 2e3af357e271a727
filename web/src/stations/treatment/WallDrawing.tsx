import { useWorkbench } from "../../frame/workbench";
import { bore, metres } from "../../lib/units";
import { Entry } from "../../ui/Entry";
import { useWidth } from "../../ui/useWidth";

const FLOOR = 26;
const TOP = 34;
const ROOM_MM = 1_850;

/** The wall of the plant room to scale: what hangs on it, and the room each part wants to be served. */
export function WallDrawing() {
  const { document, plan } = useWorkbench().shown;
  const { units } = document;
  const { plant_room: room } = plan.treatment;
  const [box, shown] = useWidth<HTMLDivElement>();
  if (!room.parts.length) return <p>Nothing of this train hangs on a wall.</p>;
  const wide = Math.max(room.width_mm, room.larger_mm, 1);
  const scale = Math.min((Math.max(shown, 620) - 50) / wide, 0.21);
  const tall = TOP + ROOM_MM * scale + FLOOR;
  const x = (mm: number) => 34 + mm * scale;
  const y = (mm: number) => TOP + (ROOM_MM - mm) * scale;
  const pipe = room.parts[0]!.bottom_mm + room.parts[0]!.height_mm - 30;
  const lamp = room.parts.some((part) => part.kind === "uv");
  return (
    <section aria-label="The wall">
      <h2 className="heading">
        The wall it takes
        <span className="note ml-2 font-[430]" style={{ fontFamily: "var(--font-body)" }}>
          to scale; hatched is kept free
        </span>
      </h2>
      <p className="leading-[1.75]">
        {metres(room.width_mm / 1000, units)} of wall
        {room.larger_mm > room.width_mm + 1 &&
          `, ${metres(room.larger_mm / 1000, units)} with the next larger housings: leave that now`}
        .{" "}
        {lamp && (
          <>
            The lamp’s chamber is{" "}
            <Entry
              label="Length of the lamp's chamber"
              path="/treatment/uv/length_mm"
              kind="bore"
              value={document.treatment.uv.length_mm}
              min={50}
              max={5000}
            />{" "}
            long.
          </>
        )}
      </p>
      <div ref={box} className="relative overflow-x-auto">
        {shown > 0 && (
          <svg
            width={Math.max(shown, x(wide) + 10)}
            height={tall}
            className="block"
            role="img"
            aria-label={`${room.parts.length} parts on ${metres(room.width_mm / 1000, units)} of wall: ${room.parts.map((part) => part.name).join(", ")}`}
          >
            <defs>
              <pattern
                id="kept-free"
                width="7"
                height="7"
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(45)"
              >
                <path d="M0 0V7" stroke="var(--rule)" strokeWidth="1.6" />
              </pattern>
            </defs>
            <path d={`M${x(0)} ${y(0)}H${x(wide)}`} stroke="var(--ink)" strokeWidth="2.5" />
            <path d={`M${x(0)} ${y(pipe)}H${x(room.width_mm)}`} stroke="var(--water-5)" strokeWidth="5" />
            {[0, 500, 1000, 1500].map((mm) => (
              <g key={mm}>
                <path d={`M${x(0) - 6} ${y(mm)}h6`} stroke="var(--ink)" />
                <text x={x(0) - 9} y={y(mm) + 4} textAnchor="end" className="axis">
                  {units === "us" ? `${Math.round(mm / 304.8)}′` : mm / 1000}
                </text>
              </g>
            ))}
            {room.parts.map((part, i) => (
              <g key={i}>
                {part.below_mm > 0 && (
                  <rect
                    x={x(part.x_mm)}
                    y={y(part.bottom_mm)}
                    width={part.width_mm * scale}
                    height={part.below_mm * scale}
                    fill="url(#kept-free)"
                    stroke="var(--rule)"
                  />
                )}
                {part.beside_mm > 0 && (
                  <rect
                    x={x(part.x_mm + part.width_mm)}
                    y={y(part.bottom_mm + part.height_mm)}
                    width={part.beside_mm * scale}
                    height={part.height_mm * scale}
                    fill="url(#kept-free)"
                    stroke="var(--rule)"
                  />
                )}
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
                  y={y(part.bottom_mm + part.height_mm) - 8}
                  textAnchor="middle"
                  className="label halo"
                >
                  {part.number}
                </text>
              </g>
            ))}
          </svg>
        )}
      </div>
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

const FILL: Record<string, string> = {
  sediment: "var(--earth-1)",
  carbon: "var(--ink-2)",
  uv: "var(--water-3)",
  calcite: "var(--earth-1)",
};
