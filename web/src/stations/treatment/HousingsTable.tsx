import { useDocument, usePlan } from "../../document/shown";
import { fixed, flow, pressure } from "../../lib/units";
import { TakeIt } from "../../document/TakeIt";

/** The same train in housings of every size: the shower each costs, and how long it lasts. */
export function HousingsTable() {
  const document = useDocument("pump", "units");
  const plan = usePlan("treatment");
  const { units, pump } = document;
  const { housings } = plan.treatment;
  if (!housings.length) return null;
  const weak = (kpa: number | null) => kpa !== null && kpa < pump.residual_kpa;
  const tap = (kpa: number | null) => (
    <td className={weak(kpa) ? "text-alarm" : undefined}>{kpa === null ? "–" : pressure(Math.max(0, kpa), units)}</td>
  );
  return (
    <section aria-label="The train in other housings">
      <h2 className="heading">
        In other housings
        <span className="head-note">at the highest tap, {pressure(pump.residual_kpa, units)} wanted</span>
      </h2>
      <div className="relative overflow-x-auto">
        <table className="table-lines mt-1 w-full text-table">
          <thead>
            <tr>
              <th scope="col">Housing</th>
              <th scope="col">Tap, new</th>
              <th scope="col">Tap, due</th>
              <th scope="col" className="hidden narrow:table-cell">
                {pump.feed === "pump" ? "Pump gives" : "There is"}
              </th>
              <th scope="col">Months</th>
              <th scope="col">
                <span className="sr-only">Use it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {housings.map((housing) => (
              <tr key={housing.size} className={housing.chosen ? "font-bold" : undefined}>
                <th scope="row">{housing.label}</th>
                {tap(housing.tap_clean_kpa)}
                {tap(housing.tap_dirty_kpa)}
                <td className="hidden narrow:table-cell">
                  {housing.flow_clean_l_s === null || housing.flow_dirty_l_s === null
                    ? "–"
                    : `${flow(housing.flow_clean_l_s, units).replace(/ .*/, "")} to ${flow(housing.flow_dirty_l_s, units)}`}
                </td>
                <td>{housing.months === null ? "–" : fixed(housing.months, housing.months < 10 ? 1 : 0)}</td>
                <td>
                  <TakeIt
                    label={housing.label}
                    chosen={housing.chosen}
                    operations={housing.operations as never}
                    edit={`Housings of ${housing.label}`}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="note mt-1">
        Leave wall room for the next larger housing even where the small one is bought now. Months until the first
        sediment cartridge is due; an estimate until a log tells.
      </p>
    </section>
  );
}
