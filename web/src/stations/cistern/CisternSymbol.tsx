import { ink, LINE, Water } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function CisternSymbol({ flows }: SymbolProps) {
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
