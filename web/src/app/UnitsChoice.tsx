import { useState } from "react";
import type { Units } from "../lib/units";

const KEPT = "lean-year-sum-units";

/** Units where no property says which: those that were chosen last in this browser. */
export function useOwnUnits(): [Units, (units: Units) => void] {
  const [units, setUnits] = useState<Units>(() => (localStorage.getItem(KEPT) === "us" ? "us" : "metric"));
  const choose = (next: Units) => {
    localStorage.setItem(KEPT, next);
    setUnits(next);
  };
  return [units, choose];
}

export function UnitsChoice({ units, choose }: { units: Units; choose: (units: Units) => void }) {
  return (
    <span role="group" aria-label="Units" className="flex gap-3">
      {(["metric", "us"] as const).map((each) => (
        <button
          key={each}
          className={`fix ${each === units ? "underline decoration-2 underline-offset-4" : ""}`}
          aria-pressed={each === units}
          onClick={() => choose(each)}
        >
          {each === "us" ? "US units" : "metric"}
        </button>
      ))}
    </span>
  );
}
