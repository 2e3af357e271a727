import { useId, useState } from "react";
import type { ReactNode } from "react";
import { Link } from "wouter";
import type { BuildTask, BuildWork } from "../../api/build";
import { editName } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { once } from "../../document/once";
import { useDocument, usePlan } from "../../document/shown";
import { TypedField } from "../../document/TypedField";
import { useEdits, useWho } from "../../document/workbench";
import { dayName, parseDay, today } from "../../lib/dates";
import { newId } from "../../lib/newId";
import { fixed } from "../../lib/units";
import { Mark } from "../../ui/Mark";
import { TickBox } from "../../ui/TickBox";
import { shortDay, takenOff, written } from "./changed";
import type { Changed } from "./changed";
import { PointCard } from "./PointCard";

const LONGEST = 80;
const LONGEST_NOTE = 500;
const BY_HAND: Record<string, string> = {
  no: "",
  changed: "changed by hand",
  added: "added by hand",
  gone: "not asked for any more",
};

/** One task: ticked off where it is done, opened to all that it takes; a hold point is judged instead. */
export function TaskRow({ task, work }: { task: BuildTask; work: BuildWork }) {
  const [open, setOpen] = useState(false);
  const { writeDown } = useEntryBox();
  const who = useWho();
  const id = useId();
  const out = task.status === "skipped" || task.status === "gone";
  const done = task.status === "done";
  const tick = () =>
    writeDown({
      id: newId(),
      kind: done ? "not_done" : "done",
      about: task.key,
      on: today(),
      by: who?.name ?? "",
      values: {},
      name: task.name,
      note: "",
      after: task.last,
    });
  const stands = standing(task);
  return (
    <li className="border-b border-rule py-1" aria-label={task.name}>
      <div className="grid grid-cols-[44px_minmax(0,1fr)_auto] items-center gap-x-2 desk:grid-cols-[30px_minmax(0,1fr)_auto]">
        {task.points.length > 0 ? (
          <span className="grid size-11 place-items-center desk:size-8">
            <HoldMark task={task} work={work} />
          </span>
        ) : (
          <button
            role="checkbox"
            aria-checked={done}
            aria-label={`Done: ${task.name}`}
            className="grid size-11 place-items-center disabled:opacity-45 desk:size-8"
            disabled={out || who?.role === "owner" || (task.status === "stopped" && !done)}
            title={task.status === "stopped" ? `${task.stopped_by} has not passed` : undefined}
            onClick={(event) => once(event) && void tick()}
          >
            <TickBox ticked={done} dashed={out || task.status === "stopped"} />
          </button>
        )}
        <button
          className="min-h-8 min-w-0 text-left leading-snug max-desk:min-h-11"
          aria-expanded={open}
          aria-controls={id}
          onClick={() => setOpen(!open)}
        >
          <span className={out ? "text-ink-2 line-through" : done ? "text-ink-2" : ""}>{task.name}</span>
          {task.critical && !done && !out && (
            <span className="note ml-2 whitespace-nowrap" title="The end hangs on it, however many hands there are.">
              the end hangs on it
            </span>
          )}
          {stands && <span className={`note block ${stands.alarm ? "text-alarm" : ""}`}>{stands.words}</span>}
        </button>
        <strong className="text-right whitespace-nowrap">{task.hours > 0 ? `${fixed(task.hours, 1)} h` : ""}</strong>
      </div>
      {open && <Opened id={id} task={task} work={work} />}
    </li>
  );
}

function HoldMark({ task, work }: { task: BuildTask; work: BuildWork }) {
  const own = work.points.filter(({ key }) => task.points.includes(key));
  if (task.status === "skipped") return <Mark status="skipped" size={18} />;
  if (own.some(({ status }) => status === "failed")) return <Mark status="fails" size={18} />;
  if (own.some(({ status }) => status === "disputed" || status === "let_pass"))
    return <Mark status="caution" size={18} />;
  return <Mark status={task.status === "done" ? "settled" : "decide"} size={18} />;
}

/** What holds a task up, or who does it, in a line under its name. */
function standing(task: BuildTask): { words: string; alarm: boolean } | null {
  if (task.status === "skipped") return { words: `skipped: ${task.skipped}`, alarm: false };
  if (task.status === "stopped") return { words: `stopped: ${task.stopped_by} has not passed`, alarm: true };
  const words = [
    BY_HAND[task.by_hand],
    task.status !== "done" && task.permits.length > 0 ? `waits for: ${task.permits.join(", ").toLowerCase()}` : "",
    task.licensed ? `by a ${task.licensed}` : "",
    task.note,
  ].filter(Boolean);
  return words.length > 0 ? { words: words.join("; "), alarm: false } : null;
}

function Opened({ id, task, work }: { id: string; task: BuildTask; work: BuildWork }) {
  const { stations } = usePlan("stations");
  const { build } = useDocument("build");
  const bench = useEdits();
  const asking = stations.filter(({ stage }) => task.why.some((why) => why.stage === stage));
  const points = work.points.filter(({ key }) => task.points.includes(key));
  const asked = task.by_hand === "no" || task.by_hand === "changed";
  return (
    <div id={id} className="grid gap-y-2 pt-0.5 pb-3 pl-[52px] desk:pl-[38px]">
      {points.length > 0 && (
        <ul className="border-t border-rule">
          {points.map((point) => (
            <PointCard key={point.key} point={point} />
          ))}
        </ul>
      )}
      {task.cautions.map((caution) => (
        <p key={caution} className="flex items-start gap-2 text-small leading-snug">
          <span className="pt-0.5">
            <Mark status="caution" size={14} />
          </span>
          {caution}
        </p>
      ))}
      <ul className="grid gap-1">
        {asking.map(({ stage, name }) => (
          <li
            key={stage}
            className="note grid grid-cols-1 gap-x-3 leading-snug small:grid-cols-[130px_minmax(0,1fr)]"
          >
            <Link className="fix text-small" href={`/p/${bench.id}/${stage}`}>
              {name}
            </Link>
            <ul className="self-center">
              {task.why
                .filter((why) => why.stage === stage)
                .map(({ text }, row) => (
                  <li key={row}>{text}</li>
                ))}
            </ul>
          </li>
        ))}
      </ul>
      {task.details.length > 0 && (
        <ul className="grid gap-0.5 text-small leading-snug">
          {task.details.map((detail) => (
            <li key={detail}>{detail}</li>
          ))}
        </ul>
      )}
      <dl className="grid grid-cols-[96px_minmax(0,1fr)] gap-x-3 gap-y-0.5 text-small leading-snug">
        {task.hands > 0 && <Fact name="Hands">{`at least ${task.hands}`}</Fact>}
        {task.tools.length > 0 && <Fact name="Tools">{task.tools.join(", ")}</Fact>}
        {task.parts.length > 0 && (
          <Fact name="Parts">
            {task.parts.map(({ name, sold, bought }) => `${sold} ${name}${bought ? " (bought)" : ""}`).join("; ")}
          </Fact>
        )}
        {task.waits.length > 0 && <Fact name="Waits for">{task.waits.map(waitWords).join("; ")}</Fact>}
        {task.status !== "done" && (
          <Fact name="Can wait">
            {task.slack_days === 0
              ? "no day without moving the end"
              : `${task.slack_days} working ${task.slack_days === 1 ? "day" : "days"} without moving the end`}
          </Fact>
        )}
        {task.until && task.until !== task.on && <Fact name="Until">{shortDay(task.until)}</Fact>}
      </dl>
      <Changes task={task} build={build} asked={asked} />
    </div>
  );
}

const waitWords = ({ name, days, why }: BuildTask["waits"][number]) =>
  days > 0 ? `${name} and ${days} ${days === 1 ? "day" : "days"}${why ? ` ${why}` : ""}` : name;

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-ink-2">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

/** What a person may change of a task; it stays whatever is changed of the design later. */
function Changes(props: { task: BuildTask; build: Parameters<typeof written>[0]; asked: boolean }) {
  const { task, build, asked } = props;
  const bench = useEdits();
  const changed = build.changed[task.key];
  const own = build.added.find(({ id }) => `own-${id}` === task.key);
  const set = (words: string, change: Partial<Changed>) =>
    bench.tryEdit(editName(`${task.name}: ${words}`), written(build, task, change));
  if (task.key.startsWith("deliver-")) return null;
  if (task.by_hand === "gone")
    return (
      <button
        className="fix no-print justify-self-start"
        onClick={() => void bench.edit(editName(`Off the list: ${task.name}`), takenOff(build, task))}
      >
        Take it off the list
      </button>
    );
  return (
    <div className="no-print grid max-w-[620px] items-start gap-x-4 gap-y-2 small:grid-cols-2">
      <p>
        Takes{" "}
        <Entry
          label={`Hours of ${task.name}`}
          path={own ? `/build/added/${build.added.indexOf(own)}/hours` : `/build/changed/${task.key}/hours`}
          kind="count"
          value={task.hours}
          toOperations={(hours) => written(build, task, { hours })}
        />{" "}
        hours.
        {changed?.hours != null && (
          <>
            {" "}
            <button className="fix" onClick={() => void set("hours by its parts", { hours: null })}>
              By its parts
            </button>
          </>
        )}
      </p>
      <TypedField
        label="Not before"
        name={`Not before, ${task.name}`}
        kind="date"
        most={undefined}
        value={changed?.not_before ?? own?.not_before ?? ""}
        keep={(day) => set(day ? `not before ${dayName(parseDay(day))}` : "at any time", { not_before: day || null })}
      />
      <TypedField
        label="Note"
        name={`Note to ${task.name}`}
        kind="text"
        most={LONGEST_NOTE}
        value={changed?.note ?? own?.note ?? ""}
        keep={(note) => set("note", { note })}
      />
      {asked && (
        <TypedField
          label="Skipped, because"
          name={`Skipped, ${task.name}`}
          kind="text"
          most={LONGEST}
          value={changed?.skipped ?? ""}
          keep={(skipped) => set(skipped ? `skipped, ${skipped}` : "done after all", { skipped })}
        />
      )}
      {task.by_hand !== "no" && (
        <button
          className="fix justify-self-start"
          onClick={() =>
            void bench.edit(
              editName(own ? `Off the list: ${task.name}` : `${task.name}: as the design asks`),
              takenOff(build, task),
            )
          }
        >
          {own ? "Take it off the list" : "As the design asks"}
        </button>
      )}
    </div>
  );
}
