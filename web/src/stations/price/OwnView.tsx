import { useDocument, usePlan } from "../../document/shown";
import { Entry } from "../../document/Entry";
import { costOf, costUnit, fixed, money } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { Why } from "../../ui/Why";
import { YearsOfMoney } from "./YearsOfMoney";

/** What it costs to keep, over the years. */
export function OwnView() {
  const { units } = useDocument("units");
  const { price } = usePlan("price");
  const { currency, shares } = price;
  const each = price.cost_per_m3.value;
  return (
    <>
      <p className="max-w-[76ch] leading-[1.9]">
        Kept for <Entry label="Years it is paid for" path="/price/years" kind="count" value={shares.years} /> years,
        with money worth{" "}
        <Entry
          label="What money is worth less a year from now"
          path="/price/discount_rate"
          kind="percent"
          value={shares.discount_rate}
        />{" "}
        less each year: <Why figure={price.yearly} units={units} /> of upkeep a year,{" "}
        <Why figure={price.present_cost} units={units} /> in all in money of today
        {each !== null && (
          <>
            ,{" "}
            <Why figure={price.cost_per_m3} units={units}>
              {costOf(each, currency, units)}
            </Why>{" "}
            for each {costUnit(units)} of water delivered
          </>
        )}
        .
      </p>
      <YearsOfMoney price={price} />
      <section aria-label="Upkeep">
        <h2 className="heading">Upkeep</h2>
        <DataTable
          head={["", "How much", "Every", "Each time", "A year"]}
          rows={price.upkeep.map((line) => ({
            key: `${line.stage} ${line.key} ${line.why}`,
            name: (
              <>
                {line.name} <span className="note block">{line.replaces ? `${line.why}, replaced` : line.why}</span>
              </>
            ),
            cells: [
              line.sold,
              every(line.every_months),
              line.each_time === null ? "not priced" : money(currency, line.each_time),
              line.yearly === null ? "–" : money(currency, line.yearly),
            ],
          }))}
        />
      </section>
    </>
  );
}

const every = (months: number) =>
  months < 23.5 ? `${fixed(months, 0)} months` : `${fixed(months / 12, months % 12 < 0.5 ? 0 : 1)} years`;
