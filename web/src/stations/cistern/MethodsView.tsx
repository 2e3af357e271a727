import type { Figure, SizingMethod } from "../../api/client";
import { Compared } from "../../document/comparisons";
import { useDocument, usePlan } from "../../document/shown";
import { volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Why } from "../../ui/Why";
import { SizeCurve } from "./SizeCurve";

/** A method's size as a figure with its derivation. */
const asFigure = (method: SizingMethod): Figure => ({
  label: method.label,
  value: method.tank_l,
  unit: "L",
  basis: method.basis,
  source: method.source,
  formula: method.formula,
  working: method.working,
  moves: method.why,
});

/** Every way of sizing the trade knows, on this property, each with what it would have carried and why it differs. */
export function MethodsView() {
  return <Compared>{({ methods }) => <Methods methods={methods} />}</Compared>;
}

function Methods({ methods }: { methods: SizingMethod[] }) {
  const { units } = useDocument("units");
  const { counted_years } = usePlan("cistern").cistern!;
  return (
    <>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-3 desk:grid-cols-[minmax(0,58%)_minmax(0,1fr)]">
        <SizeCurve methods={methods} />
        <section className="text-aside leading-snug">
          <h2 className="heading">Why they disagree</h2>
          <p className="mt-1">
            The replay, <strong>A</strong>, takes every recorded day as it came, and it is the one this design
            follows: nothing in it is averaged away. The others were made for sums by hand. Each letter stands on the
            curve at its size and at the years that it would have carried.
          </p>
          <p className="note mt-2">
            Sizes are of these same tanks made wide enough, floor to overflow, with what the outlet and the fire
            reserve hold back. Open a size for its sum.
          </p>
        </section>
      </div>
      <section aria-label="The methods" className="mt-2 border-t-[1.5px] border-ink">
        {methods.map((method) => (
          <MethodRow key={method.key} method={method} units={units} counted={counted_years} />
        ))}
      </section>
    </>
  );
}

function MethodRow({ method, units, counted }: { method: SizingMethod; units: Units; counted: number }) {
  const first = method.key === "replay";
  return (
    <div
      className={`grid grid-cols-[24px_minmax(0,1fr)_auto] items-baseline gap-x-3 border-b border-rule py-1.5 text-table leading-snug desk:grid-cols-[24px_190px_92px_96px_minmax(0,1fr)] ${first ? "bg-water-1/50" : ""}`}
    >
      <span className="head text-center text-tab font-bold">{method.letter}</span>
      <span className={first ? "font-bold" : "font-semibold"}>{method.label}</span>
      <span className="text-right font-semibold">
        {method.tank_l === null ? (
          "no size"
        ) : (
          <Why figure={asFigure(method)} units={units}>
            {volume(method.tank_l, units)}
          </Why>
        )}
      </span>
      <span className="text-right max-desk:col-start-3">
        {method.carried === null ? "–" : `${method.carried} of ${counted}`}
      </span>
      <span className="note max-desk:col-span-2 max-desk:col-start-2 max-desk:row-start-2">{method.why}</span>
    </div>
  );
}
