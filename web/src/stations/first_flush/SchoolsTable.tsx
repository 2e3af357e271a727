import { useWorkbench } from "../../document/workbench";
import { fixed, volume, write } from "../../lib/units";
import { TakeIt } from "../../document/TakeIt";

/** How much each school would throw away on these roofs, what that takes and what it costs. */
export function SchoolsTable() {
  const { document, plan } = useWorkbench().shown;
  const { units } = document;
  const { schools } = plan.first_flush;
  if (!schools.length) return null;
  const span = (low: string, high: string) => (low === high ? low : `${low.replace(/ [^ ]+$/, "")}–${high}`);
  return (
    <section aria-label="The schools side by side">
      <h2 className="heading">
        The schools side by side
        <span className="head-note">on the roofs in use; what is taken and lost, for the middle of each</span>
      </h2>
      <div className="relative overflow-x-auto">
        <table className="table-lines mt-1 w-full text-[14px]">
          <thead>
            <tr>
              <th scope="col">School</th>
              <th scope="col">Depth</th>
              <th scope="col" className="hidden min-[520px]:table-cell">
                In all
              </th>
              <th scope="col">Dirt taken</th>
              <th scope="col">Lost a year</th>
              <th scope="col">
                <span className="sr-only">Take it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {schools.map((school) => (
              <tr key={school.label} className={school.chosen ? "font-bold" : undefined}>
                <th scope="row">
                  {school.label}
                  {school.source && (
                    <span className="note hidden font-[430] min-[520px]:block">{sourceOf(school)}</span>
                  )}
                </th>
                <td>{span(write("depth", units, school.low_mm), write("depth", units, school.high_mm))}</td>
                <td className="hidden min-[520px]:table-cell">
                  {span(volume(school.low_l, units), volume(school.high_l, units))}
                </td>
                <td>{fixed(100 * (1 - school.share_left), 0)} %</td>
                <td>{school.lost_l_year === null ? "–" : volume(school.lost_l_year, units)}</td>
                <td>
                  <TakeIt label={school.label} chosen={school.chosen} operations={school.operations as never} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const sourceOf = (school: { basis: string; source: string }) =>
  school.basis === "from_memory" ? `${school.source}, from memory` : school.source;
