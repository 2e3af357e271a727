import { Through, Water } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function OverflowSymbol({ flows }: SymbolProps) {
  return (
    <>
      <Through flow={flows?.supplied} flows={flows} />
      <Water d="M78 -26V30" flow={flows?.spilled} flows={flows} />
      <path d="M73 31l5 8 5-8z" fill="var(--water-5)" />
    </>
  );
}
