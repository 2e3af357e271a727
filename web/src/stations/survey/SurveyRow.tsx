import { useState } from "react";
import type { ReactNode } from "react";
import { editName } from "../../document/edits";
import { once } from "../../document/once";
import { ItemPhotos, TakePhoto } from "../../document/photos/ItemPhotos";
import { useDraft } from "../../document/useDraft";
import { useDocument } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { dayName, parseDay } from "../../lib/dates";
import { TickBox } from "../../ui/TickBox";
import { isMissing, leftOut, noted, notYet, seenNow } from "./answers";
import type { Item, State } from "./answers";
import { AskedEntry } from "./AskedEntry";

const STATES: Record<State, string> = {
  open: "not entered",
  assumed: "assumed",
  left_out: "left out",
  entered: "entered",
  confirmed: "seen on site",
};
const LONGEST_NOTE = 500;

/** One thing to see: what, how, its answer, a note, and the tick of whoever has seen it. */
export function SurveyRow({ item, why }: { item: Item; why?: ReactNode }) {
  const bench = useEdits();
  const by = useWho()?.name ?? "";
  const [writing, setWriting] = useState(false);
  const seen = item.state === "confirmed";
  const unentered = item.state === "open" && item.path !== null;
  const edit = (does: string, operations: ReturnType<typeof seenNow>) =>
    void bench.edit(editName(`${does}: ${item.asks}`), operations);
  const tick = () => (seen ? edit("Not seen after all", notYet(item)) : edit("Seen", seenNow(item, by)));
  const leave = () =>
    item.state === "left_out" ? edit("Not left out after all", notYet(item)) : edit("Left out", leftOut(item, by));
  return (
    <li className="grid grid-cols-[44px_minmax(0,1fr)] items-start gap-x-2 border-b border-rule py-1.5 desk:grid-cols-[32px_minmax(0,1fr)_auto]">
      <button
        role="checkbox"
        aria-checked={seen}
        aria-label={`Seen: ${item.asks}`}
        className="relative grid size-11 place-items-center disabled:opacity-45 desk:size-8"
        disabled={unentered}
        title={unentered ? "enter it first" : undefined}
        onClick={(event) => once(event) && tick()}
      >
        <Tick state={item.state} />
      </button>
      <span className="min-w-0 self-center">
        <span className="block leading-snug">{item.asks}</span>
        <span className="note block leading-snug">
          {item.how}
          {item.photo && " Take a photo."}
          {item.gone_later && <strong className="font-semibold"> It cannot be seen later.</strong>}
        </span>
        {why}
      </span>
      <span className="col-start-2 desk:col-start-3 desk:text-right">
        <AskedEntry item={item} />
        <span className="note mt-1.5 flex flex-wrap items-center gap-x-3 desk:justify-end">
          <span>
            {item.state === "open" && item.path === null ? "not seen yet" : STATES[item.state]}
            {(seen || item.state === "left_out") && item.on ? `, ${dayName(parseDay(item.on))}` : ""}
            {(seen || item.state === "left_out") && item.by ? ` by ${item.by}` : ""}
          </span>
          {!item.note && !writing && (
            <button
              className="fix no-print max-desk:min-h-11 max-desk:min-w-11"
              aria-label={`Note to ${item.asks}`}
              onClick={() => setWriting(true)}
            >
              note
            </button>
          )}
          <TakePhoto of={item.key} asks={item.asks} />
          {(isMissing(item) || item.state === "left_out") && (
            <button
              className="fix no-print max-desk:min-h-11"
              aria-pressed={item.state === "left_out"}
              aria-label={`Leave out: ${item.asks}`}
              onClick={(event) => once(event) && leave()}
            >
              {item.state === "left_out" ? "look at it after all" : "leave out"}
            </button>
          )}
        </span>
      </span>
      <ItemPhotos of={item.key} asks={item.asks} />
      {(item.note || writing) && <Note item={item} by={by} writing={writing} setWriting={setWriting} />}
    </li>
  );
}

function Tick({ state }: { state: State }) {
  return (
    <TickBox ticked={state === "confirmed"} dashed={state === "assumed" || state === "left_out"}>
      {state === "left_out" && <path d="M5.5 10h9" fill="none" stroke="var(--ink)" strokeWidth="1.8" />}
    </TickBox>
  );
}

/** Words to an item: written where they are read, kept when the field is left. */
function Note(props: { item: Item; by: string; writing: boolean; setWriting: (writing: boolean) => void }) {
  const { item, by, writing, setWriting } = props;
  if (writing) return <NoteField item={item} by={by} close={() => setWriting(false)} />;
  return (
    <button
      className="col-start-2 min-w-0 text-left text-small leading-snug break-words max-desk:min-h-11"
      aria-label={`Note to ${item.asks}`}
      onClick={() => setWriting(true)}
    >
      {item.note}
    </button>
  );
}

function NoteField({ item, by, close }: { item: Item; by: string; close: () => void }) {
  const bench = useEdits();
  const { survey } = useDocument("survey");
  const { draft, setDraft, field } = useDraft((typed) => {
    const words = typed.trim();
    if (words !== item.note)
      void bench.edit(editName(`Note: ${item.asks}`), noted(item, survey[item.key], by, words));
  }, close);
  return (
    <textarea
      className="col-start-2 min-h-11 w-full border-[1.5px] border-ink bg-sheet p-1.5 text-small"
      aria-label={`Note to ${item.asks}`}
      autoFocus
      rows={2}
      maxLength={LONGEST_NOTE}
      value={draft ?? item.note}
      onChange={(event) => setDraft(event.target.value)}
      onKeyDown={field.onKeyDown}
      onBlur={() => {
        field.onBlur();
        close();
      }}
    />
  );
}
