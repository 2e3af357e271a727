import { useDocument, usePlan } from "../../document/shown";
import { fixed, volume, write } from "../../lib/units";
import { TakeIt } from "../../document/TakeIt";

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
      <div className="relative overflow-x-auto">
        <table className="table-lines mt-1 w-full text-table">
          <thead>
            <tr>
              <th scope="col">Method</th>
              <th scope="col">Depth</th>
              <th scope="col" className="hidden narrow:table-cell">
                In all
              </th>
              <th scope="col">Dirt taken</th>
              <th scope="col">Lost a year</th>
              <th scope="col">
                <span className="sr-only">Use it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {methods.map((method) => (
              <tr key={method.label} className={method.chosen ? "font-bold" : undefined}>
                <th scope="row">
                  {method.label}
                  {method.source && <span className="note hidden font-[430] narrow:block">{sourceOf(method)}</span>}
                </th>
                <td>{span(write("depth", units, method.low_mm), write("depth", units, method.high_mm))}</td>
                <td className="hidden narrow:table-cell">
                  {span(volume(method.low_l, units), volume(method.high_l, units))}
                </td>
                <td>{fixed(100 * (1 - method.share_left), 0)} %</td>
                <td>{method.lost_l_year === null ? "–" : volume(method.lost_l_year, units)}</td>
                <td>
                  <TakeIt label={method.label} chosen={method.chosen} operations={method.operations as never} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const sourceOf = (method: { basis: string; source: string }) =>
  method.basis === "from_memory" ? `${method.source}, from memory` : method.source;
