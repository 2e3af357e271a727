import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { metres } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const TALL = 250;
const TOP = 22;
const FOOT = 22;
/** Room for the names of the heights. */
const LABELS = 152;

/** How far over the full water a pipe leaves a tank whose lid nobody has measured. */
const OVER_LID_M = 0.3;

/** Heights of water, pump and tap to one scale: what has to be sucked up, and what has to be lifted. */
export function LiftSection() {
  const document = useDocument("levels", "pump", "units");
  const plan = usePlan("pump");
  const { units, levels } = document;
  const { heights } = plan.pump;
  const [box, shown] = useWidth<HTMLDivElement>();
  const width = Math.max(shown, 320);
  const { feed, stands } = document.pump;
  const byHand = feed === "hand";
  const submerged = (feed === "pump" || feed === "header") && stands === "submerged";
  const tapM = byHand ? null : heights.tap_m;
  const known = [
    heights.lowest_m,
    heights.full_m,
    heights.pump_m,
    heights.over_rim_m,
    tapM,
    heights.float_m,
    heights.ground_m,
  ]
    .filter((each) => each !== null)
    .map(Number);
  const low = Math.min(...known) - 0.4;
  const high = Math.max(...known) + 0.4;
  const y = scaleLinear([low, high], [TALL - FOOT, TOP]);
  const labelX = width - LABELS;
  const tapX = labelX - 34;
  const tank = { left: 12, right: tapX * 0.3 };
  const drawnX = (tank.left + tank.right) / 2;
  const pumpX = tapX * 0.48;
  const headerX = tapX * 0.76;
  const pump = submerged ? heights.lowest_m : (heights.pump_m ?? heights.lowest_m);
  const header = heights.header_m !== null && heights.float_m !== null;
  const pumped = feed !== "gravity";
  // A hose from a float over the rim, a pump in the water, a hand pump on the lid: none goes through the wall.
  const over = heights.over_rim_m ?? (submerged || byHand ? heights.full_m + OVER_LID_M : null);
  const up = header ? headerX : tapX;
  const marks = spread(
    [
      { at: tapM, name: "highest tap" },
      { at: heights.over_rim_m, name: "top of the suction" },
      { at: heights.header_m, name: "header’s outlet" },
      { at: heights.full_m, name: "full" },
      { at: heights.lowest_m, name: "lowest water" },
      { at: heights.pump_m, name: byHand ? "hand pump" : submerged ? "its switch" : pumped ? "pump" : "" },
    ].filter((mark) => mark.at !== null && mark.name) as { at: number; name: string }[],
    y,
  );
  return (
    <section aria-label="Heights">
      <h2 className="heading">
        From the water to the {byHand ? "spout" : "tap"}
        <span className="head-note">heights to scale, over the {levels.datum}</span>
      </h2>
      <div ref={box} className="relative" style={{ height: TALL }}>
        {shown > 0 && (
          <svg
            width={width}
            height={TALL}
            className="block"
            role="img"
            aria-label={marks.map((mark) => `${mark.name} ${metres(mark.at, units)}`).join(", ")}
          >
            <path
              d={`M0 ${y(heights.ground_m)}H${labelX - 14}V${TALL}H0z`}
              fill="var(--earth-1)"
              opacity="0.55"
              stroke="none"
            />
            <path d={`M0 ${y(heights.ground_m)}H${labelX - 14}`} stroke="var(--ink-2)" />
            <rect
              x={tank.left}
              y={y(heights.full_m)}
              width={tank.right - tank.left}
              height={Math.max(0, y(heights.lowest_m) - y(heights.full_m))}
              fill="var(--water-3)"
              opacity="0.6"
            />
            <path
              d={`M${tank.left} ${y(heights.full_m) - 8}V${y(heights.lowest_m) + 8}H${tank.right}V${y(heights.full_m) - 8}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <path
              d={
                !pumped
                  ? `M${tank.right} ${y(heights.lowest_m)}H${tapX}V${y(tapM ?? heights.lowest_m)}`
                  : over === null
                    ? `M${tank.right} ${y(heights.lowest_m)}H${pumpX}V${y(pump)}`
                    : `M${drawnX} ${y(heights.lowest_m)}V${y(over)}H${pumpX}V${y(submerged ? over : pump)}`
              }
              fill="none"
              stroke="var(--water-7)"
              strokeWidth="3.5"
            />
            {byHand && <HandPumpMark x={pumpX} y={y(pump)} />}
            {pumped && !byHand && (
              <>
                <path
                  d={`M${pumpX} ${y(submerged ? over! : pump)}H${up}V${y(header ? heights.float_m! : (tapM ?? pump))}`}
                  fill="none"
                  stroke="var(--water-7)"
                  strokeWidth="3.5"
                />
                <PumpMark x={submerged ? drawnX : pumpX} y={y(pump)} />
              </>
            )}
            {header && (
              <>
                <path
                  d={`M${headerX - 22} ${y(heights.float_m!) - 6}V${y(heights.header_m!) + 4}H${headerX + 22}V${y(heights.float_m!) - 6}`}
                  fill="var(--water-3)"
                  stroke="var(--ink)"
                  strokeWidth="1.8"
                />
                <path
                  d={`M${headerX + 22} ${y(heights.header_m!)}H${tapX}V${y(tapM ?? heights.header_m!)}`}
                  fill="none"
                  stroke="var(--water-7)"
                  strokeWidth="3.5"
                />
              </>
            )}
            {tapM !== null && (
              <path d={`M${tapX - 3} ${y(tapM)}h16v9`} fill="none" stroke="var(--ink)" strokeWidth="3" />
            )}
            {marks.map((mark) => (
              <g key={mark.name}>
                <path
                  d={`M${tapX + 22} ${y(mark.at)}L${labelX - 8} ${mark.label}h5`}
                  fill="none"
                  stroke="var(--rule)"
                />
                <text x={labelX} y={mark.label + 4.5} className="axis halo">
                  {mark.name} <tspan fontWeight="650">{metres(mark.at, units)}</tspan>
                </text>
              </g>
            ))}
          </svg>
        )}
      </div>
    </section>
  );
}

function PumpMark({ x, y }: { x: number; y: number }) {
  return (
    <>
      <circle cx={x} cy={y} r="11" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.8" />
      <path d={`M${x - 5} ${y - 6}l10 6-10 6z`} fill="var(--ink)" />
    </>
  );
}

/** Its body, its spout and its lever. */
function HandPumpMark({ x, y }: { x: number; y: number }) {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="2.4">
      <rect x={x - 6} y={y - 14} width="12" height="26" fill="var(--sheet)" />
      <path d={`M${x + 6} ${y - 4}h14v8`} />
      <path d={`M${x} ${y - 14}v-7M${x + 10} ${y - 26}L${x - 26} ${y - 10}`} />
    </g>
  );
}

/** Keeps labels a line apart, from the top down. */
function spread(marks: { at: number; name: string }[], y: (m: number) => number) {
  let highest = -Infinity;
  return [...marks]
    .sort((a, b) => b.at - a.at)
    .map((mark) => {
      const label = Math.max(y(mark.at), highest + 17);
      highest = label;
      return { ...mark, label };
    });
}
