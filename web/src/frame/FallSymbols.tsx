import type { ReactNode } from "react";
import type { Stage } from "../api/client";
import type { Flow, Flows } from "./flows";

/** Each station's piece of the section is drawn in a field of 84 by 54; the line meets the next piece at x = 44. */
const LINE = 44;
const WIDEST = 13;

function widthOf(litres: number, flows: Flows | null): number {
  if (!flows || flows.inflow.mean <= 0) return 0;
  return Math.max(0, Math.min(WIDEST * 1.4, (litres / flows.inflow.mean) * WIDEST));
}

/** The water line: pale for the mean year, dark inside it for the lean year, each as wide as its m³ a year. */
function Water({ d, flow, flows }: { d: string; flow?: Flow; flows: Flows | null }) {
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

const ink = { fill: "none", stroke: "var(--ink)", strokeWidth: 1.6 } as const;

function Rain() {
  const drops: ReactNode[] = [];
  for (let row = 0; row < 4; row++)
    for (let column = 0; column < 9; column++) {
      const x = 6 + column * 8.6 + (row % 2) * 4;
      const y = 4 + row * 13 + ((column * 7) % 5);
      const dark = (column + row * 2) % 3 === 0;
      drops.push(
        <path
          key={`${row}-${column}`}
          d={`M${x} ${y}l-2.6 8`}
          stroke={dark ? "var(--water-9)" : "var(--water-5)"}
          strokeWidth={dark ? 1.7 : 1.2}
        />,
      );
    }
  return <>{drops}</>;
}

function Roofs({ flows }: { flows: Flows | null }) {
  return (
    <>
      <path d="M-2 8L34 30" stroke="var(--ink)" strokeWidth="3.4" />
      <path d="M-2 4.5L36 27.5" stroke="var(--water-5)" strokeWidth="2" />
      <path d="M33 27v5a5.5 5.5 0 0011 0" {...ink} />
      <path d="M12 21v33" stroke="var(--ink-2)" strokeWidth="1.4" />
      <Water d={`M40 36C${LINE} 40 ${LINE} 44 ${LINE} 55`} flow={flows?.inflow} flows={flows} />
    </>
  );
}

function Cistern({ flows }: { flows: Flows | null }) {
  const top = 9;
  const height = 38;
  const level = top + height * (1 - (flows?.tightestShare ?? 0));
  const held = top + height * (1 - (flows?.heldBackShare ?? 0));
  return (
    <>
      <Water d={`M${LINE} -1V14`} flow={flows?.inflow} flows={flows} />
      <Water d={`M${LINE} 45V55`} flow={flows?.supplied} flows={flows} />
      <rect x="7" y={top} width="62" height={height} fill="var(--sheet)" />
      {flows && <rect x="7" y={level} width="62" height={Math.max(0, top + height - level)} fill="var(--water-5)" />}
      {flows && flows.heldBackShare > 0 && (
        <rect x="7" y={held} width="62" height={top + height - held} fill="url(#held-back)" />
      )}
      <path d={`M6 ${top - 4}V${top + height + 1}H70V${top - 4}`} {...ink} strokeWidth="2.2" />
      <path d="M70 14h8v10" {...ink} strokeWidth="1.4" />
      <defs>
        <pattern id="held-back" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="5" height="5" fill="var(--water-7)" />
          <path d="M0 0V5" stroke="var(--sheet)" strokeWidth="1.6" />
        </pattern>
      </defs>
    </>
  );
}

/** The cut symbol of a station, with its piece of the water line. */
export function FallSymbol({ stage, flows }: { stage: Stage; flows: Flows | null }) {
  const through = (flow?: Flow) => <Water d={`M${LINE} -1V55`} flow={flow} flows={flows} />;
  switch (stage) {
    case "rain":
      return <Rain />;
    case "roofs":
      return <Roofs flows={flows} />;
    case "gutters":
      return (
        <>
          {through(flows?.inflow)}
          <path d="M26 33l34-15M32 22l5 17M43 17l5 17M53 13l5 17" {...ink} />
        </>
      );
    case "first_flush":
      return (
        <>
          {through(flows?.inflow)}
          <path d={`M${LINE - 6} 14H22v4`} {...ink} />
          <rect x="15" y="19" width="14" height="28" {...ink} fill="var(--sheet)" />
          <circle cx="22" cy="26" r="4" {...ink} />
        </>
      );
    case "cistern":
      return <Cistern flows={flows} />;
    case "overflow":
      return (
        <>
          {through(flows?.supplied)}
          <Water d="M78 -26V30" flow={flows?.spilled} flows={flows} />
          <path d="M73 31l5 8 5-8z" fill="var(--water-5)" />
        </>
      );
    case "pump":
      return (
        <>
          {through(flows?.supplied)}
          <circle cx={LINE} cy="27" r="14" {...ink} fill="var(--wall)" />
          <path d={`M${LINE - 8} 21h16l-8 14z`} {...ink} />
        </>
      );
    case "treatment":
      return (
        <>
          {through(flows?.supplied)}
          {[7, 28].map((y) => (
            <g key={y}>
              <rect x={LINE - 16} y={y} width="32" height="15" rx="3" {...ink} fill="var(--wall)" />
              <path d={`M${LINE - 9} ${y + 3}v9m6-9v9m6-9v9m6-9v9`} {...ink} />
            </g>
          ))}
        </>
      );
    case "household":
      return (
        <>
          <Water d={`M${LINE} -1V17H60V26`} flow={flows?.supplied} flows={flows} />
          <path d="M52 10v-6M47 4h10" {...ink} />
          <path d="M60 33v3M60 40v3M60 47v3" stroke="var(--water-7)" strokeWidth="2.6" strokeLinecap="round" />
        </>
      );
    case "ground":
      return (
        <path
          d="M58 -2c-3 10-12 18-22 25M58 -2c0 12-3 26-6 38M59 -2c3 12 10 19 18 23"
          fill="none"
          stroke="var(--ink-2)"
          strokeWidth="1.2"
        />
      );
    default:
      return (
        <>
          {[
            [16, 14, 5],
            [36, 34, 6],
            [60, 18, 4],
            [68, 42, 5],
            [18, 44, 4],
          ].map(([x, y, r]) => (
            <ellipse
              key={x}
              cx={x}
              cy={y}
              rx={r}
              ry={r! * 0.66}
              fill="none"
              stroke="var(--ink-2)"
              strokeWidth="1.1"
            />
          ))}
        </>
      );
  }
}
