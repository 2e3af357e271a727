import { scaleLinear } from "d3-scale";
import { Slider } from "radix-ui";
import type { Plan, SizingMethod } from "../../api/client";
import { resize } from "../../document/edits";
import { useDocument, usePlan } from "../../document/shown";
import { useHandle } from "../../document/useHandle";
import { useSaved } from "../../document/workbench";
import { nudgeStep, volume, volumeTick, volumeTicks, volumeUnit, write } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { yearTicks } from "../../ui/yearTicks";

const HEIGHT = 198;
const TOP = 16;
const FOOT = 150;
const LEFT = 32;
const RIGHT = 14;

/** Security over size, with the tank as a handle on its axis and, where asked, the methods as letters on the curve. */
export function SizeCurve({ methods = [] }: { methods?: SizingMethod[] }) {
  const saved = useSaved();
  const plan = usePlan("cistern", "tank_l");
  const { units, cistern: entered } = useDocument("units", "cistern");
  const [box, width] = useWidth<HTMLDivElement>();
  const {
    held: dragged,
    move,
    keepAfterPause,
  } = useHandle((litres) => `Tank size ${write("volume", units, litres)}`, resize);
  const wanted = (litres: number) => Math.max(litres, entered.fire_reserve_l);
  // The axis stays put while the handle moves on it.
  const curve = (dragged === null ? plan : saved.plan).cistern!.curve;
  const cistern = plan.cistern!;
  const tank = dragged ?? plan.tank_l;
  const held = plan.tank_l - cistern.live_l;
  const reach = curve.tank_l.at(-1)!;
  const counted = Math.max(cistern.counted_years, 1);
  const plotWidth = Math.max(width - LEFT - RIGHT, 50);
  const x = scaleLinear([0, reach], [LEFT, LEFT + plotWidth]);
  const y = scaleLinear([0, counted], [FOOT, TOP]);
  // A step stays a step: years carried is a count.
  const steps = curve.years_carried
    .map((years, i) => (i ? `H${x(curve.tank_l[i]!).toFixed(1)}V${y(years).toFixed(1)}` : `M${x(0)} ${y(years)}`))
    .join("");
  const step = nudgeStep("volume", units, reach) / (units === "us" ? 1 : reach > 20_000 ? 2 : 10);

  const needed = cistern.figures["smallest_no_short_day_l"]!.value;
  const handleX = x(Math.min(tank, reach));
  return (
    <section aria-label="Size and security">
      <h2 className="heading">
        Size and security{" "}
        <span className="head-note">
          {cistern.first_filling
            ? "More tank only spends its first filling longer."
            : needed === null
              ? "No size has no dry day with this start."
              : `No dry day at all needs ${volume(needed, units)}.`}
        </span>
      </h2>
      <div ref={box} className="relative" style={{ height: HEIGHT }}>
        {width > 0 && (
          <>
            <svg
              width={width}
              height={HEIGHT}
              className="overflow-visible"
              role="img"
              aria-label="Years carried over tank size"
            >
              {yearTicks(counted).map(({ at: years }) => (
                <g key={years}>
                  <path d={`M${LEFT} ${y(years)}H${LEFT + plotWidth}`} stroke="var(--rule)" strokeWidth="1" />
                  <text x={LEFT - 6} y={y(years) + 4.5} textAnchor="end" className="axis">
                    {years}
                  </text>
                </g>
              ))}
              <text x={LEFT + 4} y={TOP - 4} className="axis halo">
                years carried
              </text>
              {held > 0 && <HeldBack width={x(held) - LEFT} />}
              <path d={`M${LEFT} ${FOOT}H${LEFT + plotWidth}`} stroke="var(--ink)" strokeWidth="1.3" />
              <path d={steps} fill="none" stroke="var(--water-7)" strokeWidth="2.6" />
              {volumeTicks(reach, units).map((tick) => (
                <g key={tick}>
                  <path d={`M${x(tick)} ${FOOT}v5`} stroke="var(--ink)" />
                  {Math.abs(x(tick) - handleX) > 44 + 4.6 * write("volume", units, tank).length && (
                    <text x={x(tick)} y={FOOT + 19} textAnchor="middle" className="axis">
                      {volumeTick(tick, units)}
                    </text>
                  )}
                </g>
              ))}
              <text x={LEFT + plotWidth + RIGHT} y={FOOT + 44} textAnchor="end" className="axis">
                tank, {volumeUnit(units)}
              </text>
              {needed !== null && !cistern.first_filling && (
                <path
                  d={`M${x(needed)} ${y(counted) - 5}l5 5-5 5-5-5z`}
                  fill="var(--sheet)"
                  stroke="var(--water-7)"
                  strokeWidth="2"
                />
              )}
              <path d={`M${handleX} ${TOP - 6}V${FOOT}`} stroke="var(--ink)" strokeWidth="2" />
              <Letters methods={methods} reach={reach} x={x} y={y} />
              {methods.length === 0 && (
                <Reading cistern={cistern} handleX={handleX} right={LEFT + plotWidth + RIGHT} y={y(counted * 0.36)} />
              )}
            </svg>
            <Slider.Root
              className="absolute touch-none select-none"
              style={{ left: LEFT, width: plotWidth, top: FOOT - 4, height: 44 }}
              min={0}
              max={reach}
              step={step}
              value={[Math.min(tank, reach)]}
              onValueChange={([litres]) => move(wanted(litres!))}
              onValueCommit={([litres]) => keepAfterPause(wanted(litres!))}
            >
              <Slider.Track className="absolute inset-0 block" />
              <Handle words={write("volume", units, tank)} />
            </Slider.Root>
          </>
        )}
      </div>
    </section>
  );
}

/** What of the tank the house cannot draw, hatched from the left. */
function HeldBack({ width }: { width: number }) {
  return (
    <>
      <rect x={LEFT} y={FOOT - 8} width={width} height="8" fill="url(#held-hatch)" />
      <defs>
        <pattern id="held-hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V5" stroke="var(--ink-2)" strokeWidth="1.4" />
        </pattern>
      </defs>
    </>
  );
}

type Scale = (value: number) => number;

function Letters({ methods, reach, x, y }: { methods: SizingMethod[]; reach: number; x: Scale; y: Scale }) {
  return lettersOn(methods, reach, x, y).map(({ letter, cx, cy, label, key }) => (
    <g key={key}>
      <path d={`M${cx} ${cy}L${label.x} ${label.y}`} stroke="var(--ink-2)" strokeWidth="1" />
      <circle cx={cx} cy={cy} r="3.4" fill="var(--ink)" stroke="var(--sheet)" strokeWidth="1.2" />
      <circle cx={label.x} cy={label.y} r="9" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.3" />
      <text x={label.x} y={label.y + 4.6} textAnchor="middle" className="label" fontWeight="700">
        {letter}
      </text>
    </g>
  ));
}

/** Years carried and dry days, right of the handle; without room there, in the empty corner above the rising curve. */
function Reading(props: { cistern: NonNullable<Plan["cistern"]>; handleX: number; right: number; y: number }) {
  const { cistern, handleX } = props;
  const { household } = useDocument("household");
  const { curve } = cistern;
  const counted = Math.max(cistern.counted_years, 1);
  const inCorner = props.right - handleX < 112;
  const cornerTaken = (curve.years_carried[Math.floor(curve.tank_l.length * 0.4)] ?? 0) > counted * 0.5;
  const anchor = inCorner && cornerTaken ? "end" : "start";
  const at =
    inCorner && !cornerTaken
      ? { x: LEFT + 8, y: TOP + 26 }
      : { x: anchor === "end" ? handleX - 8 : handleX + 8, y: props.y };
  return (
    <>
      <text {...at} textAnchor={anchor} className="label halo" fontWeight="650" data-testid="handle-reading">
        {cistern.rain_alone_years_carried} of {cistern.counted_years} years
      </text>
      <text x={at.x} y={at.y + 18} textAnchor={anchor} className="label halo">
        {household.back_up.kind !== "none"
          ? "on rain alone"
          : `${(cistern.figures["short_d"]!.value ?? 0).toLocaleString("en-US")} dry days`}
      </text>
    </>
  );
}

function Handle({ words }: { words: string }) {
  return (
    <Slider.Thumb asChild aria-label="Tank size" aria-valuetext={words}>
      <span className="group block h-11 w-px outline-none">
        <span className="absolute -inset-y-2 left-1/2 w-24 -translate-x-1/2 cursor-ew-resize" />
        <span className="pointer-events-none absolute top-1.5 left-1/2 flex h-8 -translate-x-1/2 items-center gap-1.5 rounded-full bg-ink px-3 font-semibold whitespace-nowrap text-sheet group-focus-visible:outline-[2.5px] group-focus-visible:outline-offset-2 group-focus-visible:outline-water-7">
          <Chevron way={-1} />
          {words}
          <Chevron way={1} />
        </span>
      </span>
    </Slider.Thumb>
  );
}

/** Where each method's letter goes: on the curve where it has room, else beside it on a leader. */
function lettersOn(
  methods: SizingMethod[],
  reach: number,
  x: (litres: number) => number,
  y: (years: number) => number,
) {
  const placed: { x: number; y: number }[] = [];
  const underAxisWords = (at: { x: number; y: number }) => at.y < TOP + 8 && at.x < LEFT + 110;
  const free = (at: { x: number; y: number }) =>
    placed.every((other) => Math.hypot(other.x - at.x, other.y - at.y) >= 22) &&
    at.y > 4 &&
    at.y < FOOT - 8 &&
    !underAxisWords(at);
  return methods.flatMap((method) => {
    if (method.tank_l === null || method.carried === null || method.tank_l > reach) return [];
    const cx = x(method.tank_l);
    const cy = y(method.carried);
    const tries = [18, 28, 40, 54, 68, 84].flatMap((far) =>
      [-55, -35, -80, 125, 145, 100, 35].map((angle) => ({
        x: Math.max(10, cx + far * Math.cos((angle * Math.PI) / 180)),
        y: cy + far * Math.sin((angle * Math.PI) / 180),
      })),
    );
    const label = tries.find(free) ?? tries[0]!;
    placed.push(label, { x: cx, y: cy });
    return [{ key: method.key, letter: method.letter, cx, cy, label }];
  });
}

function Chevron({ way }: { way: 1 | -1 }) {
  return (
    <svg width="7" height="12" aria-hidden="true" style={{ transform: `scaleX(${way})` }}>
      <path d="M1 1l5 5-5 5" fill="none" stroke="currentColor" strokeWidth="1.8" />
    </svg>
  );
}
