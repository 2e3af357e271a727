import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { fixed, pressure } from "../../lib/units";
import { useHeld } from "../../document/pointing";
import { TakeIt } from "../../document/TakeIt";

const TARGETS = [
  ["cryptosporidium", "Cryptosporidium"],
  ["giardia", "Giardia"],
  ["virus", "Viruses"],
] as const;

/** The methods of making rain fit to drink: what each covers, leaves uncovered, and leaves of the shower. */
export function MethodRows() {
  const plan = usePlan("treatment");
  const methods = useHeld(plan.treatment.methods);
  if (!methods.length)
    return <p>Rain is not drunk here: what toilets, laundry and garden take needs no disinfection.</p>;
  return (
    <section aria-label="Methods of disinfection">
      <h2 className="heading">
        Disinfection methods
        <span className="head-note">log reduction at the taps it covers; 3.0 log is 99.9 %</span>
      </h2>
      <ul>
        {methods.map((method) => (
          <Method key={method.key} method={method} />
        ))}
      </ul>
    </section>
  );
}

function Method({ method }: { method: Plan["treatment"]["methods"][number] }) {
  const document = useDocument("units");
  return (
    <li className="border-b border-rule py-2 text-table leading-snug">
      <div className="flex items-baseline justify-between gap-4">
        <strong>{method.label}</strong>
        <TakeIt label={method.label} chosen={method.chosen} operations={method.operations as never} />
      </div>
      <div className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-1 medium:grid-cols-[minmax(0,1fr)_264px]">
        <p>
          Covers: {method.covers.charAt(0).toLowerCase() + method.covers.slice(1)}
          <span className="block">
            <span className="font-semibold text-parched-7">Leaves uncovered:</span>{" "}
            {method.leaves.charAt(0).toLowerCase() + method.leaves.slice(1)}
          </span>
        </p>
        <div>
          {TARGETS.map(([target, name]) => (
            <Logs key={target} name={name} log={method.logs[target] ?? 0} />
          ))}
          {method.tap_dirty_kpa !== null && (
            <p className="note">
              Highest tap, filters due: {pressure(Math.max(0, method.tap_dirty_kpa), document.units)}
            </p>
          )}
        </div>
      </div>
    </li>
  );
}

/** Half logs as marks in a row of eight. */
function Logs({ name, log }: { name: string; log: number }) {
  const full = Math.min(8, Math.round(log * 2));
  return (
    <p className="grid grid-cols-[108px_1fr_58px] items-center gap-1.5">
      <span className="note">{name}</span>
      <svg viewBox="0 0 88 8" className="h-2 w-full" aria-hidden="true" preserveAspectRatio="none">
        {Array.from({ length: 8 }, (_, i) => (
          <rect
            key={i}
            x={i * 11}
            width="9"
            height="8"
            fill={i < full ? "var(--water-7)" : "none"}
            stroke={i < full ? "var(--water-7)" : "var(--rule)"}
          />
        ))}
      </svg>
      <span className="text-right font-semibold whitespace-nowrap">{log ? `${fixed(log, 1)} log` : "none"}</span>
    </p>
  );
}
