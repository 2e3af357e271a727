import { useState } from "react";
import { useWorkbench } from "../../frame/workbench";
import { dayName, parseDay } from "../../lib/dates";
import { rain as rainWords, volume } from "../../lib/units";

/** The table behind the pictures: every water year of the replay. */
export function YearsTable() {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-4" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="fix min-h-11 cursor-pointer py-2">Every year as a table</summary>
      {open && <Table />}
    </details>
  );
}

function Table() {
  const { plan, document } = useWorkbench().shown;
  const units = document.units;
  return (
    <div className="overflow-x-auto">
      <table className="table-lines w-full text-[14px]">
        <thead>
          <tr>
            {[
              "Year",
              "Rain",
              "Off the roofs",
              "Wanted",
              "Supplied",
              "Missed",
              "Spilled",
              "Dry days",
              "Lowest",
              "on",
            ].map((name) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.cistern!.years.map((year, row) => (
            <tr key={year.start} className={row === plan.cistern!.lean_year ? "font-bold" : ""}>
              <th scope="row">
                {year.label}
                {!year.whole ? ", part" : year.counted ? "" : ", not counted"}
              </th>
              <td>{rainWords(plan.rain!.years[row]!.total_mm, units)}</td>
              <td>{volume(year.inflow_l, units)}</td>
              <td>{volume(year.demand_l, units)}</td>
              <td>{volume(year.supplied_l, units)}</td>
              <td>{volume(year.shortfall_l, units)}</td>
              <td>{volume(year.spilled_l, units)}</td>
              <td>{year.short_days}</td>
              <td>{volume(year.lowest_l, units)}</td>
              <td>{dayName(parseDay(year.lowest_date))}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
