import { ink, LINE, Water } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function RoofsSymbol({ flows }: SymbolProps) {
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
