import type { Useful } from "../../api/build";
import { Entry } from "../../document/Entry";
import { useDocument } from "../../document/shown";
import { dayName, daysBetween, monthName, parseDay } from "../../lib/dates";
import { useWidth } from "../../ui/useWidth";

const REACH_DAYS = 366;
const ROW = 46;

/** From the day on which rain runs in: by when each level is there, by every recorded year. */
export function UsefulView({ useful }: { useful: Useful | null }) {
  const { build } = useDocument("build");
  const [box, width] = useWidth<HTMLDivElement>();
  if (!useful)
    return (
      <p>
        It takes a rain record and a first day on the site to say when the supply will be useful: the day is entered
        under Days.
      </p>
    );
  const start = parseDay(useful.from_day);
  const label = 0;
  const inner = Math.max(width, 240) - 2;
  const x = (iso: string) => label + (inner * Math.min(REACH_DAYS, daysBetween(start, parseDay(iso)))) / REACH_DAYS;
  return (
    <>
      <p className="max-w-[72ch] leading-[1.9]">
        Rain can run into the tanks from {dayName(start)}, on the plan as it stands. Replayed from that day, empty and
        on rain alone, {useful.rows[0]?.filled.years ?? 0} recorded years tell. The owner counts on the supply from{" "}
        <Entry
          label="Share from which the owner counts on it"
          path="/build/useful_share"
          kind="percent"
          value={build.useful_share}
        />{" "}
        of what full tanks have to draw.
      </p>
      {useful.load_advised && <p className="max-w-[72ch]">{useful.load_advised}</p>}
      <div ref={box}>
        <Months start={start} x={x} width={inner} />
        <ul>
          {useful.rows.map((row) => (
            <li key={`${row.key}${row.label}`} className="border-b border-rule py-1.5">
              <p className="flex flex-wrap items-baseline justify-between gap-x-4 leading-snug">
                <strong>{row.label}</strong>
                <span className="text-small">{inDates(row)}</span>
              </p>
              <Line row={row} x={x} width={inner} />
            </li>
          ))}
        </ul>
      </div>
      <p className="note max-w-[72ch]">
        Field: from one recorded year of ten to nine of ten; mark: every other year. What reaches the end of the line
        is not there within a year.
      </p>
    </>
  );
}

type Row = Useful["rows"][number];

function inDates({ filled, by, in_time }: Row): string {
  const { p10, p50, p90 } = filled.reached;
  const day = (iso: string | null) => (iso ? `by ${dayName(parseDay(iso))}` : "not within a year");
  const times = `one year of ten ${day(p10)}, every other ${day(p50)}, nine of ten ${day(p90)}`;
  return by && in_time !== null ? `${times}; ${in_time} of ${filled.years} before ${dayName(parseDay(by))}` : times;
}

function Months({ start, x, width }: { start: Date; x: (iso: string) => number; width: number }) {
  const firsts = Array.from(
    { length: 12 },
    (_, month) => new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + 1 + month, 1)),
  );
  return (
    <svg width={width} height={18} aria-hidden="true" className="block">
      {firsts
        .filter((_, row) => width > 560 || row % 2 === 0)
        .map((date) => (
          <text key={date.getTime()} x={x(date.toISOString().slice(0, 10))} y={13} className="axis">
            {monthName(date.getUTCMonth() + 1)}
          </text>
        ))}
    </svg>
  );
}

function Line({ row, x, width }: { row: Row; x: (iso: string) => number; width: number }) {
  const { p10, p50, p90 } = row.filled.reached;
  const from = p10 ? x(p10) : width;
  const to = p90 ? x(p90) : width;
  return (
    <svg width={width} height={ROW - 28} role="img" aria-label={`${row.label}: ${inDates(row)}`} className="block">
      <path d={`M0 9H${width}`} stroke="var(--rule)" />
      <rect x={from} y={3} width={Math.max(2, to - from)} height={12} fill="var(--water-3)" />
      {p50 && <path d={`M${x(p50)} 1v16`} stroke="var(--water-9)" strokeWidth="2.4" />}
      {row.by && <path d={`M${x(row.by)} 1v16`} stroke="var(--parched-7)" strokeWidth="1.6" strokeDasharray="3 2" />}
    </svg>
  );
}
