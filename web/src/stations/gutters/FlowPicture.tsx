import type { Plan } from "../../api/client";
import { flow as flowText } from "../../lib/units";
import type { Units } from "../../lib/units";
import { twoLines } from "../../ui/fit";
import { useWidth } from "../../ui/useWidth";
import { gatesOf, laneLayout } from "./flowLanes";
import type { Drained, Gate } from "./flowLanes";
import { ScrollBox } from "../../ui/ScrollBox";

export type Place = Plan["gutters"]["places"][number];

const LANE = 74;
const TOP = 40;
const LEAST = 700;
const JAW = 11;
const MOST = 52;

/** What flows and spills now, by the key of a place; where it is missing, the design downpour stands. */
export type Playing = { flow: (key: string) => number; spill: (key: string) => number };

/** The downpour on its way, each place a gate as wide as it can take, the water in it as wide as the inflow. */
export function FlowPicture(props: {
  document: Drained;
  places: Place[];
  overflow: Place;
  tightest: string | null;
  selected: string | null;
  onSelect: (key: string) => void;
  units: Units;
  playing?: Playing;
}) {
  const { units } = props;
  const [box, shown] = useWidth<HTMLDivElement>();
  const width = Math.max(shown, LEAST);
  const lanes = laneLayout(props.document, props.places);
  const columns = gatesOf(props.document, props.places, props.overflow, lanes, props.playing);
  const most = Math.max(...columns.flatMap((column) => column.gates.map((gate) => gate.flow + gate.spill)), 0.1);
  const pxALitre = MOST / most;
  const left = 132;
  const gap = (width - left - 74) / Math.max(columns.length - 1, 1);
  const x = (column: number) => left + column * gap;
  const y = (lane: number) => TOP + lane * LANE + LANE / 2;
  const height = TOP + Math.max(lanes.length, 1) * LANE + 8;
  return (
    <ScrollBox label="The downpour on its way" innerRef={box}>
      {shown > 0 && (
        <svg width={width} height={height} className="block" role="group" aria-label="The downpour on its way">
          {lanes.flatMap((lane) =>
            twoLines(lane.name, 116).map((line, row, all) => (
              <text
                key={`${lane.key}-${row}`}
                x="0"
                y={y(lane.at) + 5 + (row - (all.length - 1) / 2) * 16}
                className="label"
                fontWeight="600"
              >
                {line}
              </text>
            )),
          )}
          {columns.map((column, i) => (
            <text key={column.name} x={x(i)} y="16" textAnchor="middle" className="axis" fontWeight="600">
              {column.name}
            </text>
          ))}
          {columns.flatMap((column, i) =>
            column.gates.flatMap((gate) =>
              gate.from.map((from) => {
                const start = columns[from.column]!.gates.find((each) => each.key === from.key);
                const sx = from.column < 0 || !start ? left - 10 : x(from.column);
                const sy = start ? y(start.lane) : y(gate.lane);
                const wide = Math.max(from.flow * pxALitre, from.flow > 0.001 ? 1 : 0);
                const mid = (sx + x(i)) / 2;
                return (
                  <path
                    key={`${gate.key}-${from.key}`}
                    d={`M${sx} ${sy}C${mid} ${sy} ${mid} ${y(gate.lane)} ${x(i)} ${y(gate.lane)}`}
                    fill="none"
                    stroke="var(--water-3)"
                    strokeWidth={wide}
                  />
                );
              }),
            ),
          )}
          {columns[0]!.gates.map((gate) => (
            <path
              key={gate.key}
              d={`M${left - 14} ${y(gate.lane)}H${x(0)}`}
              stroke="var(--water-3)"
              strokeWidth={Math.max(1, (gate.flow + gate.spill) * pxALitre)}
            />
          ))}
          {columns.flatMap((column, i) =>
            column.gates.map((gate) => (
              <GateMark
                key={gate.key}
                gate={gate}
                x={x(i)}
                y={y(gate.lane)}
                pxALitre={pxALitre}
                units={units}
                selected={gate.key === props.selected}
                tightest={!props.playing && gate.key === props.tightest}
                onSelect={() => props.onSelect(gate.key)}
              />
            )),
          )}
        </svg>
      )}
    </ScrollBox>
  );
}

function GateMark(props: {
  gate: Gate;
  x: number;
  y: number;
  pxALitre: number;
  units: Units;
  selected: boolean;
  tightest: boolean;
  onSelect: () => void;
}) {
  const { gate, x, y, pxALitre, units } = props;
  const open = Math.min(Math.max(gate.capacity * pxALitre, 2), MOST + 6);
  const spills = gate.spill > 0.005;
  const inflow = flowText(gate.flow + gate.spill, units).replace(/ .*/, "");
  const capacity = flowText(gate.capacity, units).replace(/ .*/, "");
  const half = LANE / 2 - 16;
  const jaw = Math.max(2, half - open / 2);
  const colour = spills ? "var(--alarm)" : props.tightest ? "var(--parched-7)" : "var(--ink)";
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={props.selected}
      aria-label={`${gate.name}, ${inflow}${gate.known ? ` of ${capacity}` : ""}: inflow ${flowText(gate.flow + gate.spill, units)}${
        gate.known ? `, capacity ${flowText(gate.capacity, units)}` : ""
      }${spills ? `, spills ${flowText(gate.spill, units)}` : ""}`}
      className="gate"
      onClick={props.onSelect}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        props.onSelect();
      }}
    >
      <rect
        x={x - 26}
        y={y - LANE / 2 + 2}
        width="52"
        height={LANE - 4}
        fill={props.selected ? "var(--water-1)" : "transparent"}
        opacity="0.55"
      />
      {gate.known && (
        <path
          d={`M${x - JAW / 2} ${y - half}h${JAW}v${jaw}h${-JAW}zM${x - JAW / 2} ${y + half}h${JAW}v${-jaw}h${-JAW}z`}
          fill={colour}
        />
      )}
      {!gate.known && (
        <path d={`M${x} ${y - half}V${y + half}`} stroke="var(--ink-2)" strokeDasharray="3 3" strokeWidth="1.4" />
      )}
      {gate.flow > 0.001 && (
        <path
          d={`M${x - JAW / 2 - 3} ${y}h${JAW + 6}`}
          stroke={spills ? "var(--water-7)" : "var(--water-5)"}
          strokeWidth={Math.max(1.5, Math.min(gate.flow * pxALitre, open))}
        />
      )}
      {spills && (
        <path
          d={`M${x - 9} ${y + half - 4}c-8 4 -8 12 -8 16m-4 -5l4 6 4 -6`}
          fill="none"
          stroke="var(--alarm)"
          strokeWidth="2.4"
        />
      )}
      <text
        x={x}
        y={y - half - 4}
        textAnchor="middle"
        className="axis halo"
        style={{ fill: spills ? "var(--alarm)" : "var(--ink)" }}
        fontWeight="600"
      >
        {inflow}
        {gate.known && (
          <tspan fontWeight="430" style={{ fill: "var(--ink-2)" }}>
            {" "}
            of {capacity}
          </tspan>
        )}
      </text>
    </g>
  );
}
