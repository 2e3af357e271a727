import { useDocument, usePlan } from "../../document/shown";
import { nothingIndoors } from "../../document/nothingIndoors";
import { useAxis } from "../../lib/axis";
import { monthName } from "../../lib/dates";
import { rate } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { Cautions, Findings } from "../../document/Findings";
import { Derivation } from "../../ui/Why";
import { MonthEntries } from "../../document/MonthEntries";
import { UseChart } from "./UseChart";

/** The year of demand against the year of harvest, month by month. */
export function YearView({ months }: { months: number[] }) {
  const axis = useAxis();
  const document = useDocument("household", "units");
  const plan = usePlan("findings", "household");
  const { household: entered, units } = document;
  const figures = plan.household.figures;
  const place = { months, narrow: axis.narrow, left: axis.left, width: axis.width };
  const explained = ["demand_l_day", "top_month_l_day", "litres_person_day", "elsewhere_l_year"].filter(
    (key) =>
      figures[key] &&
      (key !== "elsewhere_l_year" || (figures[key].value ?? 0) > 0) &&
      !(key === "litres_person_day" && nothingIndoors(entered)),
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,69%)_minmax(0,1fr)]">
      <section aria-label="Use and roof water by month">
        <UseChart months={months} />
        <MonthEntries
          {...place}
          title="Guests, mean number"
          name="Guests"
          path="/household/guests"
          kind="count"
          values={entered.guests}
          step={0.1}
        />
        <MonthEntries
          {...place}
          title={`Garden by the can, ${units === "us" ? "gal" : "m³ or L"} a month`}
          name="Garden water"
          path="/household/garden_l_month"
          kind="volume"
          values={entered.garden_l_month}
        />
        <MonthsTable months={months} />
      </section>
      <aside aria-label="Why" className="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
        <section>
          <h2 className="heading">Why {rate(figures["demand_l_day"]!.value ?? 0, units)}</h2>
          <div className="mt-1 grid gap-3">
            {explained.map((key) => (
              <div key={key} className="border-b border-rule pb-2">
                <Derivation figure={figures[key]!} units={units} />
              </div>
            ))}
          </div>
        </section>
        <Findings findings={plan.findings.filter((finding) => finding.stage === "household")} />
        <Cautions cautions={plan.household.cautions} />
      </aside>
    </div>
  );
}

function MonthsTable({ months }: { months: number[] }) {
  const document = useDocument("units");
  const plan = usePlan("household");
  const rows = plan.household.months;
  const has = (key: "animals_l_day" | "other_l_day" | "elsewhere_l_day") => rows.some((row) => row[key] > 0);
  const columns = [
    ["Indoors", "indoor_l_day"],
    ["Garden", "garden_l_day"],
    ...(has("animals_l_day") ? [["Animals", "animals_l_day"]] : []),
    ...(has("other_l_day") ? [["Other", "other_l_day"]] : []),
    ["Together", "total_l_day"],
    ...(has("elsewhere_l_day") ? [["Other water", "elsewhere_l_day"]] : []),
  ] as [string, "indoor_l_day"][];
  return (
    <details className="mt-3">
      <summary className="fix min-h-11 cursor-pointer py-2">Months as a table</summary>
      <DataTable
        head={["Month", "People", ...columns.map(([name]) => name)]}
        rows={months.map((month) => ({
          key: String(month),
          name: monthName(month),
          cells: [
            rows[month - 1]!.people.toLocaleString("en-US", { maximumFractionDigits: 1 }),
            ...columns.map(([, key]) => rate(rows[month - 1]![key], document.units)),
          ],
        }))}
      />
    </details>
  );
}
