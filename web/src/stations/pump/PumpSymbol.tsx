import { ink, LINE, Through } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function PumpSymbol({ flows }: SymbolProps) {
  return (
    <Through flow={flows?.supplied} flows={flows}>
      <circle cx={LINE} cy="27" r="14" {...ink} fill="var(--wall)" />
      <path d={`M${LINE - 8} 21h16l-8 14z`} {...ink} />
    </Through>
  );
}
