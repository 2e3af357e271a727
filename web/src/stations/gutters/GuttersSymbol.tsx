import { ink, Through } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function GuttersSymbol({ flows }: SymbolProps) {
  return (
    <Through flow={flows?.inflow} flows={flows}>
      <path d="M26 33l34-15M32 22l5 17M43 17l5 17M53 13l5 17" {...ink} />
    </Through>
  );
}
