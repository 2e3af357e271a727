import type { Comparisons } from "../../api/client";
import { Compared } from "../../document/comparisons";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, costOf, costUnit, fixed, volume } from "../../lib/units";
import type { Kind } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { Entry } from "../../document/Entry";
import { Why } from "../../ui/Why";
import { BandChart } from "./BandChart";
import { FirstYearChart } from "./FirstYearChart";
import { useHeld } from "../../document/pointing";
import { nothingIndoors } from "../../document/nothingIndoors";
import { TakeIt } from "../../document/TakeIt";
import { ScrollBox } from "../../ui/ScrollBox";

/** How far the answer can be trusted: other weather, other orders of the years, the first filling, other options. */
export function SafetyView() {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 desk:grid-cols-2">
      <BandChart />
      <StressTable />
      <FirstYearChart />
      <WaysTable />
    </div>
  );
}

function StressTable() {
  const document = useDocument("units");
  const plan = usePlan("cistern");
  const { figures } = plan.cistern!;
  return (
    <section aria-label="Worse weather">
      <h2 className="heading">If the weather is worse than the record</h2>
      <div className="mt-1">
        <Compared>
          {({ stress }) => (
            <DataTable
              head={["", "Carried", "Dry days", "Missed"]}
              rows={stress.map((test) => ({
                key: test.key,
                name: test.label,
                cells: [
                  `${test.years_carried} of ${test.of_years}`,
                  test.short_days.toLocaleString("en-US"),
                  volume(test.shortfall_l, document.units),
                ],
                strong: test.key === "none",
              }))}
            />
          )}
        </Compared>
      </div>
      <p className="note mt-1.5">
        Today’s tanks, each line replayed through all its days.{" "}
        {figures["rain_kept_share"] && (
          <>
            Longer dry spells leave <Why figure={figures["rain_kept_share"]} units={document.units} /> of the rain,
            later.
          </>
        )}
      </p>
    </section>
  );
}

function WaysTable() {
  return (
    <section aria-label="What water in the lean year costs">
      <h2 className="heading">What water in the lean year costs</h2>
      <Compared>{(compared) => <Ways compared={compared} />}</Compared>
      <WaysPrices />
    </section>
  );
}

function Ways({ compared }: { compared: Comparisons }) {
  const { prices, units } = useDocument("prices", "units");
  const plan = usePlan("cistern", "tank_l");
  const { probe_l } = compared;
  const options = useHeld(compared.options);
  const smaller = probe_l < plan.tank_l - 1;
  const knee = plan.cistern!.figures["knee_l"]!;
  return (
    <>
      <ScrollBox label="Options" className="-m-1 p-1">
        <table className="table-lines mt-1 w-full text-table">
          <thead>
            <tr>
              <th scope="col">Option</th>
              <th scope="col">Adds then</th>
              <th scope="col">Costs once</th>
              <th scope="col">Each lean-year {costUnit(units)}</th>
              <th scope="col">
                <span className="sr-only">Use it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {options.map((option, i) => (
              <tr key={option.key} title={option.working}>
                <th scope="row" className={i === 0 && option.cost_m3 !== null ? "font-bold!" : ""}>
                  {option.label}
                </th>
                <td>{volume(option.lean_year_l, units)}</td>
                <td>{option.cost ? `${prices.currency}${fixed(option.cost, 0)}` : "–"}</td>
                <td className={i === 0 ? "font-bold!" : ""}>
                  {option.cost_m3 !== null
                    ? costOf(option.cost_m3, prices.currency, units)
                    : option.priced
                      ? "adds none"
                      : "not priced"}
                </td>
                <td>
                  {option.operations.length > 0 && (option.cost_m3 !== null || !option.priced) && (
                    <TakeIt label={option.label} chosen={false} operations={option.operations as never} />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollBox>
      <p className="note mt-1.5">
        {smaller
          ? `Today’s tanks miss nothing in the lean year, so the options are compared at a tank of ${volume(probe_l, units)}.`
          : "Each option alone, on today’s tanks."}{" "}
        {knee.value !== null && (
          <>
            More tank stops being the cheapest way at <strong>{volume(knee.value, units)}</strong>: {knee.working}.
          </>
        )}
      </p>
    </>
  );
}

/** What the options are priced by, each entered here. */
function WaysPrices() {
  const { prices, units, household } = useDocument("prices", "units", "household");
  const { rates } = usePlan("price").price;
  const price = (label: string, field: keyof typeof prices, kind: Kind = "money") => (
    <Entry label={label} path={`/prices/${field}`} kind={kind} value={rates[field] ?? Number(prices[field])} />
  );
  return (
    <p className="mt-2 text-table leading-[1.9]">
      Prices in {prices.currency}, by the firm’s price book where it has them and nobody has entered others:{" "}
      {price("Price of each tank", "tank_each")} a tank, {price("Price of tank by volume", "tank_m3", "money_m3")} and{" "}
      {price("Price of the pad by volume of tank", "pad_m3", "money_m3")} for its pad each {costUnit(units)}, water
      from elsewhere {price("Price of water by volume", "water_m3", "money_m3")} each {costUnit(units)}, rain roof{" "}
      {price("Price of rain roof by area", "rain_roof_m2", "money_m2")} each {axisUnit("area", units).unit}
      {!nothingIndoors(household) && (
        <>
          , low-use fittings {price("Price of low-use fittings", "low_use_fittings")}, a dry toilet{" "}
          {price("Price of a dry toilet", "dry_toilet")}, greywater{" "}
          {price("Price of a greywater system", "greywater")}
        </>
      )}
      ; spread over{" "}
      <Entry
        label="Years of service"
        path="/prices/service_years"
        kind="count"
        value={rates["service_years"] ?? prices.service_years}
      />{" "}
      years.
    </p>
  );
}
