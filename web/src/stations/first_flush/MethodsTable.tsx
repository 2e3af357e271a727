import { useDocument, usePlan } from "../../document/shown";
import { fixed, volume, write } from "../../lib/units";
import type { Operation } from "../../api/client";
import { OfferedTable } from "../../document/OfferedTable";

/** How much each method would throw away on these roofs, what that takes and what it costs. */
export function MethodsTable() {
  const document = useDocument("units");
  const plan = usePlan("first_flush");
  const { units } = document;
  const { methods } = plan.first_flush;
  if (!methods.length) return null;
  const span = (low: string, high: string) => (low === high ? low : `${low.replace(/ [^ ]+$/, "")}–${high}`);
  return (
    <section aria-label="The methods side by side">
      <h2 className="heading">
        The methods side by side
        <span className="head-note">on the roofs in use; what is taken and lost, for the middle of each</span>
      </h2>
      <OfferedTable
        head={["Method", "Depth", { name: "In all", wideOnly: true }, "Dirt taken", "Lost a year"]}
        rows={methods.map((method) => ({
          key: method.label,
          label: method.label,
          note: sourceOf(method),
          cells: [
            span(write("depth", units, method.low_mm), write("depth", units, method.high_mm)),
            span(volume(method.low_l, units), volume(method.high_l, units)),
            `${fixed(100 * (1 - method.share_left), 0)} %`,
            method.lost_l_year === null ? "–" : volume(method.lost_l_year, units),
          ],
          chosen: method.chosen,
          operations: method.operations as Operation[],
        }))}
      />
    </section>
  );
}

const sourceOf = (method: { basis: string; source: string }) =>
  method.basis === "from_memory" ? `${method.source}, from memory` : method.source;
