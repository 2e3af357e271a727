import { useDocument, usePlan } from "../../document/shown";
import { fixed, flow, pressure } from "../../lib/units";
import type { Operation } from "../../api/client";
import { OfferedTable } from "../../document/OfferedTable";
import { TapPressure } from "../../document/TapPressure";

/** The same train in housings of every size: the shower each costs, and how long it lasts. */
export function HousingsTable() {
  const document = useDocument("pump", "units");
  const plan = usePlan("treatment");
  const { units, pump } = document;
  const { housings } = plan.treatment;
  if (!housings.length) return null;
  return (
    <section aria-label="The train in other housings">
      <h2 className="heading">
        In other housings
        <span className="head-note">at the highest tap, {pressure(pump.residual_kpa, units)} wanted</span>
      </h2>
      <OfferedTable
        head={[
          "Housing",
          "Tap, new",
          "Tap, due",
          { name: pump.feed === "pump" ? "Pump gives" : "There is", wideOnly: true },
          "Months",
        ]}
        rows={housings.map((housing) => ({
          key: housing.size,
          label: housing.label,
          cells: [
            ...[housing.tap_clean_kpa, housing.tap_dirty_kpa].map((kpa) => (
              <TapPressure kpa={kpa} wanted={pump.residual_kpa} words={(left) => pressure(left, units)} />
            )),
            housing.flow_clean_l_s === null || housing.flow_dirty_l_s === null
              ? "–"
              : `${flow(housing.flow_clean_l_s, units).replace(/ .*/, "")} to ${flow(housing.flow_dirty_l_s, units)}`,
            housing.months === null ? "–" : fixed(housing.months, housing.months < 10 ? 1 : 0),
          ],
          chosen: housing.chosen,
          operations: housing.operations as Operation[],
          edit: `Housings of ${housing.label}`,
        }))}
      />
      <p className="note mt-1">
        Leave wall room for the next larger housing even where the small one is bought now. Months until the first
        sediment cartridge is due; an estimate until a log tells.
      </p>
    </section>
  );
}
