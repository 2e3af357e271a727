import { useDocument, usePlan } from "../../document/shown";
import { figure, flow, pressure } from "../../lib/units";
import type { Operation } from "../../api/client";
import { OfferedTable } from "../../document/OfferedTable";
import { TapPressure } from "../../document/TapPressure";

/** Generic pumps on this house's pipes, to choose one before a maker's sheet is at hand. */
export function PumpsTable() {
  const document = useDocument("pump", "units");
  const plan = usePlan("pump");
  const { units, pump } = document;
  const header = pump.feed === "header";
  const cells = (each: (typeof plan.pump.offered)[number]) =>
    header
      ? [
          flow(each.flow_l_s, units),
          <span className={each.enough ? undefined : "text-alarm"}>
            {each.fill_h === null ? "never" : figure(each.fill_h, "h", units)}
          </span>,
        ]
      : [
          ...[each.tap_clean_kpa, each.tap_dirty_kpa].map((kpa) => (
            <TapPressure kpa={kpa} wanted={pump.residual_kpa} words={(left) => pressure(left, units)} />
          )),
          each.flow_l_s > 0 ? flow(each.flow_l_s, units) : "nothing",
        ];
  return (
    <section aria-label="Pumps to choose from">
      <h2 className="heading">
        Pumps to choose from
        <span className="head-note">generic curves on these pipes</span>
      </h2>
      <OfferedTable
        head={header ? ["Pump", "Gives", "Fills in"] : ["Pump", "Tap, new", "Tap, due", "Gives"]}
        rows={plan.pump.offered.map((each) => ({
          key: each.key,
          label: each.label,
          note: each.note,
          cells: cells(each),
          chosen: each.chosen,
          operations: each.operations as Operation[],
          edit: each.label,
        }))}
      />
    </section>
  );
}
