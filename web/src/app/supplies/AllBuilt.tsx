import { Link } from "wouter";
import { builtForAllQuery } from "../../api/build";
import type { BuiltForAll, TaskOfAll } from "../../api/build";
import { propertyOf, shownBy } from "../../api/shownBy";
import { useSaved } from "../../document/workbench";
import { fixed } from "../../lib/units";
import { shortDay, spanWords } from "../../stations/build/changed";
import { DataTable } from "../../ui/DataTable";
import { ScrollBox } from "../../ui/ScrollBox";
import { CrewDays } from "./CrewDays";
import { OfAllSupplies } from "./OfAllSupplies";

const STANDS: Record<TaskOfAll["status"], string> = {
  done: "done",
  ready: "can be done now",
  waits: "waits",
  stopped: "stopped by a hold point",
  skipped: "left out",
  gone: "asked for no more",
};

/** The work on all supplies by one crew: day after day, and how far each supply is. */
export function AllBuilt() {
  const { id, revision } = useSaved();
  return (
    <OfAllSupplies
      name="Built for all supplies"
      notKept="The tasks are not kept here: it takes a connection to open them."
      id={id}
      query={{ ...builtForAllQuery(id, revision), refetchOnMount: "always" }}
    >
      {(built) => <Built built={built} id={id} />}
    </OfAllSupplies>
  );
}

function Built({ built, id }: { built: BuiltForAll; id: string }) {
  const build = (supply: string) => `/p/${shownBy(propertyOf(id), supply)}/build`;
  const name = (supply: string | null) =>
    supply === null ? "all supplies" : (built.supplies.find((each) => each.id === supply)?.name ?? supply);
  return (
    <>
      <p className="mt-1 max-w-[76ch]">
        One crew has {fixed(built.days, 1)} days of work over {built.last_day} working days{" "}
        {spanWords(built.starts_on, built.ends_on)}: one order, one delivery from each place, and while something sets
        or is waited for at one supply, it works at another. The Build sheet of each supply shows its days as if that
        supply were built alone.
      </p>
      <ScrollBox label="Days of the crew" className="mt-3">
        <CrewDays built={built} />
      </ScrollBox>
      <div className="mt-3">
        <DataTable
          head={["Supply", "Work", "Tasks done", "Hold points passed", ""]}
          rows={built.supplies.map((each) => ({
            key: each.id,
            name: each.name,
            cells: [
              `${fixed(each.days, 1)} days`,
              `${each.done} of ${each.of}`,
              `${each.points_passed} of ${each.points}`,
              <Link key="to" className="fix" to={build(each.id)} aria-label={`Build of ${each.name}`}>
                Build
              </Link>,
            ],
          }))}
        />
      </div>
      <details className="mt-3 border-t border-rule pt-2">
        <summary className="min-h-8 cursor-pointer font-semibold max-desk:min-h-11">
          Every task by its day <span className="note">{built.tasks.length} tasks</span>
        </summary>
        <DataTable
          head={["Task", "Supply", "Begins", "Hours", ""]}
          rows={built.tasks.map((task) => ({
            key: task.key,
            name: task.name,
            cells: [
              name(task.supply),
              begins(task, built.starts_on),
              task.hours > 0 ? fixed(task.hours, 1) : "",
              task.hold && task.status !== "done" ? `${STANDS[task.status]}; must be seen` : STANDS[task.status],
            ],
          }))}
        />
      </details>
    </>
  );
}

function begins(task: TaskOfAll, starts: string | null): string {
  if (task.on === null || starts === null) return `day ${task.day}`;
  return task.on < starts ? `${shortDay(task.on)}, before the work` : `${shortDay(task.on)}, day ${task.day}`;
}
