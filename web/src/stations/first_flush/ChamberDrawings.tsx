import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { fixed, metres, pipe, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Entry } from "../../document/Entry";

type Chamber = Plan["first_flush"]["chambers"][number];

const TALL = 190;
const FOOT = 26;
const START = 66;

/** The chambers to one scale against the wall: their legs, their bore, what drains them. */
export function ChamberDrawings() {
  const document = useDocument("first_flush", "units");
  const plan = usePlan("first_flush");
  const { units, first_flush: entered } = document;
  const { chambers } = plan.first_flush;
  const tank = entered.kind === "tank";
  const wall = Math.max(entered.wall_m, ...chambers.map((each) => each.leg_m + entered.cap_room_mm / 1000), 0.3);
  const scale = (TALL - FOOT) / wall;
  return (
    <section aria-label="Chambers">
      <h2 className="heading">The chambers, to scale</h2>
      <p className="leading-[1.85]">
        {!tank && (
          <>
            Pipe of <Entry label="Bore of the legs" path="/first_flush/bore_mm" kind="pipe" value={entered.bore_mm} />{" "}
            bore against{" "}
            <Entry label="Wall height for a leg" path="/first_flush/wall_m" kind="length" value={entered.wall_m} /> of
            wall,{" "}
            <Entry
              label="Room under the leg"
              path="/first_flush/cap_room_mm"
              kind="bore"
              value={entered.cap_room_mm}
            />{" "}
            of it to unscrew the cap.
          </>
        )}
        {tank && "A small tank that fills first and drains slowly."}
      </p>
      <div className="mt-1">
        <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
          {chambers.map((chamber) => (
            <figure key={chamber.name} className="grid content-end">
              <ChamberMark
                chamber={chamber}
                scale={scale}
                wall={entered.wall_m}
                capRoom={entered.cap_room_mm / 1000}
                drain={entered.drain}
                units={units}
              />
              <figcaption className="max-w-[26ch] text-small leading-snug">
                <strong className="block text-table">
                  {chamber.name}
                  {chamber.count > 1 && `, ${chamber.count} alike`}
                </strong>
                {volume(chamber.volume_l, units)}
                {chamber.bore_mm !== null && (
                  <>
                    : {metres(chamber.length_m, units)} of {pipe(chamber.bore_mm, units)}
                    {chamber.legs > 1 && `, in ${chamber.legs} legs of ${metres(chamber.leg_m, units)}`}
                  </>
                )}
                .{" "}
                {chamber.drain_h === null
                  ? "Emptied by hand."
                  : `Empties in ${hours(chamber.drain_h)}, leaks ${volume(chamber.leak_l_h, units)} an hour.`}
                {chamber.resets_year !== null && chamber.wet_days_year !== null && (
                  <span className="note block">
                    Of {fixed(chamber.wet_days_year, 0)} wet days a year {fixed(chamber.resets_year, 0)} find it
                    empty; it takes {volume(chamber.taken_l_year ?? 0, units)}.
                  </span>
                )}
              </figcaption>
            </figure>
          ))}
          {chambers.length === 0 && <p className="note">No roof in use drains into a chamber yet.</p>}
        </div>
      </div>
    </section>
  );
}

export const hours = (value: number) => {
  if (value >= 48) return `${fixed(value / 24, 1)} days`;
  return value >= 1 ? `${fixed(value, value >= 10 ? 0 : 1)} h` : `${fixed(value * 60, 0)} min`;
};

function ChamberMark(props: {
  chamber: Chamber;
  scale: number;
  wall: number;
  capRoom: number;
  drain: string;
  units: Units;
}) {
  const { chamber, scale, units } = props;
  const legs = Math.min(chamber.legs, 8);
  const wide = Math.max(8, Math.min(46, ((chamber.bore_mm ?? 600) / 1000) * scale));
  const gap = 10;
  const width = Math.max(120, legs * (wide + gap) + START + 8);
  const tall = chamber.leg_m * scale;
  const foot = TALL - Math.max(4, props.capRoom * scale);
  const top = foot - tall;
  return (
    <svg
      width={width}
      height={TALL + 14}
      className="block"
      role="img"
      aria-label={`${chamber.name}: ${volume(chamber.volume_l, units)}`}
    >
      <path d={`M0 ${TALL}H${width}`} stroke="var(--ink)" strokeWidth="1.4" />
      <path d={`M4 ${TALL - props.wall * scale}V${TALL}m-4 0h8m-8 ${-props.wall * scale}h8`} stroke="var(--ink-2)" />
      <text x="9" y={TALL - props.wall * scale + 12} className="axis">
        {metres(props.wall, units)}
      </text>
      <path
        d={`M${START - 8} ${Math.max(6, top - 14)}H${START + legs * (wide + gap)}`}
        stroke="var(--water-5)"
        strokeWidth="4"
      />
      {Array.from({ length: legs }, (_, i) => {
        const x = START + i * (wide + gap);
        return (
          <g key={i}>
            <path d={`M${x + wide / 2} ${Math.max(6, top - 14)}V${top}`} stroke="var(--water-5)" strokeWidth="4" />
            <rect
              x={x}
              y={top}
              width={wide}
              height={Math.max(3, tall)}
              fill="var(--water-3)"
              stroke="var(--ink)"
              strokeWidth="1.8"
            />
            {i === 0 && (
              <circle
                cx={x + wide / 2}
                cy={top + Math.min(8, wide / 3)}
                r={Math.min(6, wide / 3)}
                fill="var(--sheet)"
                stroke="var(--ink)"
                strokeWidth="1.4"
              />
            )}
            <path d={`M${x - 2} ${foot}h${wide + 4}`} stroke="var(--ink)" strokeWidth="3.4" />
          </g>
        );
      })}
      {props.drain !== "by_hand" && (
        <path d={`M${START + wide / 2} ${foot + 2}v5m0 3v3`} stroke="var(--water-7)" strokeWidth="2" />
      )}
      {chamber.legs > legs && (
        <text x={width - 4} y={top + 20} textAnchor="end" className="axis">
          of {chamber.legs}
        </text>
      )}
    </svg>
  );
}
