import { scaleLinear } from "d3-scale";
import { useDocument } from "../../document/shown";
import { area, metres, rate, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import type { SupplyBeside, Together } from "./onSupplies";

const WIDTH = 1072;
const LEFT = 64;
const TOP = 92;
const TANKS = 190;
const FOOT = 54;
/** One below the other, each who helps whom. */
const HELP = 24;
const MOST_LETTERS = 52;

/** All supplies in section over one datum: the roofs above, the tanks at their heights with the least water that they
 * held, below them whom they serve, and between them what is pumped and who helps whom. */
export function SitePicture({ together }: { together: Together }) {
  const { units, transfers } = useDocument("units", "transfers");
  const { supplies, uses } = together;
  const low = Math.min(0, ...supplies.map(({ floor_m }) => floor_m));
  const high = Math.max(1, ...supplies.map(({ overflow_m }) => overflow_m));
  const y = scaleLinear([low, high], [TOP + TANKS, TOP]).nice(4);
  const column = (WIDTH - LEFT) / supplies.length;
  const middle = (row: number) => LEFT + column * (row + 0.5);
  const most = Math.max(...supplies.map(({ tank_l }) => tank_l), 1);
  const wide = (litres: number) => Math.max(34, (column - 96) * Math.sqrt(litres / most));
  const rowOf = (id: string) => supplies.findIndex((each) => each.id === id);
  const ways = transfers.map((way) => ({ ...way, from: rowOf(way.source), into: rowOf(way.to) }));
  const helped = uses.flatMap(({ name, by, then }) => (then ? [{ name, from: rowOf(then), into: rowOf(by) }] : []));
  const height = TOP + TANKS + FOOT + HELP * helped.length;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      width={WIDTH}
      height={height}
      className="max-w-none text-small"
      role="img"
      aria-label={said(
        together,
        units,
        ways.map(
          ({ from, into, l_day }) =>
            `${supplies[from]?.name} gives ${supplies[into]?.name} at most ${rate(l_day, units)}`,
        ),
      )}
    >
      <defs>
        <marker
          id="feeds"
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerUnits="userSpaceOnUse"
          markerWidth="11"
          markerHeight="11"
          orient="auto"
        >
          <path d="M0 0L8 4L0 8z" fill="var(--water-7)" />
        </marker>
      </defs>
      {y.ticks(4).map((level) => (
        <g key={level}>
          <path d={`M${LEFT - 6} ${y(level)}H${WIDTH}`} stroke="var(--rule)" strokeWidth={level === 0 ? 1.5 : 1} />
          <text x={LEFT - 10} y={y(level) + 4} textAnchor="end" fill="var(--ink-2)" fontSize="13">
            {metres(level, units)}
          </text>
        </g>
      ))}
      {supplies.map((each, row) => (
        <OneSupply
          key={each.id}
          supply={each}
          units={units}
          x={middle(row)}
          width={wide(each.tank_l)}
          top={y(each.overflow_m)}
          foot={y(each.floor_m)}
          room={column - 20}
        />
      ))}
      {ways.map((way, number) => (
        <Way
          key={way.id}
          from={middle(way.from) + (way.into > way.from ? 1 : -1) * (wide(supplies[way.from]!.tank_l) / 2)}
          to={middle(way.into) + (way.into > way.from ? -1 : 1) * (wide(supplies[way.into]!.tank_l) / 2)}
          fromY={(y(supplies[way.from]!.floor_m) + y(supplies[way.from]!.overflow_m)) / 2}
          toY={y(supplies[way.into]!.overflow_m) + 8 + 14 * number}
          label={`at most ${rate(way.l_day, units)}`}
        />
      ))}
      {helped.map(({ name, from, into }, row) => (
        <Way
          key={name}
          dashed
          from={middle(from) + (into > from ? 1 : -1) * 60}
          to={middle(into) + (into > from ? -1 : 1) * 60}
          fromY={TOP + TANKS + FOOT + HELP * row + 14}
          toY={TOP + TANKS + FOOT + HELP * row + 14}
          label={`helps with ${name}`}
        />
      ))}
    </svg>
  );
}

const cut = (text: string, letters: number) => (text.length > letters ? `${text.slice(0, letters - 1)}…` : text);

function OneSupply(props: {
  supply: SupplyBeside;
  units: Units;
  x: number;
  width: number;
  top: number;
  foot: number;
  room: number;
}) {
  const { supply, units, x, width, top, foot, room } = props;
  const letters = Math.min(MOST_LETTERS, Math.floor(room / 7));
  const high = Math.max(6, foot - top);
  const share = supply.lowest_l == null || !supply.live_l ? null : Math.min(1, supply.lowest_l / supply.live_l);
  const half = Math.min(room / 2, 90);
  return (
    <g>
      <text x={x} y={18} textAnchor="middle" fontWeight="650" className="head" fontSize="16.5" fill="var(--ink)">
        {cut(supply.name, Math.floor(room / 9))}
      </text>
      <text x={x} y={38} textAnchor="middle" fontSize="13.5" fill="var(--ink-2)">
        {supply.roofs.length ? cut(`${area(supply.area_m2, units)}: ${supply.roofs.join(", ")}`, letters) : "no roof"}
      </text>
      {supply.roofs.length > 0 && (
        <>
          <path d={`M${x - half} 62L${x} 46L${x + half} 62`} fill="none" stroke="var(--ink)" strokeWidth="2" />
          <path d={`M${x} 62V${top - 3}`} stroke="var(--water-7)" strokeWidth="2.5" markerEnd="url(#feeds)" />
        </>
      )}
      <rect x={x - width / 2} y={top} width={width} height={high} fill="var(--water-1)" />
      {share !== null && (
        <rect x={x - width / 2} y={foot - high * share} width={width} height={high * share} fill="var(--water-5)" />
      )}
      <path
        d={`M${x - width / 2} ${top - 5}V${foot}H${x + width / 2}V${top - 5}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text x={x} y={TOP + TANKS + 22} textAnchor="middle" fontSize="13.5" fill="var(--ink)">
        {volume(supply.tank_l, units)}
        {share !== null && `, least held ${volume(supply.lowest_l!, units)}`}
      </text>
      <text x={x} y={TOP + TANKS + 42} textAnchor="middle" fontSize="13.5" fill="var(--ink)">
        {supply.serves.length ? cut(`to ${supply.serves.join(", ")}`, letters) : "serves nothing by itself"}
      </text>
    </g>
  );
}

function Way(props: { from: number; to: number; fromY: number; toY: number; label: string; dashed?: boolean }) {
  const { from, to, fromY, toY, label, dashed } = props;
  const bend = (from + to) / 2;
  return (
    <g>
      <path
        d={`M${from} ${fromY}C${bend} ${fromY} ${bend} ${toY} ${to} ${toY}`}
        fill="none"
        stroke="var(--water-7)"
        strokeWidth="2"
        strokeDasharray={dashed ? "5 4" : undefined}
        markerEnd="url(#feeds)"
      />
      <text
        x={bend}
        y={Math.min(fromY, toY) - 6}
        textAnchor="middle"
        fontSize="13"
        fill="var(--water-7)"
        stroke="var(--sheet)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {label}
      </text>
    </g>
  );
}

function said({ supplies, uses }: Together, units: Units, ways: string[]): string {
  const each = supplies.map(
    ({ name, area_m2, tank_l, serves }) =>
      `${name}: ${area(area_m2, units)} of roof into ${volume(tank_l, units)}, serves ${serves.join(", ") || "nothing"}`,
  );
  const helps = uses.flatMap(({ name, then }) =>
    then ? [`${supplies.find(({ id }) => id === then)?.name} helps with ${name}`] : [],
  );
  return [...each, ...ways, ...helps].join(". ");
}
