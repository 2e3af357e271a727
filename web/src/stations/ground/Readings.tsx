import { Link } from "wouter";
import type { Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits, useSaved } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { bore } from "../../lib/units";

import { Mark } from "../../ui/Mark";

/** The hold point before the tank is set: where its readings are written down, and what stands in the design from
 * before the build had a record of its own. */
export function Readings({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const { id } = useSaved();
  const { units } = useDocument("units");
  const { ground } = usePlan("ground");
  return (
    <section aria-label="Level readings">
      <h2 className="heading">
        Level readings
        <span className="head-note">on the finished pad, before the tank is set</span>
      </h2>
      <p>
        {ground.readings_wanted} readings, round the rim and in the middle; {bore(pad.level_mm, units)} are allowed
        from the highest to the lowest.{" "}
        <Link className="fix no-print" href={`/p/${id}/build?view=see`}>
          Write them down at the hold point
        </Link>
      </p>
      <Earlier pad={pad} />
    </section>
  );
}

function Earlier({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const bench = useEdits();
  const { ground, units } = useDocument("ground", "units");
  const readings = ground.readings_mm;
  if (readings.length === 0) return null;
  const spread = Math.max(...readings) - Math.min(...readings);
  return (
    <p className="flex flex-wrap items-center gap-x-2">
      <Mark status={spread <= pad.level_mm ? "decide" : "fails"} />
      <span>
        Kept in the design from before: {readings.map((each) => bore(each, units)).join(", ")}. They differ by{" "}
        {bore(spread, units)}.
      </span>
      <button
        className="fix no-print max-desk:min-h-11"
        onClick={() => void bench.edit("Earlier readings taken out", replace("/ground/readings_mm", []))}
      >
        Take them out
      </button>
    </p>
  );
}
