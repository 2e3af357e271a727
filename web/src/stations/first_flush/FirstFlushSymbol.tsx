import { ink, LINE, Through } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function FirstFlushSymbol({ flows }: SymbolProps) {
  return (
    <Through flow={flows?.inflow} flows={flows}>
      <path d={`M${LINE - 6} 14H22v4`} {...ink} />
      <rect x="15" y="19" width="14" height="28" {...ink} fill="var(--sheet)" />
      <circle cx="22" cy="26" r="4" {...ink} />
    </Through>
  );
}
