import type { Figure } from "../api/client";
import type { Units } from "../lib/units";
import { Terms } from "./Terms";
import { Why } from "./Why";

/** Figures under one another, each opening its derivation; those that are not there are left out. */
export function FigureList(props: { figures: Record<string, Figure>; keys: readonly string[]; units: Units }) {
  const there = props.keys.flatMap((key) => props.figures[key] ?? []);
  return (
    <dl className="mt-1 text-table">
      {there.map((figure) => (
        <div key={figure.label} className="flex items-baseline justify-between gap-2 border-b border-rule py-[3px]">
          <dt>
            <Terms text={figure.label} />
          </dt>
          <dd className="text-right font-semibold whitespace-nowrap">
            <Why figure={figure} units={props.units} />
          </dd>
        </div>
      ))}
    </dl>
  );
}
