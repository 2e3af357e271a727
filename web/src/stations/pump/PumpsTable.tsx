import { useDocument, usePlan } from "../../document/shown";
import { figure, flow, pressure } from "../../lib/units";
import { TakeIt } from "../../document/TakeIt";

/** Generic pumps on this house's pipes, to choose one before a maker's sheet is at hand. */
export function PumpsTable() {
  const document = useDocument("pump", "units");
  const plan = usePlan("pump");
  const { units, pump } = document;
  const header = pump.feed === "header";
  const tap = (kpa: number | null) => (
    <td className={kpa !== null && kpa < pump.residual_kpa ? "text-alarm" : undefined}>
      {kpa === null ? "–" : pressure(Math.max(0, kpa), units)}
    </td>
  );
  return (
    <section aria-label="Pumps to choose from">
      <h2 className="heading">
        Pumps to choose from
        <span className="head-note">generic curves on these pipes</span>
      </h2>
      <div className="relative overflow-x-auto">
        <table className="table-lines mt-1 w-full text-table">
          <thead>
            <tr>
              <th scope="col">Pump</th>
              {header ? (
                <>
                  <th scope="col">Gives</th>
                  <th scope="col">Fills in</th>
                </>
              ) : (
                <>
                  <th scope="col">Tap, new</th>
                  <th scope="col">Tap, due</th>
                  <th scope="col">Gives</th>
                </>
              )}
              <th scope="col">
                <span className="sr-only">Use it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {plan.pump.offered.map((each) => (
              <tr key={each.key} className={each.chosen ? "font-bold" : undefined}>
                <th scope="row">
                  {each.label}
                  <span className="note block font-[430] max-narrow:hidden">{each.note}</span>
                </th>
                {header ? (
                  <>
                    <td>{flow(each.flow_l_s, units)}</td>
                    <td className={each.enough ? undefined : "text-alarm"}>
                      {each.fill_h === null ? "never" : figure(each.fill_h, "h", units)}
                    </td>
                  </>
                ) : (
                  <>
                    {tap(each.tap_clean_kpa)}
                    {tap(each.tap_dirty_kpa)}
                    <td>{each.flow_l_s > 0 ? flow(each.flow_l_s, units) : "nothing"}</td>
                  </>
                )}
                <td>
                  <TakeIt
                    label={each.label}
                    chosen={each.chosen}
                    operations={each.operations as never}
                    edit={each.label}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
