import { useState } from "react";
import type { BuildWork, Point } from "../../api/build";
import { ShownChoice } from "../../ui/ShownChoice";
import { dayName, parseDay } from "../../lib/dates";
import { PointCard } from "./PointCard";
import { hasPassed } from "./standing";

/** All that must be seen before it is covered, in the order of the work. */
export function PointsView({ work }: { work: BuildWork }) {
  const [all, setAll] = useState(false);
  const order = new Map(work.tasks.map(({ key, day }, row) => [key, day * 1_000 + row]));
  const points = work.points.toSorted((one, other) => (order.get(one.task) ?? 0) - (order.get(other.task) ?? 0));
  const open = points.filter((point) => !hasPassed(point));
  const shown = all ? points : open;
  const tasks = work.tasks.filter(({ key }) => shown.some(({ task }) => task === key));
  const choices = [
    { on: !all, words: `To see, ${open.length}`, choose: () => setAll(false) },
    { on: all, words: `All, ${points.length}`, choose: () => setAll(true) },
  ];
  return (
    <>
      <ShownChoice choices={choices} />
      {shown.length === 0 && <p>{points.length === 0 ? "Nothing has to be seen." : "All of them have passed."}</p>}
      {tasks
        .toSorted((one, other) => order.get(one.key)! - order.get(other.key)!)
        .map((task) => (
          <section key={task.key} aria-label={task.name}>
            <h2 className="heading border-b-[1.5px] border-ink">
              {task.name}
              <span className="head-note">
                {task.on ? dayName(parseDay(task.on)) : `day ${task.day}`}
                {task.status === "stopped" ? `; stopped: ${task.stopped_by} has not passed` : ""}
              </span>
            </h2>
            <ul>
              {shown
                .filter((point) => point.task === task.key)
                .map((point: Point) => (
                  <PointCard key={point.key} point={point} />
                ))}
            </ul>
          </section>
        ))}
      {work.gone.length > 0 && (
        <section aria-label="Of an earlier design">
          <h2 className="heading border-b-[1.5px] border-ink">
            Of an earlier design
            <span className="head-note">
              judged then, and not asked for now; nothing that was written down is lost
            </span>
          </h2>
          <ul>
            {work.gone.map(({ key, name, entries }) => (
              <li key={key} className="border-b border-rule py-1.5">
                {name}
                <span className="note block">
                  {entries.map(({ on, by }) => `${dayName(parseDay(on))}${by ? `, ${by}` : ""}`).join("; ")}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
