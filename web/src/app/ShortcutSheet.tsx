import { TextDialog } from "../ui/TextDialog";

const KEYS: [string, string][] = [
  ["Ctrl K", "go to a station, an entry, a finding, a property or a quick sum"],
  ["[ and ], Page up and Page down with Alt", "station above, station below"],
  [", and .", "year before, year after"],
  ["Ctrl Z, Ctrl Shift Z", "undo, redo"],
  ["Arrow up and down", "nudge the entry you are in; with Shift ten times as far"],
  ["Enter", "keep the entry; on a dashed one, confirm what was assumed"],
  ["Esc", "leave the entry as it was"],
  ["Arrow keys", "in a picture of days, move the reading from day to day and year to year"],
  ["?", "this list"],
];

export function ShortcutSheet(props: { open: boolean; setOpen: (open: boolean) => void }) {
  return (
    <TextDialog title="Keys" width={560} {...props}>
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{key}</dt>
            <dd className="text-ink-2">{does}</dd>
          </div>
        ))}
      </dl>
    </TextDialog>
  );
}
