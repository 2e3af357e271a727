import type { Behaving, LogWork } from "../../api/log";
import { useDocument } from "../../document/shown";
import { fixed, rate } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { LearnedList } from "./LearnedList";
import { dayOf } from "./words";

const HIGH = 58;
/** The rest is of filters, and stands with them. */
export const OF_THE_BALANCE = ["use", "catch"];

/** Whether the levels agree with the rain, the roofs and the household: what goes somewhere, what comes. */
export function BehavesView({ work }: { work: LogWork }) {
  const { units } = useDocument("units");
  const said = work.behaving;
  return (
    <>
      {said ? <Said said={said} units={units} /> : <Nothing work={work} />}
      {work.repaired_on && (
        <section aria-label="Before the repair" className="mt-4">
          <h2 className="heading border-b-[1.5px] border-ink">
            Before the repair of {dayOf(work.repaired_on)}
            <span className="head-note">judged up to that day</span>
          </h2>
          {work.behaving_before ? (
            <Said said={work.behaving_before} units={units} />
          ) : (
            <p>There are no levels with rain beside them before it.</p>
          )}
        </section>
      )}
      <LearnedList rows={work.learned.filter(({ key }) => OF_THE_BALANCE.includes(key))} />
      <p className="note mt-3 max-w-[72ch]">
        Between two levels the replay says how far the water should have moved, by the rain that was logged, the
        roofs, the uses and the saving steps. What is left over is taken for a loss, or for a smaller catch, only
        where ordinary noise would hardly ever look like it. Levels near full or empty say nothing.
      </p>
    </>
  );
}

function Nothing({ work }: { work: LogWork }) {
  return (
    <p className="max-w-[72ch]">
      {work.levels.length < 2
        ? "It takes levels over some weeks, and the rain between them, to say whether the supply behaves."
        : "The rain between the last levels is not known: write down what the gauge shows, or bring the rain record up to date."}
    </p>
  );
}

function Said({ said, units }: { said: Behaving; units: Units }) {
  return (
    <>
      <p className="max-w-[72ch] leading-[1.75]">{inAWord(said, units)}</p>
      {said.missing_l_day !== null && <Bounds said={said} units={units} />}
    </>
  );
}

function inAWord(said: Behaving, units: Units): string {
  const use = rate(said.use_l_day, units);
  const found = `${said.intervals} intervals between levels tell, in which the household should have used ${use}.`;
  switch (said.verdict) {
    case "losing":
      return `About ${rate(said.missing_l_day!, units)} is going somewhere since ${dayOf(said.since!)}. ${found}`;
    case "catching_less":
      return `Since ${dayOf(said.since!)} the roofs bring ${fixed(100 * said.catch_share!, 0)} % of what they should: look at screens, gutters and first-flush drains. ${found}`;
    case "as_designed":
      return `It behaves as designed. ${found} The catch is ${fixed(100 * said.catch_share!, 0)} % of the designed one.`;
    case "cannot_tell":
      return {
        stuck: "The last levels are all the same while the water must have moved: the gauge sticks.",
        too_few: "There are too few levels with rain between them to say anything.",
        too_vague: `The levels differ too much from one another to say anything below a day’s use. ${found}`,
      }[said.why_not ?? "too_few"];
  }
}

/** A bound: missing, or less used than designed. */
const signed = (litres: number, units: Units) =>
  litres < 0 ? `${rate(-litres, units)} less used` : `${rate(litres, units)} missing`;

/** What is missing, with its bounds, beside what the household uses. */
function Bounds({ said, units }: { said: Behaving; units: Units }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const { missing_l_day, low, high } = said as { missing_l_day: number; low: number; high: number };
  const least = Math.min(0, low) * 1.1;
  const most = Math.max(said.use_l_day * 0.5, high) * 1.1;
  const x = (litres: number) => 8 + ((Math.max(width, 200) - 16) * (litres - least)) / (most - least);
  const name =
    missing_l_day < 0 ? `${rate(-missing_l_day, units)} less used` : `${rate(missing_l_day, units)} missing`;
  const words = `${name}, in nine cases of ten between ${signed(low, units)} and ${signed(high, units)}`;
  const far = x(missing_l_day) > width - 150;
  return (
    <div ref={box} className="max-w-[720px]">
      <svg width={width} height={HIGH} role="img" aria-label={words} className="block">
        <path d={`M0 30H${width}`} stroke="var(--rule)" />
        <path d={`M${x(0)} 18v24`} stroke="var(--ink)" strokeWidth="1.3" />
        <text x={Math.max(x(0), 52)} y={55} textAnchor="middle" className="axis">
          nothing missing
        </text>
        <rect x={x(low)} y={24} width={Math.max(2, x(high) - x(low))} height={12} fill="var(--water-3)" />
        <path d={`M${x(missing_l_day)} 20v20`} stroke="var(--water-9)" strokeWidth="2.4" />
        <text x={x(missing_l_day) + (far ? -5 : 5)} y={14} textAnchor={far ? "end" : "start"} className="axis">
          {name}
        </text>
      </svg>
      <p className="note">{words}.</p>
    </div>
  );
}
