import { ink, LINE, Water } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function HouseholdSymbol({ flows }: SymbolProps) {
  return (
    <>
      <Water d={`M${LINE} -1V17H60V26`} flow={flows?.supplied} flows={flows} />
      <path d="M52 10v-6M47 4h10" {...ink} />
      <path d="M60 33v3M60 40v3M60 47v3" stroke="var(--water-7)" strokeWidth="2.6" strokeLinecap="round" />
    </>
  );
}
