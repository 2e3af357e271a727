import type { Plan } from "../../api/client";

/** Where on a walk round the house a thing is seen. */
export const PLACES: Record<Plan["survey"]["walk"][number], string> = {
  roof: "On the roof",
  eaves: "At the eaves",
  walls: "On the walls",
  ground: "On the ground",
  plant: "At the pump and the treatment",
  house: "In the house",
  road: "On the way in",
};
