import type { Plan } from "../../api/client";

export type Point = [number, number];
type Surface = Plan["roofs"]["surfaces"][number];

/** How the plan lies in the picture: metres east and north to px, north up. */
export type PlanScale = {
  scale: number;
  toX: (east: number) => number;
  toY: (north: number) => number;
  toPlan: (x: number, y: number) => Point;
  height: number;
};

const MARGIN = 26;

export function planScale(outlines: Point[][], width: number, most: number): PlanScale {
  const xs = outlines.flat().map(([x]) => x);
  const ys = outlines.flat().map(([, y]) => y);
  const west = Math.min(...xs, 0);
  const east = Math.max(...xs, west + 8);
  const south = Math.min(...ys, 0);
  const north = Math.max(...ys, south + 5);
  const scale = Math.min((width - 2 * MARGIN) / (east - west), (most - 2 * MARGIN) / (north - south));
  const left = MARGIN;
  const height = (north - south) * scale + 2 * MARGIN;
  return {
    scale,
    toX: (x) => left + (x - west) * scale,
    toY: (y) => MARGIN + (north - y) * scale,
    toPlan: (x, y) => [(x - left) / scale + west, north - (y - MARGIN) / scale],
    height,
  };
}

export const outlineOf = (surface: Surface): Point[] => surface.outline_m.map(([x, y]) => [x!, y!]);

export const moved = (outline: Point[], by: Point): Point[] => outline.map(([x, y]) => [x + by[0], y + by[1]]);

/** Middle of the lowest edge, where the gutter is drawn to leave from; several groups stand beside one another. */
export function drainPoint(outline: Point[], which: number, of: number): Point {
  const south = Math.min(...outline.map(([, y]) => y));
  const along = outline.filter(([, y]) => y - south < 0.05).map(([x]) => x);
  const from = Math.min(...along);
  const to = Math.max(...along);
  return to - from > 0.5 ? [from + ((to - from) * (which + 1)) / (of + 1), south] : [from, south];
}

/** To a tenth of a metre. */
export const snapped = ([x, y]: Point): Point => [Math.round(x * 10) / 10, Math.round(y * 10) / 10];

export function middleOf(outline: Point[]): Point {
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
}
