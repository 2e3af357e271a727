import type { BuildTask, BuildWork } from "../../api/build";
import { BestStart } from "./BestStart";
import { Calendar } from "./Calendar";
import { shortDay } from "./changed";
import { usePlan } from "../../document/shown";
import { DaysStrip } from "./DaysStrip";
import { AddTask } from "./AddTask";
import { TaskRow } from "./TaskRow";

type Day = { key: string; day: number; title: string; tasks: BuildTask[] };

/** The tasks by the day on which each begins, the deliveries on theirs. */
export function DaysView({ work }: { work: BuildWork }) {
  const { build } = usePlan("build");
  const days = byDay(work.tasks, build.starts_on);
  return (
    <>
      <Calendar />
      <BestStart />
      <DaysStrip tasks={work.tasks} starts={build.starts_on} />
      {days.map(({ key, title, tasks, day }, row) => {
        const before = days[row - 1];
        const idle =
          before && before.day > 0
            ? day - Math.max(...days.slice(0, row).flatMap((each) => each.tasks.map(lastDay))) - 1
            : 0;
        return (
          <section key={key} aria-label={title} id={`day-${day}`}>
            {idle > 0 && (
              <p className="note -mt-2 mb-3 border-l-[3px] border-rule pl-3">
                {idle} working {idle === 1 ? "day" : "days"} without work{held(tasks, work.tasks)}.
              </p>
            )}
            <h2 className="heading border-b-[1.5px] border-ink">
              {title}
              <span className="head-note">{weatherOf(tasks)}</span>
            </h2>
            <ul>
              {tasks.map((task) => (
                <TaskRow key={task.key} task={task} work={work} />
              ))}
            </ul>
          </section>
        );
      })}
      <AddTask tasks={work.tasks} />
    </>
  );
}

const lastDay = (task: BuildTask) => task.last_day;

/** What comes before the first day on the site stands together: the order, and what has come by then. */
function byDay(tasks: readonly BuildTask[], starts: string | null): Day[] {
  const early = tasks.filter(({ on }) => on !== null && starts !== null && on < starts);
  const days = new Map<number, BuildTask[]>();
  for (const task of tasks.filter((each) => !early.includes(each)))
    days.set(task.day, [...(days.get(task.day) ?? []), task]);
  const before = { key: "before", day: 0, title: "Before the work", tasks: early };
  const dated = [...days]
    .sort(([one], [other]) => one - other)
    .map(([day, of]) => ({
      key: String(day),
      day,
      title: of[0]!.on ? `${shortDay(of[0]!.on)}, day ${day}` : `Day ${day}`,
      tasks: of,
    }));
  return early.length > 0 ? [before, ...dated] : dated;
}

/** What the first of a day's tasks had to wait for. */
function held(tasks: readonly BuildTask[], all: readonly BuildTask[]): string {
  const keys = tasks.map(({ held_by }) => held_by).filter((key) => key !== null);
  const names = all.filter(({ key }) => keys.includes(key) && !tasks.some((task) => task.key === key));
  const here = tasks.find(({ key }) => key.startsWith("deliver-"));
  const name = here?.name ?? names[0]?.name;
  return name ? `, waiting: ${name.toLowerCase()}` : "";
}

/** The hardest weather of the day's work, by the record. */
function weatherOf(tasks: readonly BuildTask[]): string {
  const known = tasks.flatMap(({ weather }) => (weather && weather.share !== null ? [weather] : []));
  if (known.length === 0) return "";
  const worst = known.reduce((one, other) => (other.share! < one.share! ? other : one));
  const cold = worst.by_rain_alone ? ", by its rain alone" : "";
  return `${Math.round(100 * worst.share!)} % of the recorded days of that week would do for ${worst.name}${cold}`;
}
