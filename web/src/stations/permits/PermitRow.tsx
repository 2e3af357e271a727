import { useState } from "react";
import { editName } from "../../document/edits";
import { NameEntry } from "../../document/NameEntry";
import { ItemPhotos, TakePhoto } from "../../document/photos/ItemPhotos";
import { useEdits } from "../../document/workbench";
import { dayName, parseDay } from "../../lib/dates";
import { Choice } from "../../ui/Choice";
import { Mark } from "../../ui/Mark";
import { NOT_ENTERED, written } from "./entered";
import type { Permit } from "./entered";
import { TypedField } from "../../document/TypedField";

const STATUSES = [
  { value: "open", label: "open", note: "nobody has asked, or knows whether it is needed" },
  { value: "asked", label: "asked for", note: "the answer is awaited" },
  { value: "granted", label: "granted", note: "or the licensed person is engaged" },
  { value: "refused", label: "refused" },
  { value: "not_needed", label: "not needed", note: "somebody who decides it has said so" },
] as const;
const MARKS = {
  open: "decide",
  asked: "decide",
  granted: "settled",
  refused: "fails",
  not_needed: "settled",
} as const;
const LONGEST = 80;
const LONGEST_NOTE = 500;

const FIELDS = [
  { field: "authority", label: "Who decides, or does it", kind: "text", most: LONGEST },
  { field: "reference", label: "Reference or document", kind: "text", most: LONGEST },
  { field: "asked_on", label: "Asked for on", kind: "date", most: undefined },
  { field: "lead_time_days", label: "Answer takes, days", kind: "days", most: undefined },
  { field: "granted_on", label: "Granted on", kind: "date", most: undefined },
  { field: "until", label: "Holds until", kind: "date", most: undefined },
  { field: "note", label: "Note", kind: "text", most: LONGEST_NOTE },
] as const;

type Asked = { key: string; asks: string; why: string; holds_up: string };

/** One permit: why it is asked for, what waits for it, how far it has come. `asked` is null for the person's own. */
export function PermitRow({ of, asked, entered }: { of: string; asked: Asked | null; entered: Permit | undefined }) {
  const bench = useEdits();
  const permit = entered ?? NOT_ENTERED;
  const [open, setOpen] = useState(false);
  const name = asked?.asks ?? (permit.name || "Another permit");
  const set = (label: string, change: Partial<Permit>) =>
    bench.tryEdit(editName(`${name}: ${label}`), written(of, entered, change));
  const known = FIELDS.filter(({ field }) => permit[field] !== null && permit[field] !== "");
  return (
    <li className="border-b border-rule py-2" aria-label={name}>
      <div className="grid grid-cols-[20px_minmax(0,1fr)] items-start gap-x-2.5 gap-y-1 desk:grid-cols-[20px_minmax(0,1fr)_auto]">
        <span className="pt-0.5">
          <Mark status={asked?.why === "" ? "settled" : MARKS[permit.status]} />
        </span>
        <div className="min-w-0">
          {asked ? (
            <strong>{asked.asks}</strong>
          ) : (
            <NameEntry
              label={`Name of ${name}`}
              path={`/permits/${of}/name`}
              value={name}
              className="w-[30ch] max-w-full font-[650]"
            />
          )}
          {asked && (
            <span className="note block leading-snug">
              {asked.why ? `${asked.why} It holds up ${asked.holds_up}.` : "The design does not ask for it any more."}
            </span>
          )}
          {!open && known.length > 0 && (
            <span className="block text-small leading-snug">
              {known.map(({ field, label, kind }) => inWords(label, kind, String(permit[field]))).join("; ")}.
            </span>
          )}
        </div>
        <span className="col-start-2 flex flex-wrap items-center gap-x-4 desk:col-start-3 desk:justify-end">
          <Choice
            label={`Status of ${name}`}
            value={permit.status}
            options={[...STATUSES]}
            onChoose={(status) => void bench.edit(editName(`${name}: ${status}`), written(of, entered, { status }))}
          />
          <button
            className="fix no-print min-h-8 max-desk:min-h-11"
            aria-expanded={open}
            aria-label={`Details of ${name}`}
            onClick={() => setOpen(!open)}
          >
            {open ? "less" : "details"}
          </button>
          <TakePhoto of={`permits/${of}`} asks={`Papers of ${name}`} />
          {!asked?.why && (
            <button
              className="fix no-print min-h-8 max-desk:min-h-11"
              aria-label={`Remove ${name}`}
              onClick={() => void bench.edit(`Removed ${name}`, [{ op: "remove", path: `/permits/${of}` }])}
            >
              Remove
            </button>
          )}
        </span>
        <ItemPhotos of={`permits/${of}`} asks={`Papers of ${name}`} />
      </div>
      {open && (
        <div className="mt-2 grid grid-cols-1 gap-x-4 gap-y-2 pl-[30px] small:grid-cols-2 desk:grid-cols-4">
          {FIELDS.map(({ field, label, kind, most }) => (
            <TypedField
              key={field}
              label={label}
              name={`${label}, ${name}`}
              kind={kind}
              most={most}
              value={permit[field] === null ? "" : String(permit[field])}
              keep={(text) => set(label.toLowerCase(), { [field]: valueOf(kind, text) })}
            />
          ))}
        </div>
      )}
    </li>
  );
}

function inWords(label: string, kind: "text" | "date" | "days", value: string): string {
  if (kind === "days") return `Answer takes ${value} ${value === "1" ? "day" : "days"}`;
  return `${label}: ${kind === "date" ? dayName(parseDay(value)) : value}`;
}

function valueOf(kind: "text" | "date" | "days", text: string): string | number | null {
  if (kind === "text") return text;
  if (text === "") return null;
  return kind === "days" ? Number(text) : text;
}
