import type { Units } from "../lib/units";

/** What a hillside is covered with: it has no eaves, and a channel along its foot in place of gutters. */
export const HILLSIDE = "hillside_rock";

const FOOT_MM = 304.8;

/** A channel to begin with, until somebody measures: about a foot wide, falling two in a hundred. */
export const openChannel = (units: Units) => ({
  shape: "open_channel" as const,
  width_mm: units === "us" ? FOOT_MM : 300,
  depth_mm: units === "us" ? FOOT_MM * (2 / 3) : 200,
  fall_mm_m: 20,
  outlet_mm: units === "us" ? 152.4 : 150,
});
