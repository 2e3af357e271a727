import type { Plan } from "../../api/client";

export type RunLevels = Plan["gutters"]["runs"][number];
export type Tee = Plan["gutters"]["tees"][number];
export type Section = Plan["gutters"]["section"];
export type TankBox = Plan["gutters"]["tanks"][number];

export const TOP = 26;
const BOTTOM = 26;
export const STAFF = 56;
/** Of the whole drawing, in px. */
export const HEIGHT = 380;
/** Where everything stands. */
export type At = ReturnType<typeof sectionScale>;
const HOUSE = 96;
const DISCHARGE = 128;
const LABELS = 10;

/** Where everything of one run stands on the drawing: metres along and metres up, in px. */
export function sectionScale(
  run: RunLevels,
  section: Section,
  vessel: TankBox,
  tee: Tee | undefined,
  width: number,
  height: number,
) {
  const heights = [
    run.outlet_m ?? run.inlet_m + 1.5,
    run.screen_m ?? run.inlet_m,
    run.inlet_m,
    run.low_point_m ?? section.ground_m,
    run.foot_m ?? section.ground_m,
    vessel.floor_m,
    vessel.lid_m,
    section.ground_m,
    section.tank_ground_m,
    section.discharge_m,
    ...(tee ? [tee.foot_m] : []),
    ...(section.pump_m === null ? [] : [section.pump_m]),
  ];
  const low = Math.min(...heights) - 0.25;
  const high = Math.max(...heights) + 0.55;
  const upScale = (height - TOP - BOTTOM) / (high - low);
  const y = (metres: number) => TOP + (high - metres) * upScale;
  const tankPx = Math.max(84, Math.min(210, width * 0.22));
  const houseX = STAFF + HOUSE;
  const tankX = width - DISCHARGE - LABELS - tankPx;
  const alongScale = Math.max(4, (tankX - houseX) / run.length_m);
  const x = (metres: number) => houseX + metres * alongScale;
  return {
    y,
    x,
    low,
    high,
    upScale,
    alongScale,
    houseX,
    tankX,
    tankPx,
    rightX: tankX + tankPx,
    endX: width - LABELS,
  };
}

/** A height along the run, straight between the points that the plan gives. */
function between(run: RunLevels, along: number, height: (point: RunLevels["points"][number]) => number | null) {
  const other = run.points.slice(1).find((point) => point.along_m >= along - 1e-9) ?? run.points.at(-1)!;
  const one = run.points[run.points.indexOf(other) - 1]!;
  const [from, to] = [height(one), height(other)];
  if (from === null || to === null) return null;
  return from + ((to - from) * (along - one.along_m)) / (other.along_m - one.along_m);
}

/** Ground between the house and the tank. */
export const groundAt = (run: RunLevels, along: number) => between(run, along, (point) => point.ground_m)!;

/** Invert of the pipe; null where its gutter outlet is not measured. */
export const invertAt = (run: RunLevels, along: number) => between(run, along, (point) => point.invert_m);
