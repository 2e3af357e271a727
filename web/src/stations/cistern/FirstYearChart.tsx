import { useDocument, usePlan } from "../../document/shown";
import { addDays, dayName, monthName, parseDay } from "../../lib/dates";
import { fixed, volume, volumeTick, volumeTicks, volumeUnit } from "../../lib/units";
import { DayEntry } from "../../document/DayEntry";
import { Entry } from "../../document/Entry";
import { fieldOf, LineChart, pathOf } from "../../ui/LineChart";

/** What the empty tank holds through its first year, whichever recorded year that year turns out to be. */
export function FirstYearChart() {
  const document = useDocument("cistern", "units");
  const plan = usePlan("cistern");
  const units = document.units;
  const { first_year: first, live_l } = plan.cistern!;
  const start = parseDay(`2001-${first.first_day === "02-29" ? "02-28" : first.first_day}`);
  const reach = Math.max(...first.p90_l, first.wanted_l, live_l * 0.2, 1);
  const ticks = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]
    .map((month) => {
      const first = new Date(
        Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + month + (start.getUTCDate() > 1 ? 1 : 0), 1),
      );
      return { at: (first.getTime() - start.getTime()) / 86_400_000, name: monthName(first.getUTCMonth() + 1) };
    })
    .filter((tick, i) => tick.at <= 364 && i % 2 === 0);
  const by = first.wanted_by;
  const said = by === null ? null : dayName(addDays(start, by)).replace(/ \d{4}$/, "");
  return (
    <section aria-label="The first year">
      <h2 className="heading">The first year</h2>
      <p className="text-aside leading-[1.8]">
        Empty on <DayEntry label="Day the filling begins" path="/cistern/first_day" value={first.first_day} />, on
        rain alone, wanting{" "}
        <Entry
          label="Wanted in the first year"
          path="/cistern/first_year_wanted_l"
          kind="volume"
          value={document.cistern.first_year_wanted_l}
        />
        :{" "}
        {said ? `nine years in ten have held it by ${said}` : "fewer than nine years in ten hold it within the year"}.
        A first year has {fixed(first.dry_days_mean, first.dry_days_mean < 10 ? 1 : 0)} dry days in the mean.
      </p>
      <LineChart
        label="Store through the first year"
        height={190}
        xReach={364}
        yReach={reach}
        xTicks={ticks}
        yTicks={volumeTicks(reach, units, 3).map((at) => ({ at, name: volumeTick(at, units) }))}
        yName={`${volumeUnit(units)} in the store`}
        xName=""
      >
        {({ x, y, right }) => {
          const line = (litres: number[]): [number, number][] => litres.map((each, i) => [x(first.day[i]!), y(each)]);
          return (
            <>
              <path d={fieldOf(line(first.p90_l), line(first.p10_l))} fill="var(--water-1)" />
              <path d={pathOf(line(first.p50_l))} fill="none" stroke="var(--water-7)" strokeWidth="2.4" />
              <path d={pathOf(line(first.p10_l))} fill="none" stroke="var(--water-9)" strokeWidth="1.4" />
              <path
                d={`M${x(0)} ${y(first.wanted_l)}H${right}`}
                stroke="var(--parched-7)"
                strokeDasharray="5 4"
                strokeWidth="1.4"
              />
              <text
                x={right}
                y={y(first.wanted_l) - 5}
                textAnchor="end"
                className="label halo"
                style={{ fill: "var(--parched-7)" }}
              >
                wanted
              </text>
              {by !== null && (
                <circle
                  cx={x(by)}
                  cy={y(first.wanted_l)}
                  r="5"
                  fill="var(--sheet)"
                  stroke="var(--ink)"
                  strokeWidth="2"
                />
              )}
            </>
          );
        }}
      </LineChart>
      <p className="note">
        Field: eight years in ten of {first.years}; line: the middle one; {volume(live_l, units)} is full.
      </p>
    </section>
  );
}
