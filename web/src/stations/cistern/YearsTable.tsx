import { useState } from "react";
import { useDocument, usePlan } from "../../document/shown";
import { dayName, parseDay } from "../../lib/dates";
import { rain as rainWords, volume } from "../../lib/units";
import { DataTable, yearName } from "../../ui/DataTable";

const HEAD = ["Year", "Rain", "Off the roofs", "Wanted", "Supplied", "Missed", "Spilled", "Dry days", "Lowest", "on"];

/** The table behind the pictures: every water year of the replay. */
export function YearsTable() {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-4" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="fix min-h-11 cursor-pointer py-2">Every year as a table</summary>
      {open && <Years />}
    </details>
  );
}

function Years() {
  const document = useDocument("units");
  const plan = usePlan("cistern", "rain");
  const units = document.units;
  const { years, lean_year } = plan.cistern!;
  return (
    <DataTable
      head={HEAD}
      rows={years.map((year, row) => ({
        key: year.start,
        name: yearName(year),
        strong: row === lean_year,
        cells: [
          rainWords(plan.rain!.years[row]!.total_mm, units),
          ...[year.inflow_l, year.demand_l, year.supplied_l, year.shortfall_l, year.spilled_l].map((litres) =>
            volume(litres, units),
          ),
          year.short_days,
          volume(year.lowest_l, units),
          dayName(parseDay(year.lowest_date)),
        ],
      }))}
    />
  );
}
