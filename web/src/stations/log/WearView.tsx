import type { LogWork, Wear } from "../../api/log";
import { useDocument } from "../../document/shown";
import { daysBetween, parseDay } from "../../lib/dates";
import { fixed, flow, pressure } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { OF_THE_BALANCE } from "./BehavesView";
import { LearnedList } from "./LearnedList";
import { dayOf } from "./words";

const ROW = 34;
const LIGHT_SHOWN = 6;

const BY = {
  estimate: "by the estimate of the design",
  changes: "by how long the ones before it lasted",
  pressure: "by its pressure since it was changed",
  sensor: "by its sensor",
  hours: "by its rated hours",
} as const;

/** Cartridges and the lamp: when each was changed, how long it lasts here, when it is due. */
export function WearView({ work }: { work: LogWork }) {
  const { units } = useDocument("units");
  return (
    <>
      {work.in_use_since === null && (
        <p className="max-w-[72ch]">
          It is not known since when the supply is in use: the day is entered under Due. Until then nothing is due by
          an estimate.
        </p>
      )}
      <ul>
        {work.wear.map((each) => (
          <li key={each.key} className="border-b border-rule py-2">
            <p className="flex flex-wrap items-baseline justify-between gap-x-4 leading-snug">
              <strong>{each.name}</strong>
              <span>{dueWords(each)}</span>
            </p>
            <Line wear={each} today={work.today} since={work.in_use_since} />
            <p className="note leading-snug">{details(each, units)}</p>
            {each.light.length > 0 && <Light rows={each.light} units={units} />}
          </li>
        ))}
      </ul>
      <LearnedList rows={work.learned.filter(({ key }) => !OF_THE_BALANCE.includes(key))} />
    </>
  );
}

function dueWords({ due, due_low, due_high, by }: Wear): string {
  if (!due) return "no day is known";
  const range = due_low && due_high && due_low !== due_high ? `, from ${dayOf(due_low)} to ${dayOf(due_high)}` : "";
  return `due ${dayOf(due)}${range}; ${BY[by]}`;
}

function details(wear: Wear, units: Units): string {
  const usual = `The design counts on ${fixed(wear.usual_months, 1)} months`;
  const own = wear.own_months
    ? `; ${wear.lives === 1 ? "the one that was changed here makes" : `the ${wear.lives} that were changed here make`} it ${fixed(wear.own_months, 1)}`
    : "";
  const last = wear.changed.at(-1);
  const changed = last ? `. Last changed on ${dayOf(last)}` : ". None was changed yet";
  const read = wear.pressures.at(-1);
  const taken =
    read && wear.change_kpa
      ? `. It took ${pressure(read.drop_kpa, units)} on ${dayOf(read.on)}, and is changed at ${pressure(wear.change_kpa, units)}`
      : "";
  const light = wear.light.at(-1);
  const seen = light
    ? `. Its light was ${fixed(100 * light.share, 0)} % of a new lamp's on ${dayOf(light.on)}${
        wear.least_share ? `, and the dose needs ${fixed(100 * wear.least_share, 0)} %` : ""
      }`
    : "";
  return `${usual}${own}${changed}${taken}${seen}.`;
}

/** What the lamp's sensor showed, the newest first, with what else makes it show less. */
function Light({ rows, units }: { rows: Wear["light"]; units: Units }) {
  return (
    <div className="mt-1 overflow-x-auto">
      <table className="text-small">
        <thead>
          <tr className="note text-left">
            <th className="pr-4 font-normal">Read on</th>
            <th className="pr-4 text-right font-normal">Light</th>
            <th className="pr-4 font-normal">Source</th>
            <th className="pr-4 text-right font-normal">Flow</th>
            <th className="text-right font-normal">Since sleeve and window were cleaned</th>
          </tr>
        </thead>
        <tbody>
          {rows
            .slice(-LIGHT_SHOWN)
            .reverse()
            .map((read, row) => (
              <tr key={`${read.on} ${row}`}>
                <td className="pr-4 whitespace-nowrap">{dayOf(read.on)}</td>
                <td className="pr-4 text-right whitespace-nowrap">{fixed(100 * read.share, 0)} %</td>
                <td className="pr-4">{read.source || "–"}</td>
                <td className="pr-4 text-right">{read.flow_l_s === null ? "–" : flow(read.flow_l_s, units)}</td>
                <td className="text-right">{cleanedFor(read.cleaned_days)}</td>
              </tr>
            ))}
        </tbody>
      </table>
    </div>
  );
}

function cleanedFor(days: number | null): string {
  if (days === null) return "not written down";
  return days === 1 ? "1 day" : `${days} days`;
}

/** When it was changed, and when it is due, on one line of days. */
function Line({ wear, today, since }: { wear: Wear; today: string; since: string | null }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const days = [since, today, ...wear.changed, wear.due, wear.due_low, wear.due_high].filter((day) => day !== null);
  const begin = parseDay(days.reduce((one, other) => (other < one ? other : one)));
  const end = parseDay(wear.due_high ?? wear.due ?? today);
  const reach = Math.max(30, daysBetween(begin, end), daysBetween(begin, parseDay(today)));
  const x = (day: string) => 6 + ((Math.max(width, 200) - 12) * daysBetween(begin, parseDay(day))) / reach;
  const words = `${wear.name}: ${wear.changed.length === 0 ? "not changed yet" : `changed on ${wear.changed.map(dayOf).join(", ")}`}; ${dueWords(wear)}`;
  return (
    <div ref={box}>
      <svg width={width} height={ROW} role="img" aria-label={words} className="block">
        <path d={`M0 17H${width}`} stroke="var(--rule)" />
        {wear.due_low && wear.due_high && (
          <rect
            x={x(wear.due_low)}
            y={11}
            width={Math.max(2, x(wear.due_high) - x(wear.due_low))}
            height={12}
            fill="var(--parched-2, var(--rule))"
          />
        )}
        {wear.due && <path d={`M${x(wear.due)} 7v20`} stroke="var(--parched-7)" strokeWidth="2.2" />}
        {wear.changed.map((day) => (
          <circle key={day} cx={x(day)} cy={17} r={4} fill="var(--water-7)" />
        ))}
        <path d={`M${x(today)} 3v28`} stroke="var(--ink)" strokeDasharray="2 2" />
      </svg>
    </div>
  );
}
