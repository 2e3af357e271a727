import type { BuildTask } from "../../api/build";
import { addDays, daysBetween, monthName, parseDay } from "../../lib/dates";
import { useWidth } from "../../ui/useWidth";

const SKY = 34;
const GROUND = 52;
const ARCS = 54;
const AXIS = 16;
const MOST_DAYS = 400;

type DayOf = { at: number; hours: number; unfit: number | null; holds: number; failed: number };

/** Every day from the first to the last: rain that would stop the work hangs from the top, the hours of work stand under
 * the line with what must be seen, and the arcs lead from task to task on the way that the end hangs on. */
export function DaysStrip({ tasks, starts }: { tasks: readonly BuildTask[]; starts: string | null }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const dated = tasks.filter(
    ({ on, until, status }) => on !== null && until !== null && status !== "gone" && starts !== null && on >= starts,
  );
  if (dated.length === 0)
    return (
      <p className="note max-w-[70ch]">
        Enter the first day on the site: the days of the plan are then drawn, each with how often the record had
        weather for its work.
      </p>
    );
  const first = dated.reduce((least, { on }) => (on! < least ? on! : least), dated[0]!.on!);
  const last = dated.reduce((most, { until }) => (until! > most ? until! : most), dated[0]!.until!);
  const start = parseDay(first);
  const count = Math.min(MOST_DAYS, daysBetween(start, parseDay(last)) + 1);
  const days = perDay(dated, start, count);
  const inner = Math.max(width, 240);
  const step = inner / count;
  const most = Math.max(...days.map(({ hours }) => hours), 1);
  const middle = (at: number) => (at + 0.5) * step;
  const chain = dated
    .filter(({ critical }) => critical)
    .toSorted((one, other) => (one.on! < other.on! ? -1 : one.on! > other.on! ? 1 : one.day - other.day));
  return (
    <div ref={box}>
      <svg
        width={inner}
        height={SKY + GROUND + ARCS + AXIS}
        role="img"
        aria-label={`${count} days from ${first} to ${last}; ${chain.length} tasks that the end hangs on`}
        className="block"
      >
        {days.map(({ at, hours, unfit, holds, failed }) => (
          <g key={at}>
            {unfit !== null && unfit > 0 && (
              <rect
                x={at * step + step * 0.15}
                y={0}
                width={step * 0.7}
                height={Math.max(1.5, unfit * SKY)}
                fill="var(--water-5)"
              />
            )}
            {hours > 0 && (
              <rect
                x={at * step + step * 0.08}
                y={SKY + 1}
                width={step * 0.84}
                height={(hours / most) * (GROUND - 14)}
                fill="var(--earth-3)"
              />
            )}
            {holds > 0 && (
              <path
                d={`M${middle(at)} ${SKY - 5}l5 5-5 5-5-5z`}
                fill={failed > 0 ? "var(--alarm)" : "var(--sheet)"}
                stroke={failed > 0 ? "var(--alarm)" : "var(--ink)"}
                strokeWidth="1.4"
              />
            )}
          </g>
        ))}
        <path d={`M0 ${SKY}H${inner}`} stroke="var(--ink)" strokeWidth="1.5" />
        <Arcs chain={chain} start={start} middle={middle} y={SKY + GROUND} />
        <Dates start={start} count={count} step={step} y={SKY + GROUND + ARCS + 12} />
      </svg>
      <p className="note">
        From the top: how often the record had no weather for that day’s work. Under the line: hours of work;
        diamonds: what must be seen. Arcs: what the end hangs on.
      </p>
    </div>
  );
}

function perDay(tasks: readonly BuildTask[], start: Date, count: number): DayOf[] {
  const days: DayOf[] = Array.from({ length: count }, (_, at) => ({
    at,
    hours: 0,
    unfit: null,
    holds: 0,
    failed: 0,
  }));
  for (const task of tasks) {
    const from = daysBetween(start, parseDay(task.on!));
    const span = Math.max(1, task.last_day - task.day + 1);
    const begun = days[from];
    if (!begun) continue;
    if (task.hold && task.status !== "skipped") {
      begun.holds += 1;
      if (task.status === "stopped") begun.failed += 1;
    }
    for (let day = from; day <= daysBetween(start, parseDay(task.until!)) && day < count; day++) {
      const here = days[day]!;
      here.hours += task.hours / span;
      if (task.weather && task.weather.share !== null) here.unfit = Math.max(here.unfit ?? 0, 1 - task.weather.share);
    }
  }
  return days;
}

/** From each task of the way to the next one on another day, named where there is room. */
function Arcs(props: { chain: readonly BuildTask[]; start: Date; middle: (at: number) => number; y: number }) {
  const { chain, start, middle, y } = props;
  const at = (iso: string) => middle(daysBetween(start, parseDay(iso)));
  return (
    <g fill="none" stroke="var(--parched-7)" strokeWidth="1.6">
      {chain.slice(1).map((task, row) => {
        const before = chain[row]!;
        const from = at(before.until!);
        const to = at(task.on!);
        if (to - from < 1) return null;
        const deep = Math.min(ARCS - 18, 8 + (to - from) / 6);
        const name = to - from > 90;
        return (
          <g key={task.key}>
            <path d={`M${from} ${y - 10}C${from} ${y + deep} ${to} ${y + deep} ${to} ${y - 10}`} />
            {name && (
              <text
                x={(from + to) / 2}
                y={y + deep * 0.72 + 13}
                textAnchor="middle"
                className="axis"
                stroke="none"
                style={{ fill: "var(--parched-7)" }}
              >
                {task.name.replace("Delivery: ", "until it comes: ").toLowerCase()}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

function Dates({ start, count, step, y }: { start: Date; count: number; step: number; y: number }) {
  const every = Math.max(1, Math.ceil(58 / step / 7)) * 7;
  const monday = (8 - start.getUTCDay()) % 7;
  const ticks = [0, ...Array.from({ length: count }, (_, at) => at).filter((at) => (at - monday) % every === 0)];
  return (
    <g>
      {ticks
        .filter((at, row) => row === 0 || (at * step > 58 && (count - at) * step > 44))
        .map((at) => {
          const date = addDays(start, at);
          return (
            <text key={at} x={at * step} y={y} className="axis">
              {date.getUTCDate()} {monthName(date.getUTCMonth() + 1)}
            </text>
          );
        })}
    </g>
  );
}
