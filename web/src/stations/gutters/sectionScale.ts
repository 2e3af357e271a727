import type { Plan } from "../../api/client";

export type RunLevels = Plan["gutters"]["runs"][number];
export type Section = Plan["gutters"]["section"];
export type Vessel = NonNullable<Plan["cistern"]>["bank"]["vessels"][number];

export const TOP = 26;
export const BOTTOM = 26;
export const STAFF = 56;
const HOUSE = 96;
const DISCHARGE = 128;
const LABELS = 10;
const MOST_FALL = 0.05;

/** Where everything of one run stands on the drawing: metres along and metres up, in px. */
export function sectionScale(run: RunLevels, section: Section, vessel: TankBox, width: number, height: number) {
  const heights = [
    run.outlet_m ?? run.inlet_m + 1.5,
    run.screen_m ?? run.inlet_m,
    run.inlet_m,
    run.low_point_m ?? section.ground_m,
    vessel.floor_m,
    vessel.lid_m,
    section.ground_m,
    section.tank_ground_m,
    section.discharge_m,
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

export type TankBox = { name: string; floor_m: number; lid_m: number; overflow_m: number; outlet_m: number };

/** Ground between the house and the tank, straight from one to the other. */
export const groundAt = (run: RunLevels, section: Section, along: number) =>
  section.ground_m + ((section.tank_ground_m - section.ground_m) * along) / run.length_m;

/** Invert of the pipe along the run: down and up again if wet, straight if dry. */
export function invertAt(run: RunLevels, along: number): number | null {
  if (run.screen_m === null) return null;
  if (run.kind === "dry") {
    // What is left of the drop is spent in the downpipe: a run is not counted on to be steeper than this.
    const start = Math.min(run.screen_m - 0.1, run.inlet_m + MOST_FALL * run.length_m);
    return start + ((run.inlet_m - start) * along) / run.length_m;
  }
  const low = run.low_point_m ?? 0;
  const dip = run.length_m / 2;
  // A wet run is graded to its low point, a hundredth of its length from either end.
  return low + Math.abs(along - dip) * 0.01;
}
