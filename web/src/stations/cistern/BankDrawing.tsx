import type { CisternPlan } from "../../api/client";
import { axisUnit, fixed, pipe, quantity, roundStep, volume, write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { fit } from "../../ui/fit";
import { useWidth } from "../../ui/useWidth";
import { ScrollBox } from "../../ui/ScrollBox";

type Bank = CisternPlan["bank"];
type Vessel = Bank["vessels"][number];

const HEIGHT = 330;
const HEAD = 62;
const FOOT = 40;
/** Height of the two lines of words over a tank. */
const WORDS_TALL = 42;
const STAFF = 64;
const GAP = 54;
const LEAST_SLOT = 112;
const LEVEL_LABEL = 124;
const OUTLET_STUB = 14;
/** From the name of an outlet to that of one close above it. */
const OUTLET_LINE = 13;
const LEAST_TALL = 130;
const MOST_WIDE = 1400;
const MOST_DRAWN = 4;

/** A height on the datum. */
export const heightOf = (metres: number, units: Units) => quantity("height", metres, units);

/** Room between two tanks for the bore of their link beside the widths below them; else it has a line of its own. */
const LINK_WORDS_PX = 110;

/** Every tank where it stands, to one scale and on one datum, with what of its water can be used. */
export function BankDrawing({ bank, linked, units }: { bank: Bank; linked: boolean; units: Units }) {
  const [box, shown] = useWidth<HTMLDivElement>();
  const low = Math.min(...bank.vessels.map((each) => each.floor_m));
  const high = Math.max(...bank.vessels.map((each) => each.lid_m), low + 0.1);
  const drawn = bank.vessels.map((vessel) => Math.min(vessel.count, MOST_DRAWN));
  const widths = bank.vessels.map((vessel, i) => vessel.width_m * drawn[i]! + 0.15 * (drawn[i]! - 1));
  const levelled = linked && bank.vessels.length > 1;
  // Where the page is too narrow for a drawing that can be read, the drawing is moved sideways under it.
  const readable = (widths.reduce((sum, each) => sum + each, 0) * LEAST_TALL) / (high - low);
  const beyond = levelled ? LEVEL_LABEL : bank.outlets.length > 0 ? OUTLET_STUB : 8;
  const least = Math.min(readable + STAFF + GAP * bank.vessels.length + beyond, MOST_WIDE);
  const width = shown > 0 ? Math.max(shown, least) : 0;
  const room = width - STAFF - GAP * bank.vessels.length - beyond;
  const scale = Math.max(
    1,
    Math.min(
      (HEIGHT - HEAD - FOOT) / (high - low),
      room /
        Math.max(
          0.1,
          widths.reduce((sum, each) => sum + each, 0),
        ),
    ),
  );
  const y = (metres: number) => HEAD + (high - metres) * scale;
  const slots = widths.map((metres) => Math.max(metres * scale, Math.min(LEAST_SLOT, room / bank.vessels.length)));
  const lefts: number[] = [STAFF + 14];
  for (const slot of slots) lefts.push(lefts.at(-1)! + slot + GAP);
  const foot = y(low);
  const last = bank.vessels.at(-1)?.step ?? 0;
  /** The level which the overflow of the bank allows in a vessel, and the level down to which it is drawn. */
  const topWater = (vessel: Vessel) =>
    linked && vessel.step === last && !vessel.apart
      ? Math.min(bank.overflow_m, vessel.overflow_m)
      : vessel.overflow_m;
  const draw = (vessel: Vessel) =>
    linked && vessel.step === last && !vessel.apart ? Math.max(vessel.floor_m, bank.draw_m) : vessel.outlet_m;
  const unit = axisUnit("length", units).factor;
  const staffStep = roundStep(((high - low) / unit) * (24 / Math.max(foot - y(high), 24)) * 1.2) * unit;
  const ticks: number[] = [];
  for (let at = Math.ceil(low / staffStep - 1e-9) * staffStep; at <= high + 1e-9; at += staffStep) ticks.push(at);
  return (
    <ScrollBox label="The tanks" innerRef={box} style={{ height: foot + FOOT + 12 }}>
      {width > 0 && (
        <svg
          width={width}
          height={foot + FOOT}
          className="block overflow-visible"
          role="img"
          aria-label={`Tanks on one datum: ${bank.vessels
            .map((each) => `${each.name}, ${holds(each, units)}`)
            .join("; ")}`}
        >
          <defs>
            <pattern
              id="below-outlet"
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <path d="M0 0V6" stroke="var(--ink-2)" strokeWidth="1.4" />
            </pattern>
            <pattern id="stranded" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
              <rect width="7" height="7" fill="var(--parched-2)" />
              <path d="M0 0V7" stroke="var(--parched-7)" strokeWidth="2.2" />
            </pattern>
          </defs>
          <text x="0" y="12" className="axis">
            above datum, {axisUnit("length", units).unit}
          </text>
          <path d={`M${STAFF - 8} ${y(high)}V${foot}`} stroke="var(--ink)" strokeWidth="1.4" />
          {ticks.map((at) => (
            <g key={at}>
              <path d={`M${STAFF - 8} ${y(at)}h-6`} stroke="var(--ink)" strokeWidth="1.4" />
              <text x={STAFF - 18} y={y(at) + 4.5} textAnchor="end" className="axis">
                {fixed(Math.abs(at) < 1e-9 ? 0 : at / unit, 1)}
              </text>
            </g>
          ))}
          {levelled && (
            <Level
              at={y(bank.overflow_m)}
              from={STAFF - 8}
              to={lefts.at(-1)! - GAP + 6}
              label={`overflow ${heightOf(bank.overflow_m, units)}`}
            />
          )}
          {bank.vessels.map((vessel, i) => (
            <VesselSection
              key={vessel.id}
              vessel={vessel}
              left={lefts[i]!}
              slot={slots[i]!}
              drawn={drawn[i]!}
              scale={scale}
              y={y}
              topWater={topWater(vessel)}
              level={levelled ? y(bank.overflow_m) : null}
              draw={draw(vessel)}
              units={units}
            />
          ))}
          <Outlets
            placed={bank.outlets.flatMap((outlet) => {
              const at = bank.vessels.findIndex((each) => each.id === outlet.tank_id);
              const right = lefts[at]! + widths[at]! * scale;
              return at < 0 ? [] : [{ x: right, y: y(outlet.at_m), name: outlet.serves }];
            })}
          />
          {bank.vessels.slice(1).map((vessel, i) => {
            const before = bank.vessels[i]!;
            const right = lefts[i]! + before.width_m * scale * drawn[i]! + 0.15 * scale * (drawn[i]! - 1);
            const link = bank.links.find((each) => each.near_id === before.id && each.far_id === vessel.id);
            const from = y(before.floor_m) - 5;
            const to = y(vessel.floor_m) - 5;
            return (
              <g key={vessel.id}>
                {before.step === vessel.step ? (
                  <path
                    d={`M${right} ${from}H${right + 14}V${to}H${lefts[i + 1]!}`}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth="3"
                    strokeDasharray={before.shut_l > 0 || vessel.shut_l > 0 ? "3 5" : undefined}
                  />
                ) : (
                  <path
                    d={`M${right} ${y(before.overflow_m) + 3}H${lefts[i + 1]! - 9}m-7 -5l7 5-7 5`}
                    fill="none"
                    stroke="var(--water-7)"
                    strokeWidth="2.4"
                  />
                )}
                {link && (
                  <text
                    x={(right + lefts[i + 1]!) / 2}
                    y={Math.max(from, to) + (lefts[i + 1]! - right < LINK_WORDS_PX ? 39 : 22)}
                    textAnchor="middle"
                    className="axis"
                  >
                    {pipe(link.bore_mm, units)}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
      )}
    </ScrollBox>
  );
}

function Level(props: { at: number; from: number; to: number; label: string }) {
  return (
    <g>
      <path
        d={`M${props.from} ${props.at}H${props.to}`}
        stroke="var(--water-7)"
        strokeWidth="1.6"
        strokeDasharray="6 4"
      />
      <text x={props.to + 6} y={props.at + 4.5} className="label halo" style={{ fill: "var(--water-7)" }}>
        {props.label}
      </text>
    </g>
  );
}

/** Outlets through a wall, named beside it in the tank; the names of two that are close stand one above the other. */
function Outlets({ placed }: { placed: { x: number; y: number; name: string }[] }) {
  let above = Infinity;
  return [...placed]
    .sort((one, other) => other.y - one.y)
    .map(({ x, y, name }) => {
      above = Math.min(y + 4.5, above - OUTLET_LINE);
      return (
        <g key={name}>
          <path d={`M${x - 5} ${y}h15`} stroke="var(--ink)" strokeWidth="3" />
          <text x={x - 9} y={above} textAnchor="end" className="axis halo">
            {name}
          </text>
        </g>
      );
    });
}

const holds = (vessel: Vessel, units: Units) =>
  vessel.shut_l > 0 ? `shut off, ${volume(vessel.shut_l, units)}` : `${volume(vessel.live_l, units)} usable`;

type SectionProps = {
  vessel: Vessel;
  left: number;
  slot: number;
  drawn: number;
  scale: number;
  y: (metres: number) => number;
  topWater: number;
  /** Where the line of the bank's overflow runs, on the drawing. */
  level: number | null;
  draw: number;
  units: Units;
};

/** One tank in section, or several alike side by side. */
function VesselSection(props: SectionProps) {
  const { vessel, left, slot, drawn, scale, y, topWater, level, draw, units } = props;
  const wide = vessel.width_m * scale;
  const top = y(vessel.lid_m);
  const foot = y(vessel.floor_m);
  const shut = vessel.shut_l > 0;
  // The words over a tank that is lower than the line of the bank's overflow stand above the line, not on it.
  const wordsOver = level !== null && level < top && level > top - WORDS_TALL ? level : top;
  const stranded = vessel.stranded_l > 0.5 && vessel.overflow_m > topWater + 1e-6;
  const letDown = vessel.let_down_l > 0.5 && vessel.overflow_m > topWater + 1e-6;
  return (
    <g>
      {Array.from({ length: drawn }, (_, i) => {
        const x = left + i * (wide + 0.15 * scale);
        return (
          <g key={i}>
            {shut ? (
              <rect
                x={x}
                y={y(vessel.overflow_m)}
                width={wide}
                height={Math.max(0, foot - y(vessel.overflow_m))}
                fill="var(--water-1)"
                stroke="var(--parched-7)"
                strokeDasharray="4 3"
              />
            ) : (
              <>
                <rect
                  x={x}
                  y={y(topWater)}
                  width={wide}
                  height={Math.max(0, y(draw) - y(topWater))}
                  fill="var(--water-3)"
                />
                <path d={`M${x} ${y(topWater)}h${wide}`} stroke="var(--water-7)" strokeWidth="1.4" />
                <rect x={x} y={y(draw)} width={wide} height={Math.max(0, foot - y(draw))} fill="url(#below-outlet)" />
              </>
            )}
            {(stranded || letDown) && (
              <rect
                x={x}
                y={y(vessel.overflow_m)}
                width={wide}
                height={Math.max(0, y(topWater) - y(vessel.overflow_m))}
                fill={letDown ? "var(--water-1)" : "url(#stranded)"}
                stroke={letDown ? "var(--water-7)" : "var(--parched-7)"}
                strokeDasharray={letDown ? "4 3" : undefined}
              />
            )}
            <path
              d={`M${x} ${top}V${foot}H${x + wide}V${top}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2.4"
              strokeLinejoin="round"
            />
            <path d={`M${x + 2} ${top - 2}h${Math.max(0, wide - 4)}`} stroke="var(--ink)" strokeWidth="1" />
          </g>
        );
      })}
      <text x={left} y={wordsOver - 27} className="label halo" fontWeight="650">
        {fit(vessel.count > 1 ? `${vessel.count} × ${vessel.name}` : vessel.name, slot + GAP - 6)}
      </text>
      <text x={left} y={wordsOver - 10} className="axis halo">
        {fit(holds(vessel, units), slot + GAP - 6)}
      </text>
      {(stranded || letDown) && (
        <text
          x={left + 5}
          y={Math.min(y(topWater) + 15, foot - 4)}
          className="label halo"
          fontWeight="650"
          style={letDown ? undefined : { fill: "var(--parched-7)" }}
        >
          {fit(
            letDown ? `${volume(vessel.let_down_l, units)} let down` : `${volume(vessel.stranded_l, units)} stranded`,
            slot + GAP - 12,
          )}
        </text>
      )}
      <text x={left} y={foot + 17} className="axis">
        {fit(`${write("length", units, vessel.width_m)} wide`, slot + GAP - 6)}
      </text>
    </g>
  );
}
