import type { StartingPoint } from "../../api/client";

const WIDE = 184;
const TALL = 104;
const EARTH = 14;
/** The end of a house that every layout is drawn beside, so that their sizes can be compared. [m] */
const HOUSE = { wide: 1.1, eave: 2.6, ridge: 3.5 };
const GAP = 0.5;
const MOST_DRAWN = 3;

type Vessel = StartingPoint["vessels"][number];

/** A layout beside the end of a house, to scale: where its tanks stand, how large they are, and what carries them. */
export function LayoutPicture({ point }: { point: StartingPoint }) {
  const drawn = point.vessels.flatMap((vessel) => Array<Vessel>(Math.min(vessel.count, MOST_DRAWN)).fill(vessel));
  const along = HOUSE.wide + drawn.reduce((sum, each) => sum + GAP + each.width_m, 0) + GAP + 0.6;
  const high = Math.max(HOUSE.ridge, ...drawn.map((each) => each.floor_m + each.height_m));
  const low = Math.min(0, ...drawn.map((each) => each.floor_m));
  const scale = Math.min(WIDE / along, (TALL - EARTH) / (high - low));
  const ground = TALL - EARTH + low * scale;
  const x = (metres: number) => metres * scale;
  const y = (metres: number) => ground - metres * scale;
  const first = drawn[0]!;
  const lefts = drawn.map((_, i) =>
    drawn.slice(0, i).reduce((sum, each) => sum + each.width_m + GAP, HOUSE.wide + GAP),
  );
  const last = drawn.at(-1)!;
  const end = lefts.at(-1)! + last.width_m;
  const inlet = Math.min(first.floor_m + first.height_m, HOUSE.eave - 0.2);
  return (
    <svg viewBox={`0 0 ${WIDE} ${TALL}`} className="block h-auto w-full" aria-hidden="true">
      <rect y={ground} width={WIDE} height={TALL - ground} fill="var(--earth-2)" />
      <path d={`M0 ${y(HOUSE.eave)}V${ground}H${x(HOUSE.wide)}V${y(HOUSE.eave)}z`} fill="var(--sheet)" />
      <path
        d={`M${x(HOUSE.wide)} ${ground}V${y(HOUSE.eave)}M0 ${y(HOUSE.ridge)}L${x(HOUSE.wide + 0.25)} ${y(HOUSE.eave - 0.15)}`}
        stroke="var(--ink)"
        strokeWidth="1.6"
        fill="none"
      />
      {drawn.map((vessel, i) => (
        <DrawnVessel key={i} vessel={vessel} left={x(lefts[i]!)} scale={scale} y={y} ground={ground} />
      ))}
      <path
        d={`M${x(HOUSE.wide + 0.2)} ${y(HOUSE.eave - 0.15)}V${y(inlet)}H${x(lefts[0]! + Math.min(0.3, first.width_m / 2))}`}
        stroke="var(--water-7)"
        strokeWidth="2"
        fill="none"
      />
      <path d={`M0 ${ground}H${WIDE}`} stroke="var(--ink)" strokeWidth="1.6" />
      <WaterOut y={y} from={x(end)} last={last} pumped={point.pumped} />
    </svg>
  );
}

function DrawnVessel(props: {
  vessel: Vessel;
  left: number;
  scale: number;
  y: (metres: number) => number;
  ground: number;
}) {
  const { vessel, left, y, ground } = props;
  const wide = vessel.width_m * props.scale;
  const foot = y(vessel.floor_m);
  const top = y(vessel.floor_m + vessel.height_m);
  return (
    <g stroke="var(--ink)" strokeWidth="1.4">
      {vessel.floor_m > 0 && vessel.base === "plinth" && (
        <rect x={left - 1} y={foot} width={wide + 2} height={ground - foot} fill="var(--earth-3)" />
      )}
      {vessel.floor_m > 0 && vessel.base === "roof" && (
        <rect x={left - 8} y={foot} width={wide + 16} height={ground - foot} fill="var(--sheet)" />
      )}
      {vessel.floor_m > 0 && vessel.base === "stand" && (
        <path d={`M${left} ${foot}V${ground}M${left + wide} ${foot}V${ground}`} />
      )}
      <rect x={left} y={top} width={wide} height={foot - top} fill="var(--sheet)" />
      <rect
        x={left}
        y={y(vessel.water_m)}
        width={wide}
        height={Math.max(0, foot - y(vessel.water_m))}
        fill="var(--water-3)"
        stroke="none"
      />
      {vessel.kind === "pit" && <Stones left={left} top={top} wide={wide} tall={foot - top} />}
      <rect x={left} y={top} width={wide} height={foot - top} fill="none" />
    </g>
  );
}

function Stones(props: { left: number; top: number; wide: number; tall: number }) {
  const across = Math.max(1, Math.floor(props.wide / 7));
  const down = Math.max(1, Math.floor(props.tall / 7));
  return (
    <g fill="var(--ink-2)" stroke="none">
      {Array.from({ length: across * down }, (_, i) => (
        <circle
          key={i}
          cx={props.left + ((i % across) + 0.5) * (props.wide / across)}
          cy={props.top + (Math.floor(i / across) + 0.5) * (props.tall / down)}
          r="1.7"
        />
      ))}
    </g>
  );
}

/** How the water leaves: a pump, or a tap below the tank. */
function WaterOut(props: { y: (metres: number) => number; from: number; last: Vessel; pumped: boolean }) {
  const out = Math.min(props.y(props.last.floor_m + 0.15), props.y(-0.1) + 8);
  const at = Math.min(props.from + 16, WIDE - 9);
  return (
    <g stroke="var(--water-7)" strokeWidth="1.8" fill="none">
      <path d={`M${props.from} ${out}H${at}${props.pumped ? "" : `V${Math.min(out + 9, props.y(0) - 1)}`}`} />
      {props.pumped && <circle cx={at} cy={out} r="5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />}
    </g>
  );
}
