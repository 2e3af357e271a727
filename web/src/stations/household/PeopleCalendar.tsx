import type { Document } from "../../api/client";
import { addGuessed, replace } from "../../document/edits";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { dayX, useAxis } from "../../lib/axis";
import { monthName, monthStarts } from "../../lib/dates";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { DayEntry } from "../../document/DayEntry";
import { Entry } from "../../document/Entry";
import { NameEntry } from "../../document/NameEntry";

const TOP = 20;
const ROW = 24;
const LATE_DAY = 240;
const DAYS_BEFORE = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];

/** People through the year: those who live there, month by month, and the periods that differ. */
export function PeopleCalendar({ months }: { months: number[] }) {
  const bench = useEdits();
  const { periods } = useDocument("household").household;
  const add = () => {
    const name = `Period ${periods.length + 1}`;
    const july = { name, first: "07-01", last: "07-31", people: 0, replaces: true, days: "every" };
    void bench.edit("Added a period", addGuessed("/household/periods", periods.length, july));
  };
  return (
    <section aria-label="People through the year">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h2 className="heading">People through the year</h2>
        <button className="act-quiet" onClick={add} disabled={full("/household/periods", periods)}>
          Add a period
        </button>
      </div>
      <PeoplePicture first={months[0]!} />
      {periods.map((period, index) => (
        <PeriodRow key={index} period={period} index={index} />
      ))}
      {periods.length === 0 && (
        <p className="note">
          Holidays away, a term, weekends only: a period takes the place of everybody, or adds to them.
        </p>
      )}
    </section>
  );
}

/** People by month, and the periods below; a water year from its first month on. */
function PeoplePicture({ first }: { first: number }) {
  const axis = useAxis();
  const { periods } = useDocument("household").household;
  const plan = usePlan("household");
  /** Day of the water year of a month and day. */
  const dayOf = (text: string) =>
    (DAYS_BEFORE[Number(text.slice(0, 2)) - 1]! + Number(text.slice(3)) - 1 - DAYS_BEFORE[first - 1]! + 365) % 365;
  const x = (day: number) => axis.left + dayX(axis, day);
  const most = Math.max(...plan.household.months.map((month) => month.people), 1);
  const peopleFoot = TOP + 62;
  const height = peopleFoot + 12 + periods.length * ROW;
  return (
    <svg
      width={axis.left + axis.width}
      height={height}
      className="block overflow-visible"
      role="img"
      aria-label="Mean number of people in each month, and the periods below"
    >
      {monthStarts(first).map(({ month, day }, i) => {
        const people = plan.household.months[month - 1]!.people;
        const tall = (people / most) * 44;
        const wide = axis.width / 12;
        return (
          <g key={month}>
            <text x={x(day) + wide / 2} y={12} textAnchor="middle" className="axis">
              {axis.narrow ? monthName(month)[0] : monthName(month)}
            </text>
            {i > 0 && <path d={`M${x(day)} ${TOP}V${height - 4}`} stroke="var(--rule)" />}
            <rect x={x(day) + 2} y={peopleFoot - tall} width={wide - 4} height={tall} fill="var(--water-3)" />
            <text x={x(day) + wide / 2} y={peopleFoot - tall - 4} textAnchor="middle" className="axis halo">
              {people.toLocaleString("en-US", { maximumFractionDigits: 1 })}
            </text>
          </g>
        );
      })}
      <path d={`M${axis.left} ${peopleFoot}h${axis.width}`} stroke="var(--ink)" strokeWidth="1.3" />
      {periods.map((period, row) => {
        const from = dayOf(period.first);
        const to = dayOf(period.last) + 1;
        const late = from > LATE_DAY; // its words would run out of the picture
        const pieces =
          to > from
            ? [[from, to]]
            : [
                [from, 365],
                [0, to],
              ];
        const y = peopleFoot + 10 + row * ROW;
        return (
          <g key={row}>
            {pieces.map(([a, b]) => (
              <rect
                key={a}
                x={x(a!)}
                y={y}
                width={Math.max(2, x(b!) - x(a!))}
                height="16"
                fill={period.replaces ? "var(--parched-2)" : "var(--water-1)"}
                stroke="var(--ink)"
                strokeDasharray={period.days === "every" ? undefined : "4 3"}
              />
            ))}
            <text
              x={x(from) + (late ? -6 : 6)}
              y={y + 12.5}
              textAnchor={late ? "end" : "start"}
              className="axis halo"
              style={{ fill: "var(--ink)" }}
            >
              {period.name}: {period.people}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

type Period = Document["household"]["periods"][number];

function PeriodRow({ period, index }: { period: Period; index: number }) {
  const bench = useEdits();
  const at = `/household/periods/${index}`;
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(`${period.name}: ${label}`, replace(`${at}/${field}`, value));
  return (
    <p className="flex flex-wrap items-baseline gap-x-2 border-t border-rule py-1 text-aside last:border-b">
      <NameEntry
        label={`Name of ${period.name}`}
        path={`${at}/name`}
        value={period.name}
        className="w-[16ch] font-[650]"
      />
      <span>
        <DayEntry label={`First day of ${period.name}`} path={`${at}/first`} value={period.first} /> to{" "}
        <DayEntry label={`Last day of ${period.name}`} path={`${at}/last`} value={period.last} />,{" "}
        <ChoiceEntry
          path={`${at}/days`}
          label={`Days of ${period.name}`}
          value={period.days}
          options={[
            { value: "every", label: "every day" },
            { value: "weekdays", label: "weekdays" },
            { value: "weekends", label: "weekends" },
          ]}
          onChoose={(days) => set(days, "days", days)}
        />
        : <Entry label={`People in ${period.name}`} path={`${at}/people`} kind="count" value={period.people} /> people{" "}
        <ChoiceEntry
          path={`${at}/replaces`}
          label={`How ${period.name} counts`}
          value={period.replaces ? "instead" : "besides"}
          options={[
            { value: "instead", label: "instead of everybody" },
            { value: "besides", label: "besides the others" },
          ]}
          onChoose={(how) => set(how, "replaces", how === "instead")}
        />
      </span>
      <button
        className="fix relative ml-auto after:absolute after:-inset-2 after:content-['']"
        aria-label={`Remove ${period.name}`}
        onClick={() => void bench.edit(`Removed ${period.name}`, [{ op: "remove", path: at }])}
      >
        Remove
      </button>
    </p>
  );
}
