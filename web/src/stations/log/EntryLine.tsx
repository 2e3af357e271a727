import { useState } from "react";
import type { Entry } from "../../api/build";
import type { LogField, LogForm } from "../../api/log";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { TakePhoto } from "../../document/photos/ItemPhotos";
import { useDocument } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { today } from "../../lib/dates";
import { newId } from "../../lib/newId";
import { read, write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { toast } from "../../ui/Toasts";
import { entered, inWords } from "./words";

const LONGEST_NOTE = 500;
const QUICK = 3;
type Corrected = Pick<Entry, "id" | "kind" | "about" | "on" | "values" | "words" | "note"> | null;

/** One thing written down in a line: by thumb, on the phone, also without a connection. */
export function EntryLine({
  forms,
  corrects = null,
  close,
}: {
  forms: LogForm[];
  corrects?: Corrected;
  close?: () => void;
}) {
  const { id } = useEdits();
  const { writeDown } = useEntryBox();
  const { units } = useDocument("units");
  const who = useWho();
  const kept = lastUsed(id);
  const [kind, setKind] = useState<LogForm["kind"]>((corrects?.kind as LogForm["kind"]) ?? "level");
  const [about, setAbout] = useState(corrects ? corrects.about.split("/").slice(2).join("/") : (kept.about ?? ""));
  const [one, setOne] = useState(corrects ? Object.keys(corrects.values ?? {})[0]! : (kept.one ?? ""));
  const [typed, setTyped] = useState<Record<string, string>>(() => typedOf(corrects, forms, units));
  const [words, setWords] = useState<Record<string, string>>(corrects?.words ?? {});
  const [more, setMore] = useState({ on: corrects?.on ?? today(), by: who?.name ?? "", note: corrects?.note ?? "" });
  const [open, setOpen] = useState(corrects !== null);
  const [problem, setProblem] = useState<string | null>(null);
  const [entryId, setEntryId] = useState(newId);
  const form = forms.find((each) => each.kind === kind) ?? forms[0]!;
  if (who?.role === "owner") return null;
  const abouts = Object.entries(form.about);
  const chosen = abouts.some(([key]) => key === about) ? about : (abouts[0]?.[0] ?? "");
  const fields = form.one_of
    ? [form.fields.find(({ key }) => key === one) ?? form.fields[0]!]
    : form.fields.filter(
        (field, row) => field.needed || open || (row < 1 && form.fields.every((each) => !each.needed)),
      );
  const pick = (next: LogForm["kind"]) => {
    setKind(next);
    setTyped({});
    setWords({});
    setProblem(null);
  };
  const submit = async () => {
    const values: Record<string, number> = {};
    for (const field of fields) {
      const text = typed[field.key]?.trim() ?? "";
      if (!text && !field.needed && !form.one_of) continue;
      const value = text ? read(entered(field), units, text, field.low) : null;
      if (value === null)
        return setProblem(`${field.label}: write what was read, for example ${exampleOf(field, units)}.`);
      if (value < field.low || value > field.high)
        return setProblem(
          `${field.label}: must be from ${inWords(field, field.low, units)} to ${inWords(field, field.high, units)}.`,
        );
      values[field.key] = value;
    }
    if (form.fields.length > 0 && Object.keys(values).length === 0 && kind !== "cartridge" && kind !== "lamp")
      return setProblem("Write at least one reading.");
    if (form.needs_note && !more.note.trim()) {
      setOpen(true);
      return setProblem("Note: write what it was.");
    }
    if (!/^\d{4}-\d{2}-\d{2}$/.test(more.on) || more.on > today()) return setProblem("Day: must be today or before.");
    keepUsed(id, { one, about: chosen });
    await writeDown({
      id: entryId,
      kind,
      about: `log/${kind}${chosen ? `/${chosen}` : ""}`,
      on: more.on,
      by: more.by.trim(),
      note: more.note.trim(),
      values,
      words: Object.fromEntries(Object.entries(words).filter(([, word]) => word.trim())),
      name: (form.about[chosen] ?? form.name).slice(0, 80),
      corrects: corrects?.id ?? null,
    });
    setEntryId(newId());
    toast(`${form.name} written down.`);
    setTyped({});
    setWords({});
    setMore((before) => ({ ...before, note: "" }));
    setProblem(null);
    setOpen(false);
    close?.();
  };
  return (
    <form
      className="no-print mt-2 border-y-[1.5px] border-ink bg-wall px-3 py-2"
      aria-label={corrects ? "Correct an entry" : "One entry"}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        {!corrects && (
          <label>
            <span className="note block">Write down</span>
            <select
              className="field min-h-9 max-desk:min-h-11"
              value={kind}
              onChange={(event) => pick(event.target.value as LogForm["kind"])}
            >
              {forms.map(({ kind: each, name }) => (
                <option key={each} value={each}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {abouts.length > 0 && (
          <label>
            <span className="note block">Of</span>
            <select
              className="field min-h-9 max-desk:min-h-11"
              value={chosen}
              onChange={(event) => setAbout(event.target.value)}
            >
              {abouts.map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {form.one_of && (
          <label className="min-w-0">
            <span className="note block">By</span>
            <select
              className="field min-h-9 max-w-full max-desk:min-h-11"
              value={fields[0]!.key}
              onChange={(event) => setOne(event.target.value)}
            >
              {form.fields.map(({ key, label }) => (
                <option key={key} value={key}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        )}
        {fields.map((field) => (
          <label key={field.key} className={fields.length <= QUICK ? "w-36" : "w-40"}>
            <span className="note block truncate" title={field.label}>
              {form.one_of ? "Reading" : field.label}
            </span>
            <input
              className="field min-h-9 max-desk:min-h-11"
              autoComplete="off"
              inputMode={units === "metric" ? "decimal" : "text"}
              aria-label={field.label}
              placeholder={exampleOf(field, units)}
              value={typed[field.key] ?? ""}
              onChange={(event) => {
                setTyped({ ...typed, [field.key]: event.target.value });
                setProblem(null);
              }}
            />
          </label>
        ))}
        <button className="act max-desk:min-h-11">Keep it</button>
        {!open && (
          <button type="button" className="fix max-desk:min-h-11" onClick={() => setOpen(true)}>
            Day, note, more
          </button>
        )}
        {close && (
          <button type="button" className="fix max-desk:min-h-11" onClick={close}>
            Not now
          </button>
        )}
      </div>
      {open && (
        <div className="mt-2 grid gap-2 small:grid-cols-2 desk:grid-cols-4">
          <label>
            <span className="note block">Day</span>
            <input
              type="date"
              className="field"
              max={today()}
              value={more.on}
              onChange={(event) => setMore({ ...more, on: event.target.value })}
            />
          </label>
          <label>
            <span className="note block">By whom</span>
            <input
              className="field"
              maxLength={80}
              value={more.by}
              onChange={(event) => setMore({ ...more, by: event.target.value })}
            />
          </label>
          {Object.entries(form.words).map(([key, name]) => (
            <label key={key}>
              <span className="note block">{name}</span>
              <input
                className="field"
                maxLength={80}
                value={words[key] ?? ""}
                onChange={(event) => setWords({ ...words, [key]: event.target.value })}
              />
            </label>
          ))}
          <label className="small:col-span-2">
            <span className="note block">Note</span>
            <input
              className="field"
              maxLength={LONGEST_NOTE}
              value={more.note}
              onChange={(event) => setMore({ ...more, note: event.target.value })}
            />
          </label>
          <p className="self-end">
            <TakePhoto of={`log/${entryId}`} asks={form.name} />
          </p>
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-1 text-small text-alarm">
          {problem}
        </p>
      )}
    </form>
  );
}

const exampleOf = (field: LogField, units: Units) => inWords(field, field.like, units);

function typedOf(corrects: Corrected, forms: LogForm[], units: Units): Record<string, string> {
  const form = forms.find(({ kind }) => kind === corrects?.kind);
  if (!corrects || !form) return {};
  return Object.fromEntries(
    form.fields
      .filter(({ key }) => key in (corrects.values ?? {}))
      .map((field) => {
        const value = corrects.values![field.key]!;
        return [field.key, field.entered_as === "count" ? String(value) : write(entered(field), units, value)];
      }),
  );
}

/** How the level was read last here, so that the next takes one press and a number. */
function lastUsed(property: string): { one?: string; about?: string } {
  try {
    return JSON.parse(localStorage.getItem(`lean-year-level-${property}`) ?? "{}") as {
      one?: string;
      about?: string;
    };
  } catch {
    return {};
  }
}

function keepUsed(property: string, used: { one: string; about: string }) {
  try {
    localStorage.setItem(`lean-year-level-${property}`, JSON.stringify(used));
  } catch {
    // A browser that keeps nothing asks again.
  }
}
