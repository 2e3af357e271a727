import type { ReactNode } from "react";
import type { CisternPlan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { dayName, parseDay } from "../../lib/dates";
import { fixed, volume } from "../../lib/units";
import { Why } from "../../ui/Why";
import { ScrollBox } from "../../ui/ScrollBox";

const FROM_ELSEWHERE = {
  none: "From elsewhere",
  mains: "Of it from the mains",
  well: "Of it from the well",
  truck: "Of it by truck",
};
type Year = CisternPlan["years"][number];

/** What the replay came to: the year that is shown, the mean year, the whole record. */
export function ResultsTable({ yearRow }: { yearRow: number }) {
  const document = useDocument("household", "units");
  const plan = usePlan("cistern");
  const cistern = plan.cistern!;
  const units = document.units;
  const kind = document.household.back_up.kind;
  const year = cistern.years[yearRow]!;
  const counted = cistern.years.filter((each) => each.counted);
  const figure = (key: string) => <Why figure={cistern.figures[key]!} units={units} />;
  const total = (pick: (each: Year) => number) => cistern.years.reduce((sum, each) => sum + pick(each), 0);
  const mean = (pick: (each: Year) => number) =>
    counted.length ? volume(counted.reduce((sum, each) => sum + pick(each), 0) / counted.length, units) : "–";
  const volumes: [string, (each: Year) => number, ReactNode?][] = [
    ["Off the roofs", (each) => each.inflow_l],
    ["Wanted", (each) => each.demand_l],
    ["Supplied", (each) => each.supplied_l],
    ...(cistern.years.some((each) => each.other_water_l > 0)
      ? ([[FROM_ELSEWHERE[kind], (each) => each.other_water_l]] as [string, (each: Year) => number][])
      : []),
    ...(cistern.steps.length
      ? ([["Given up by steps", (each) => each.given_up_l, figure("given_up_l")]] as [
          string,
          (each: Year) => number,
          ReactNode,
        ][])
      : []),
    ["Missed", (each) => each.shortfall_l, figure("shortfall_l")],
    ["Spilled", (each) => each.spilled_l],
  ];
  const wholeRecord = cistern.years.length === counted.length;
  const dryDays = total((each) => each.short_days);
  return (
    <section aria-label="Results">
      <ScrollBox label="Results" className="-m-1 p-1">
        <table className="table-lines w-full text-table">
          <thead>
            <tr>
              <th scope="col">
                <span className="heading text-ink">Results</span>
              </th>
              <th scope="col" className="text-ink!">
                <strong>{year.label}</strong>
              </th>
              <th scope="col">mean year</th>
              <th scope="col">{wholeRecord ? `all ${counted.length} years` : "whole record"}</th>
            </tr>
          </thead>
          <tbody>
            {volumes.map(([name, pick, why]) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>{volume(pick(year), units)}</td>
                <td>{mean(pick)}</td>
                <td>{why ?? volume(total(pick), units)}</td>
              </tr>
            ))}
            <tr>
              <th scope="row">Dry days</th>
              <td className={year.short_days ? "font-bold text-alarm" : ""}>{year.short_days}</td>
              <td>
                {counted.length
                  ? fixed(counted.reduce((sum, each) => sum + each.short_days, 0) / counted.length, 1)
                  : "–"}
              </td>
              <td className={dryDays ? "font-bold text-alarm" : ""}>{figure("short_d")}</td>
            </tr>
            <tr>
              <th scope="row">Lowest store</th>
              <td>{volume(year.lowest_l, units)}</td>
              <td>{mean((each) => each.lowest_l)}</td>
              <td>
                {wholeRecord
                  ? figure("tightest_l")
                  : volume(Math.min(...cistern.years.map((each) => each.lowest_l)), units)}
              </td>
            </tr>
          </tbody>
        </table>
      </ScrollBox>
      <p className="mt-1.5 text-table leading-relaxed">
        Met {figure("volumetric_reliability")} of the water wanted
        {cistern.figures["hourly_reliability"] && <> ({figure("hourly_reliability")} by the hour)</>} and{" "}
        {figure("time_reliability")} of the days; kept {figure("roof_water_used")} of what the roofs brought
        {(cistern.figures["worst_shortage_d"]?.value ?? 0) > 0 && (
          <>; {figure("worst_shortage_d")} were dry in the worst shortage</>
        )}
        {cistern.figures["stands_d"]?.value != null && <>; water stays {figure("stands_d")} on the mean</>}.{" "}
        {year.label} was lowest on {dayName(parseDay(year.lowest_date))}.
      </p>
    </section>
  );
}
