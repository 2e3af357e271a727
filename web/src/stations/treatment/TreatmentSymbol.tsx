import { ink, LINE, Through } from "../../ui/fallLine";
import type { SymbolProps } from "../../ui/fallLine";

export function TreatmentSymbol({ flows }: SymbolProps) {
  return (
    <Through flow={flows?.supplied} flows={flows}>
      {[7, 28].map((y) => (
        <g key={y}>
          <rect x={LINE - 16} y={y} width="32" height="15" rx="3" {...ink} fill="var(--wall)" />
          <path d={`M${LINE - 9} ${y + 3}v9m6-9v9m6-9v9m6-9v9`} {...ink} />
        </g>
      ))}
    </Through>
  );
}
