import type { BuildTask, BuildWork, Entry, Point, WrittenDown } from "../../api/build";
import type { Units } from "../../lib/units";
import { failingWords, inWords, judge, sumOf } from "./judged";

/** Tasks and points with what was written down here since, which the server does not have yet. */
export function withUnsent(work: BuildWork, unsent: readonly Entry[], units: Units): BuildWork {
  const known = new Set(work.points.flatMap((point) => point.entries.map(({ id }) => id)));
  const fresh = unsent.filter(({ id }) => !known.has(id));
  if (fresh.length === 0) return work;
  const points = work.points.map((point) => {
    const own = fresh.filter(({ about }) => about === point.key);
    return own.length === 0 ? point : withEntries(point, own, units);
  });
  return { ...work, points, tasks: tasksBy(work.tasks, points, fresh) };
}

function withEntries(point: Point, own: readonly Entry[], units: Units): Point {
  const entries = [...point.entries, ...own.map((entry) => written(point, entry, units))];
  const after = new Map(own.map((entry) => [entry.id, entry.after ?? null]));
  return { ...point, entries, status: statusOf(point, entries, after), last: entries.at(-1)!.id };
}

/** By the last entries: those after which nobody who knew of them has written another. One that was written here names
 * the one that stood last here. */
function statusOf(point: Point, entries: readonly WrittenDown[], after: Map<string, string | null>): Point["status"] {
  const named = new Set(after.values());
  const lastKnown = point.entries.filter(({ id }) => !named.has(id));
  const standing = point.status === "open" ? [] : lastKnown.slice(-1);
  const fresh = entries.filter(({ id }) => after.has(id) && !named.has(id));
  const last = named.has(point.last) || point.last === null ? fresh : [...standing, ...fresh];
  if (last.some(({ kind }) => kind === "let_pass")) return "let_pass";
  const said = new Set(last.map(({ passed }) => passed));
  if (said.size === 1 && said.has(true)) return "passed";
  return said.has(true) ? "disputed" : "failed";
}

function written(point: Point, entry: Entry, units: Units): WrittenDown {
  const values = entry.values ?? {};
  const failing = entry.kind === "reading" ? judge(point, values) : [];
  const read =
    entry.kind === "reading"
      ? [
          ...point.readings.map(({ label, kind, key }) => `${label}: ${inWords(kind, values[key]!, units)}`),
          ...point.sums.map((sum) => `${sum.label}: ${inWords(sum.kind, sumOf(sum, values), units)}`),
        ]
      : [];
  return {
    id: entry.id,
    kind: entry.kind,
    on: entry.on,
    by: entry.by ?? "",
    note: entry.note ?? "",
    values,
    read,
    passed: entry.kind === "reading" ? failing.length === 0 : null,
    passes: entry.kind === "reading" ? failing.length === 0 : null,
    failing: failing.map((each) => failingWords(each, units)),
  };
}

const HAS_PASSED: readonly Point["status"][] = ["passed", "let_pass"];
export const hasPassed = (point: Point) => HAS_PASSED.includes(point.status);
const stops = (point: Point) => point.status === "failed" || point.status === "disputed";

/** What may be done, by the points and by what was ticked off here. */
function tasksBy(tasks: readonly BuildTask[], points: readonly Point[], fresh: readonly Entry[]): BuildTask[] {
  const of = (key: string) => points.filter(({ task }) => task === key);
  const ticked = new Map(
    fresh.filter(({ kind }) => kind === "done" || kind === "not_done").map((entry) => [entry.about, entry]),
  );
  const isDone = new Map(
    tasks.map((task) => {
      const own = of(task.key);
      const stays = task.status === "skipped" || task.status === "gone";
      const here = ticked.get(task.key);
      const done = own.length > 0 ? own.every(hasPassed) : here ? here.kind === "done" : task.status === "done";
      return [task.key, stays || done];
    }),
  );
  return tasks.map((task) => {
    if (task.status === "skipped" || task.status === "gone") return task;
    const stopped = task.after.flatMap(of).find(stops);
    const status: BuildTask["status"] = isDone.get(task.key)
      ? "done"
      : stopped
        ? "stopped"
        : task.after.every((key) => isDone.get(key))
          ? "ready"
          : "waits";
    return { ...task, status, stopped_by: stopped?.name ?? "", last: ticked.get(task.key)?.id ?? task.last };
  });
}
