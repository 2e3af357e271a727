import type { Plan } from "../api/client";
import type { Flow, Flows } from "../ui/fallLine";

export function flowsOf(plan: Pick<Plan, "cistern" | "tank_l">): Flows | null {
  const tankL = plan.tank_l;
  const cistern = plan.cistern;
  if (!cistern) return null;
  const counted = cistern.years.filter((year) => year.counted);
  const lean = cistern.years[cistern.lean_year]!;
  const flow = (key: "inflow_l" | "supplied_l" | "spilled_l"): Flow => ({
    mean: counted.length ? counted.reduce((sum, year) => sum + year[key], 0) / counted.length : lean[key],
    lean: lean[key],
  });
  const held = Math.max(0, tankL - cistern.live_l);
  return {
    inflow: flow("inflow_l"),
    supplied: flow("supplied_l"),
    spilled: flow("spilled_l"),
    tightestShare: tankL > 0 ? (held + (cistern.figures["tightest_l"]?.value ?? 0)) / tankL : 0,
    heldBackShare: tankL > 0 ? held / tankL : 0,
  };
}
