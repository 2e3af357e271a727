import type { BuiltForAll, TaskOfAll } from "../../api/build";
import { shortDay } from "../../stations/build/changed";
import { useWidth } from "../../ui/useWidth";

const NAME = 23;
const BARS = 26;
const LANE = NAME + BARS + 8;
const AXIS = 18;
const LEAST_WIDTH = 300;
const LABEL_WIDTH = 88;

type Lane = { key: string; name: string; tasks: TaskOfAll[] };

/** A lane for each supply, and one for what comes for all: the hours of each working day hang from the line, diamonds are
 * what must be seen. */
export function CrewDays({ built }: { built: BuiltForAll }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const inner = Math.max(width, LEAST_WIDTH);
  const step = inner / built.last_day;
  const shared = built.tasks.filter(({ supply }) => supply === null);
  const lanes: Lane[] = [
    { key: "all", name: "Order and deliveries", tasks: shared },
    ...built.supplies.map(({ id, name }) => ({
      key: id,
      name,
      tasks: built.tasks.filter(({ supply }) => supply === id),
    })),
  ];
  const most = Math.max(1, ...lanes.flatMap((lane) => hoursByDay(lane.tasks, built.last_day)));
  const height = lanes.length * LANE + AXIS;
  const said = built.supplies.map((each) => `${each.name} ${each.of} tasks`).join(", ");
  return (
    <div ref={box}>
      <svg
        width={inner}
        height={height}
        role="img"
        aria-label={`${built.last_day} working days of one crew: ${said}`}
        className="block"
      >
        {lanes.map((lane, row) => (
          <g key={lane.key} transform={`translate(0 ${row * LANE})`}>
            <text x={0} y={NAME - 9} className="axis">
              {lane.name}
            </text>
            {hoursByDay(lane.tasks, built.last_day).map(
              (hours, day) =>
                hours > 0 && (
                  <rect
                    key={day}
                    x={day * step + step * 0.06}
                    y={NAME}
                    width={step * 0.88}
                    height={Math.max(2, (hours / most) * BARS)}
                    fill={lane.key === "all" ? "var(--water-3)" : "var(--earth-3)"}
                  />
                ),
            )}
            <path d={`M0 ${NAME}H${inner}`} stroke="var(--ink)" strokeWidth="1.2" />
            {daysOf(lane.tasks.filter(({ key }) => key.startsWith("deliver-"))).map((day) => (
              <path
                key={day}
                d={`M${(day - 0.5) * step} ${NAME + 4}l5 9h-10z`}
                fill="var(--water-7)"
                stroke="var(--sheet)"
                strokeWidth="1"
              />
            ))}
            {daysOf(lane.tasks.filter(({ hold, status }) => hold && status !== "skipped")).map((day) => (
              <path
                key={day}
                d={`M${(day - 0.5) * step} ${NAME - 5}l5 5-5 5-5-5z`}
                fill="var(--sheet)"
                stroke="var(--ink)"
                strokeWidth="1.4"
              />
            ))}
          </g>
        ))}
        {ticks(built, step).map(({ day, words }) => (
          <text key={day} x={(day - 1) * step} y={height - 4} className="axis">
            {words}
          </text>
        ))}
      </svg>
      <p className="note">
        Each column is a working day: hours of work hang from the line of their supply, triangles are deliveries,
        diamonds what must be seen before work goes on.
      </p>
    </div>
  );
}

const daysOf = (tasks: readonly TaskOfAll[]) => [...new Set(tasks.map(({ day }) => day))];

/** Hours of each working day; a task of several days has the same on each. */
export function hoursByDay(tasks: readonly TaskOfAll[], count: number): number[] {
  const hours = Array.from({ length: count }, () => 0);
  for (const task of tasks) {
    const span = task.last_day - task.day + 1;
    for (let day = task.day; day <= task.last_day && day <= count; day++) hours[day - 1]! += task.hours / span;
  }
  return hours;
}

/** The first task of a day says its date; as many as there is room for. */
function ticks(built: BuiltForAll, step: number): { day: number; words: string }[] {
  const every = Math.max(1, Math.ceil(LABEL_WIDTH / step));
  const found: { day: number; words: string }[] = [];
  for (const task of [...built.tasks].sort((one, other) => one.day - other.day)) {
    const early = task.on !== null && built.starts_on !== null && task.on < built.starts_on;
    const before = found.at(-1);
    if (early || (before && task.day < before.day + every)) continue;
    if ((built.last_day - task.day + 1) * step < LABEL_WIDTH * 0.75 && before) continue;
    found.push({ day: task.day, words: task.on === null ? `day ${task.day}` : shortDay(task.on) });
  }
  return found;
}
