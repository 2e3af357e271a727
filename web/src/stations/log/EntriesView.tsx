import { useState } from "react";
import type { LogForm, LogRow, LogWork } from "../../api/log";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { ItemPhotos } from "../../document/photos/ItemPhotos";
import { useDocument } from "../../document/shown";
import { useWho } from "../../document/workbench";
import { today } from "../../lib/dates";
import { newId } from "../../lib/newId";
import { volume } from "../../lib/units";
import { EntryLine } from "./EntryLine";
import { PaperLog } from "./PaperLog";
import { aboutOf, dayOf, saidBy } from "./words";

/** Everything that was written down, the newest first; corrected by another entry, and never lost. */
export function EntriesView({ work }: { work: LogWork }) {
  const { unsent } = useEntryBox();
  const reads = useWho()?.role === "owner";
  const [kind, setKind] = useState("");
  const known = new Set(work.rows.map(({ id }) => id));
  const waiting = unsent
    .map(({ entry }) => entry)
    .filter(({ id, about }) => about.startsWith("log/") && !known.has(id));
  const forms = new Map(work.forms.map((form) => [form.kind as string, form]));
  const rows = work.rows.filter((row) => !kind || row.kind === kind);
  const kinds = work.forms.filter((form) => work.rows.some((row) => row.kind === form.kind));
  return (
    <>
      <label className="no-print flex flex-wrap items-baseline gap-x-2">
        <span className="note">Shown</span>
        <select
          className="field w-auto max-desk:min-h-11"
          value={kind}
          onChange={(event) => setKind(event.target.value)}
        >
          <option value="">everything</option>
          {kinds.map((form) => (
            <option key={form.kind} value={form.kind}>
              {form.name}
            </option>
          ))}
        </select>
      </label>
      {waiting.length > 0 && (
        <p role="status" className="mt-2">
          {waiting.length} {waiting.length === 1 ? "entry waits" : "entries wait"} here for the connection.
        </p>
      )}
      {rows.length === 0 && <p className="mt-2">Nothing is written down{kind ? " of this kind" : ""} yet.</p>}
      <ul className="mt-2">
        {rows.map((row) => (
          <Row key={row.id} row={row} form={forms.get(row.kind)} forms={work.forms} />
        ))}
      </ul>
      {!reads && <PaperLog />}
      {work.older_rows > 0 && (
        <p className="note mt-2">{work.older_rows} older entries are kept and are in the property file.</p>
      )}
    </>
  );
}

function Row({ row, form, forms }: { row: LogRow; form: LogForm | undefined; forms: LogForm[] }) {
  const { units } = useDocument("units");
  const { writeDown } = useEntryBox();
  const who = useWho();
  const [correcting, setCorrecting] = useState(false);
  const [asked, setAsked] = useState(false);
  const about = aboutOf(row, form);
  const name = form?.name ?? "Done";
  const takeBack = async () => {
    await writeDown({
      id: newId(),
      kind: "taken_back",
      about: "log/taken_back",
      on: today(),
      by: who?.name ?? "",
      corrects: row.id,
    });
    setAsked(false);
  };
  return (
    <li className={`border-b border-rule py-1.5 ${row.taken_back ? "text-ink-2 line-through" : ""}`}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="w-28 shrink-0">
          {dayOf(row.on)} <span className="note">{row.at}</span>
        </span>
        <span className="min-w-0 flex-1 basis-64 leading-snug">
          <strong>{name}</strong>
          {about && about !== name ? `, ${about}` : ""}
          {saidBy(row, form, units) && `: ${saidBy(row, form, units)}`}
          {row.level_l !== null && <span className="note"> {volume(row.level_l, units)} can be drawn</span>}
          {row.note && <span className="block text-small">{row.note}</span>}
          <span className="note block">
            {row.by}
            {row.earlier.length > 0 && !row.taken_back && ` · corrected, what stood before is kept`}
            {row.taken_back && " · taken back, kept here"}
          </span>
        </span>
        {!row.taken_back && who?.role !== "owner" && form && (
          <span className="no-print flex gap-x-3">
            <button className="fix max-desk:min-h-11" onClick={() => setCorrecting(!correcting)}>
              Correct
            </button>
            {asked ? (
              <>
                <button className="fix text-alarm max-desk:min-h-11" onClick={() => void takeBack()}>
                  Yes, take it back
                </button>
                <button className="fix max-desk:min-h-11" onClick={() => setAsked(false)}>
                  No
                </button>
              </>
            ) : (
              <button className="fix max-desk:min-h-11" onClick={() => setAsked(true)}>
                Take back
              </button>
            )}
          </span>
        )}
        <ItemPhotos of={`log/${row.id}`} asks={name} />
      </div>
      {correcting && (
        <EntryLine
          forms={forms}
          corrects={{
            id: row.id,
            kind: row.kind as LogForm["kind"],
            about: row.about,
            on: row.on,
            values: row.values,
            words: row.words,
            note: row.note,
          }}
          close={() => setCorrecting(false)}
        />
      )}
    </li>
  );
}
