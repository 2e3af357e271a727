import type { ReactNode } from "react";

/** Water through the property in a year, in litres: the mean of the counted years and the lean year. */
export type Flow = { mean: number; lean: number };
export type Flows = { inflow: Flow; supplied: Flow; spilled: Flow; tightestShare: number; heldBackShare: number };

/** Each station's piece of the section is drawn in a field of 84 by 54; the line meets the next piece at x = 44. */
export const LINE = 44;
const WIDEST = 13;

function widthOf(litres: number, flows: Flows | null): number {
  if (!flows || flows.inflow.mean <= 0) return 0;
  return Math.max(0, Math.min(WIDEST * 1.4, (litres / flows.inflow.mean) * WIDEST));
}

/** The water line: pale for the mean year, dark inside it for the lean year, each as wide as its m³ a year. */
export function Water({ d, flow, flows }: { d: string; flow?: Flow; flows: Flows | null }) {
  if (!flow || !flows)
    return <path d={d} fill="none" stroke="var(--water-3)" strokeWidth="2" strokeDasharray="3 3" />;
  const mean = Math.max(widthOf(flow.mean, flows), flow.mean > 0 ? 1.2 : 0);
  const lean = widthOf(flow.lean, flows);
  return (
    <>
      <path d={d} fill="none" stroke="var(--water-3)" strokeWidth={Math.max(mean, lean)} strokeLinejoin="round" />
      {lean > 0.2 && (
        <path d={d} fill="none" stroke="var(--water-9)" strokeWidth={Math.max(lean, 1)} strokeLinejoin="round" />
      )}
    </>
  );
}

export const ink = { fill: "none", stroke: "var(--ink)", strokeWidth: 1.6 } as const;

export type SymbolProps = { flows: Flows | null };

/** A piece of the line that only passes through, with what stands on it. */
export function Through({ flow, flows, children }: SymbolProps & { flow?: Flow; children?: ReactNode }) {
  return (
    <>
      <Water d={`M${LINE} -1V55`} flow={flow} flows={flows} />
      {children}
    </>
  );
}
