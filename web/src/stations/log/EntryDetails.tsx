import type { LogForm } from "../../api/log";
import { TakePhoto } from "../../document/photos/ItemPhotos";
import { today } from "../../lib/dates";

const LONGEST = 80;
const LONGEST_NOTE = 500;

export type Details = { on: string; by: string; note: string; words: Record<string, string> };

/** What may be written down beside the numbers: the day, by whom, words of its kind, a note, a photo. */
export function EntryDetails(props: {
  form: LogForm;
  entryId: string;
  details: Details;
  set: (details: Details) => void;
}) {
  const { form, entryId, details, set } = props;
  return (
    <div className="mt-2 grid gap-2 small:grid-cols-2 desk:grid-cols-4">
      <label>
        <span className="note block">Day</span>
        <input
          type="date"
          className="field"
          max={today()}
          value={details.on}
          onChange={(event) => set({ ...details, on: event.target.value })}
        />
      </label>
      <Text name="By whom" value={details.by} most={LONGEST} set={(by) => set({ ...details, by })} />
      {Object.entries(form.words).map(([key, name]) => (
        <Text
          key={key}
          name={name}
          value={details.words[key] ?? ""}
          most={LONGEST}
          set={(word) => set({ ...details, words: { ...details.words, [key]: word } })}
        />
      ))}
      <Text
        name="Note"
        value={details.note}
        most={LONGEST_NOTE}
        set={(note) => set({ ...details, note })}
        className="small:col-span-2"
      />
      <p className="self-end">
        <TakePhoto of={`log/${entryId}`} asks={form.name} />
      </p>
    </div>
  );
}

function Text(props: { name: string; value: string; most: number; set: (text: string) => void; className?: string }) {
  return (
    <label className={props.className}>
      <span className="note block">{props.name}</span>
      <input
        className="field"
        maxLength={props.most}
        value={props.value}
        onChange={(event) => props.set(event.target.value)}
      />
    </label>
  );
}
