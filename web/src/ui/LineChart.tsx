import { scaleLinear } from "d3-scale";
import { area, curveStepAfter, line } from "d3-shape";
import type { ReactNode } from "react";
import { useWidth } from "./useWidth";

const LEFT = 44;
const RIGHT = 12;
const TOP = 20;
const AXIS = 34;

export type Plot = { x: (value: number) => number; y: (value: number) => number; right: number; foot: number };
type Tick = { at: number; name: string };

/** The bare frame of a chart: two axes with their ticks, and a field to draw in. */
export function LineChart(props: {
  label: string;
  height: number;
  xReach: number;
  yReach: number;
  xFrom?: number;
  xTicks: Tick[];
  yTicks: Tick[];
  yName: string;
  xName: string;
  children: (plot: Plot) => ReactNode;
  over?: (plot: Plot) => ReactNode;
}) {
  const [box, width] = useWidth<HTMLDivElement>();
  const foot = props.height - AXIS;
  const right = Math.max(width - RIGHT, LEFT + 40);
  const from = props.xFrom ?? 0;
  const plot: Plot = {
    x: scaleLinear([from, Math.max(props.xReach, from + 1e-9)], [LEFT, right]),
    y: scaleLinear([0, Math.max(props.yReach, 1e-9)], [foot, TOP]),
    right,
    foot,
  };
  return (
    <div ref={box} className="relative" style={{ height: props.height }}>
      {width > 0 && (
        <svg
          width={width}
          height={props.height}
          className="block overflow-visible"
          role="img"
          aria-label={props.label}
        >
          {props.yTicks.map(({ at, name }) => (
            <g key={at}>
              <path d={`M${LEFT} ${plot.y(at)}H${right}`} stroke="var(--rule)" />
              <text x={LEFT - 6} y={plot.y(at) + 4.5} textAnchor="end" className="axis">
                {name}
              </text>
            </g>
          ))}
          <text x={LEFT + 4} y={TOP - 7} className="axis halo">
            {props.yName}
          </text>
          {props.xTicks.map(({ at, name }) => (
            <g key={at}>
              <path d={`M${plot.x(at)} ${foot}v5`} stroke="var(--ink)" />
              <text x={plot.x(at)} y={foot + 18} textAnchor="middle" className="axis">
                {name}
              </text>
            </g>
          ))}
          <text x={right} y={foot + 33} textAnchor="end" className="axis">
            {props.xName}
          </text>
          {props.children(plot)}
          <path d={`M${LEFT} ${foot}H${right}`} stroke="var(--ink)" strokeWidth="1.3" />
        </svg>
      )}
      {width > 0 && props.over?.(plot)}
    </div>
  );
}

type Point = [number, number];

const through = line<Point>().digits(1);
const steps = line<Point>().curve(curveStepAfter).digits(1);
const between = area<[Point, Point]>()
  .x(([upper]) => upper[0])
  .y0(([, lower]) => lower[1])
  .y1(([upper]) => upper[1])
  .digits(1);

/** A path through points; `stepped` holds each value to the next x. */
export const pathOf = (points: Point[], stepped = false) => (stepped ? steps : through)(points) ?? "";

/** The field between two lines over the same x. */
export const fieldOf = (upper: Point[], lower: Point[]) =>
  between(upper.map((point, i): [Point, Point] => [point, lower[i]!])) ?? "";
