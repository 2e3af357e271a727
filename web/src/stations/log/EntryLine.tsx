import { useState } from "react";
import type { Entry } from "../../api/build";
import type { LogForm } from "../../api/log";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { useDocument } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { today } from "../../lib/dates";
import { newId } from "../../lib/newId";
import { write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { toast } from "../../ui/Toasts";
import { exampleOf, fieldsAsked, keepUsed, lastUsed, valuesTyped } from "./entered";
import { EntryDetails } from "./EntryDetails";
import type { Details } from "./EntryDetails";
import { entered } from "./words";

const FEW = 3;
type Corrected = Pick<Entry, "id" | "kind" | "about" | "on" | "values" | "words" | "note"> | null;
type EntryLineProps = { forms: LogForm[]; corrects?: Corrected; close?: () => void };

/** One thing written down in a line: by thumb, on the phone, also without a connection. */
export function EntryLine({ forms, corrects = null, close }: EntryLineProps) {
  const { id } = useEdits();
  const { writeDown } = useEntryBox();
  const { units } = useDocument("units");
  const who = useWho();
  const kept = lastUsed(id);
  const [kind, setKind] = useState<LogForm["kind"]>((corrects?.kind as LogForm["kind"]) ?? "level");
  const [about, setAbout] = useState(corrects ? corrects.about.split("/").slice(2).join("/") : (kept.about ?? ""));
  const [one, setOne] = useState(corrects ? Object.keys(corrects.values ?? {})[0]! : (kept.one ?? ""));
  const [typed, setTyped] = useState<Record<string, string>>(() => typedOf(corrects, forms, units));
  const [details, setDetails] = useState<Details>({
    on: corrects?.on ?? today(),
    by: who?.name ?? "",
    note: corrects?.note ?? "",
    words: corrects?.words ?? {},
  });
  const [open, setOpen] = useState(corrects !== null);
  const [problem, setProblem] = useState<string | null>(null);
  const [entryId, setEntryId] = useState(newId);
  if (who?.role === "owner") return null;
  const form = forms.find((each) => each.kind === kind) ?? forms[0]!;
  const chosen = about in form.about ? about : (Object.keys(form.about)[0] ?? "");
  const fields = fieldsAsked(form, one, open);
  const empty = () => {
    setTyped({});
    setProblem(null);
  };
  const submit = async () => {
    const values = valuesTyped(form, fields, typed, units);
    if (typeof values === "string") return setProblem(values);
    if (form.needs_note && !details.note.trim()) {
      setOpen(true);
      return setProblem("Note: write what it was.");
    }
    if (!/^\d{4}-\d{2}-\d{2}$/.test(details.on) || details.on > today())
      return setProblem("Day: must be today or before.");
    keepUsed(id, { one, about: chosen });
    await writeDown({
      id: entryId,
      kind,
      about: `log/${kind}${chosen ? `/${chosen}` : ""}`,
      on: details.on,
      by: details.by.trim(),
      note: details.note.trim(),
      values,
      words: Object.fromEntries(Object.entries(details.words).filter(([, word]) => word.trim())),
      name: (form.about[chosen] ?? form.name).slice(0, 80),
      corrects: corrects?.id ?? null,
    });
    setEntryId(newId());
    toast(`${form.name} written down.`);
    empty();
    setDetails((before) => ({ ...before, note: "", words: {} }));
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
          <Choose
            name="Write down"
            value={kind}
            options={forms.map((each) => [each.kind, each.name])}
            choose={(next) => {
              setKind(next as LogForm["kind"]);
              setDetails((before) => ({ ...before, words: {} }));
              empty();
            }}
          />
        )}
        {chosen && <Choose name="Of" value={chosen} options={Object.entries(form.about)} choose={setAbout} />}
        {form.one_of && (
          <Choose
            name="By"
            value={fields[0]!.key}
            options={form.fields.map(({ key, label }) => [key, label])}
            choose={setOne}
          />
        )}
        {fields.map((field) => (
          <label key={field.key} className={fields.length <= FEW ? "w-36" : "w-40"}>
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
      {open && <EntryDetails form={form} entryId={entryId} details={details} set={setDetails} />}
      {problem && (
        <p role="alert" className="mt-1 text-small text-alarm">
          {problem}
        </p>
      )}
    </form>
  );
}

function Choose(props: {
  name: string;
  value: string;
  options: [value: string, name: string][];
  choose: (value: string) => void;
}) {
  return (
    <label className="min-w-0">
      <span className="note block">{props.name}</span>
      <select
        className="field min-h-9 max-w-full max-desk:min-h-11"
        value={props.value}
        onChange={(event) => props.choose(event.target.value)}
      >
        {props.options.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What is corrected, as it would have been typed. */
function typedOf(corrects: Corrected, forms: LogForm[], units: Units): Record<string, string> {
  const fields = forms.find(({ kind }) => kind === corrects?.kind)?.fields ?? [];
  const values = corrects?.values ?? {};
  return Object.fromEntries(
    fields
      .filter(({ key }) => key in values)
      .map((field) => {
        const value = values[field.key]!;
        return [field.key, field.entered_as === "count" ? String(value) : write(entered(field), units, value)];
      }),
  );
}
