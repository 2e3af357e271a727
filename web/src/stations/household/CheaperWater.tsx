import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { Compared, useComparisons } from "../../document/comparisons";
import { useDocument, usePlan } from "../../document/shown";
import { costOf, costUnit, volume } from "../../lib/units";
import { Entry } from "../../document/Entry";
import { Toggle } from "../../ui/Toggle";

/** Ways to need less, each with what it costs for more water in the lean year beside that of more tank. */
export function CheaperWater() {
  const document = useDocument("household", "prices", "units");
  const compared = useComparisons();
  const { cheaper } = document.household;
  const { prices, units } = document;
  const { rates } = usePlan("price").price;
  const ways = compared === null || compared === "none" ? [] : compared.options;
  const money = (value: number | null | undefined) => (value == null ? null : costOf(value, prices.currency, units));
  const words = (key: string, on: boolean) => {
    if (on) return "in place";
    const way = ways.find((each) => each.key === key);
    if (!way) return "";
    const each = money(way.cost_m3);
    if (!way.priced) return `${volume(way.lean_year_l, units)} more in the lean year, not priced`;
    return each === null
      ? "adds nothing in the lean year"
      : `${volume(way.lean_year_l, units)} more in the lean year, ${each} for each ${costUnit(units)}`;
  };
  return (
    <section aria-label="Cheaper water first">
      <h2 className="heading">Cheaper water first</h2>
      <div className="mt-1 border-t border-rule text-table leading-snug">
        <Line
          label="Low-use fittings"
          on={cheaper.low_use}
          path="/household/cheaper/low_use"
          note={words("low_use", cheaper.low_use)}
        />
        <Line
          label="A dry toilet"
          on={cheaper.dry_toilet}
          path="/household/cheaper/dry_toilet"
          note={words("dry_toilet", cheaper.dry_toilet)}
        />
        <div className="border-b border-rule py-1.5">
          <p>
            <Entry
              label="Share of the greywater on the garden"
              path="/household/cheaper/greywater_share"
              kind="percent"
              value={cheaper.greywater_share}
            />{" "}
            of the <strong>greywater to the garden</strong>
          </p>
          <p className="note">{words("greywater", cheaper.greywater_share > 0)}</p>
        </div>
      </div>
      <Compared>
        {({ options }) => {
          const tank = options.find((way) => way.key === "tank");
          return (
            tank &&
            tank.cost_m3 !== null && (
              <p className="note mt-1.5">
                More tank: {volume(tank.lean_year_l, units)} more, {money(tank.cost_m3)} for each {costUnit(units)}.
                All spread over {rates["service_years"] ?? prices.service_years} years; the prices stand with the
                cistern, under “How safe”.
              </p>
            )
          );
        }}
      </Compared>
    </section>
  );
}

function Line({ label, on, path, note }: { label: string; on: boolean; path: string; note: string }) {
  const bench = useEdits();
  return (
    <div className="grid grid-cols-[48px_minmax(0,1fr)] gap-x-3 border-b border-rule py-1.5">
      <Toggle
        label={label}
        on={on}
        onChange={(next) => void bench.edit(`${label} ${next ? "on" : "off"}`, replace(path, next))}
      />
      <div>
        <strong>{label}</strong>
        <p className="note">{note}</p>
      </div>
    </div>
  );
}
