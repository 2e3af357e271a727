import type { Lasting, LogWork } from "../../api/log";
import { useDocument } from "../../document/shown";
import { addDays, daysBetween, monthName, parseDay } from "../../lib/dates";
import { fixed, rain, volume, volumeTick, volumeTicks, volumeUnit } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { LegendKey } from "../../ui/LegendKey";
import { fieldOf, LineChart, pathOf } from "../../ui/LineChart";
import { dayOf, inMonths } from "./words";

const PAST_DAYS = 150;
const AHEAD_DAYS = 366;

/** From the last level on: every recorded year's coming months, and what makes the water last longer. */
export function LastsView({ work }: { work: LogWork }) {
  const { lasting } = work;
  const { units } = useDocument("units");
  if (!lasting) return <p>A level and a rain record say how long the water lasts. Write a level down above.</p>;
  const short = lasting.short_by;
  return (
    <>
      <Fan work={work} lasting={lasting} />
      <p className="flex flex-wrap gap-x-5 text-small">
        <LegendKey fill="var(--water-3)">eight recorded years in ten lie in the field</LegendKey>
        <LegendKey mark={<path d="M0 7h16" stroke="var(--water-9)" strokeWidth="2" />}>
          every other has more
        </LegendKey>
        <LegendKey mark={<circle cx="8" cy="7" r="3" fill="var(--ink)" />}>levels that were read</LegendKey>
      </p>
      <div className="mt-3 grid gap-x-8 gap-y-3 desk:grid-cols-2">
        <section aria-label="Short by">
          <h2 className="heading border-b-[1.5px] border-ink">When water is short</h2>
          <DataTable
            head={["Of the recorded years", "short by"]}
            rows={[
              ["one in ten", by(short.p10)],
              ["every other", by(short.p50)],
              ["nine in ten", by(short.p90)],
              ["not short within a year", `${lasting.never_short} of ${lasting.years}`],
            ].map(([name, day]) => ({ key: name!, name, cells: [day] }))}
          />
          <p className="mt-1.5 text-small leading-snug">
            With no rain at all it lasts {inMonths(lasting.no_rain_days)}, to {dayOf(lasting.no_rain_until)}.{" "}
            {lasting.order_by ? (
              <strong>
                Order a load by {dayOf(lasting.order_by)}: it takes {lasting.lead_days} days
                {lasting.lead_assumed ? " (assumed)" : ""}, and one year in ten is short after that.
              </strong>
            ) : (
              "No load has to be ordered: nine years in ten there is water for a year."
            )}
          </p>
        </section>
        <section aria-label="What using less would buy">
          <h2 className="heading border-b-[1.5px] border-ink">What using less from today would buy</h2>
          {lasting.gains.length === 0 ? (
            <p className="text-small">The household has no saving steps: they are entered under Household.</p>
          ) : (
            <DataTable
              head={["From today on", "nine years in ten have water"]}
              rows={lasting.gains.map((gain) => ({ key: gain.key, name: gain.name, cells: [bought(gain, lasting)] }))}
            />
          )}
        </section>
      </div>
      {lasting.season && <Season season={lasting.season} />}
      <p className="note mt-2 max-w-[72ch]">
        On rain alone, with the saving steps as entered: each of {lasting.years} recorded years begins with{" "}
        {volume(lasting.level_l, units)} on {dayOf(lasting.from_day)}.
        {lasting.partly_assumed && " A store that nobody read is taken to be as full as the others."}
      </p>
    </>
  );
}

/** What the season so far says besides, where the record shows that it says anything. */
function Season({ season }: { season: NonNullable<Lasting["season"]> }) {
  const { units } = useDocument("units");
  const so_far = `The ${season.days} days before brought ${rain(season.rain_mm, units)}; ${rain(season.usual_mm, units)} is usual.`;
  if (!season.sure || !season.short_by)
    return (
      <p className="mt-3 max-w-[72ch] text-small leading-snug">
        {so_far} Here that says nothing of the months to come: with each of {season.years} recorded years left out in
        turn, years that began alike forecast it no better than all of them.
      </p>
    );
  return (
    <p className="mt-3 max-w-[72ch] text-small leading-snug">
      {so_far} Years that began alike forecast the months to come better here, by {fixed(100 * season.better_by, 0)}{" "}
      %, with each of {season.years} recorded years left out in turn. By them one year in ten is short by{" "}
      {by(season.short_by.p10)}, every other by {by(season.short_by.p50)}.
    </p>
  );
}

const by = (day: string | null) => (day ? dayOf(day) : "not within a year");

function bought(gain: Lasting["gains"][number], lasting: Lasting): string {
  const now = lasting.short_by.p10;
  const then = gain.short_by.p10;
  if (!then) return now ? "for a year" : "for a year, as they have";
  const more = now ? daysBetween(parseDay(now), parseDay(then)) : 0;
  return `to ${dayOf(then)}${more > 0 ? `, ${more} days more` : ""}`;
}

function Fan({ work, lasting }: { work: LogWork; lasting: Lasting }) {
  const { units } = useDocument("units");
  const start = parseDay(lasting.from_day);
  const at = (iso: string) => daysBetween(start, parseDay(iso));
  const { p10_l, p50_l, p90_l } = lasting.fan;
  const line = (levels: number[]) => levels.map((litres, day): [number, number] => [day, litres]);
  const read = work.levels.filter(({ on }) => at(on) >= -PAST_DAYS && at(on) <= 0);
  const months = Array.from({ length: 18 }, (_, month) => {
    const date = new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() - 4 + month, 1));
    return { at: daysBetween(start, date), name: monthName(date.getUTCMonth() + 1) };
  }).filter(({ at: day }) => day >= -PAST_DAYS && day <= AHEAD_DAYS);
  const short = lasting.short_by.p10;
  return (
    <LineChart
      label={`Drawable water from ${dayOf(lasting.from_day)}: ${
        short
          ? `one recorded year in ten is short by ${dayOf(short)}`
          : "no recorded year of ten is short within a year"
      }`}
      height={260}
      xFrom={-PAST_DAYS}
      xReach={AHEAD_DAYS}
      yReach={lasting.live_l * 1.05}
      xTicks={months}
      yTicks={volumeTicks(lasting.live_l, units).map((litres) => ({ at: litres, name: volumeTick(litres, units) }))}
      yName={`${volumeUnit(units)} that can be drawn`}
      xName={`from ${dayOf(lasting.from_day)} to ${dayOf(addDays(start, AHEAD_DAYS).toISOString().slice(0, 10))}`}
    >
      {({ x, y, foot }) => {
        const placed = (points: [number, number][]) => points.map(([day, l]): [number, number] => [x(day), y(l)]);
        return (
          <>
            <path d={fieldOf(placed(line(p90_l)), placed(line(p10_l)))} fill="var(--water-3)" />
            <path d={pathOf(placed(line(p50_l)))} fill="none" stroke="var(--water-9)" strokeWidth="2" />
            <path
              d={`M${x(-PAST_DAYS)} ${y(lasting.live_l)}H${x(AHEAD_DAYS)}`}
              stroke="var(--ink-2)"
              strokeDasharray="2 3"
            />
            <path
              d={pathOf(placed(read.map(({ on, level_l }): [number, number] => [at(on), level_l])))}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.2"
            />
            {read.map(({ on, level_l }) => (
              <circle key={on} cx={x(at(on))} cy={y(level_l)} r="2.6" fill="var(--ink)" />
            ))}
            <path d={`M${x(0)} 14V${foot}`} stroke="var(--ink-2)" />
            {short && at(short) <= AHEAD_DAYS && (
              <>
                <path d={`M${x(at(short))} 14V${foot}`} stroke="var(--parched-7)" strokeWidth="2" />
                <text
                  x={x(at(short)) + (at(short) > AHEAD_DAYS - 110 ? -5 : 5)}
                  y={26}
                  textAnchor={at(short) > AHEAD_DAYS - 110 ? "end" : "start"}
                  className="axis halo"
                >
                  one year in ten short
                </text>
              </>
            )}
          </>
        );
      }}
    </LineChart>
  );
}
