import { useState } from "react";
import { chooseKey, useKeys, usualKeys } from "../lib/keys";
import type { KeyAction } from "../lib/keys";
import { TextDialog } from "../ui/TextDialog";

const KEYS: [string, string][] = [
  ["Ctrl K", "go to a station, an entry, a finding, a property or a quick sum"],
  ["Alt Page up, Alt Page down", "station above, station below"],
  ["Ctrl Z, Ctrl Shift Z", "undo, redo"],
  ["Arrow up and down", "nudge the entry you are in; with Shift ten times as far"],
  ["Enter", "keep the entry; on a dashed one, confirm what was assumed"],
  ["Esc", "leave the entry as it was"],
  ["Arrow keys", "in a picture of days, move the reading from day to day and year to year"],
];
const CHOSEN: [KeyAction, string][] = [
  ["above", "station above"],
  ["below", "station below"],
  ["yearBefore", "year before"],
  ["yearAfter", "year after"],
  ["help", "this list"],
];

export function ShortcutSheet(props: { open: boolean; setOpen: (open: boolean) => void }) {
  const keys = useKeys();
  const [problem, setProblem] = useState<string | null>(null);
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
      <h3 className="heading mt-5">Keys by themselves</h3>
      <p className="note">
        They work while you are not writing. Write another one, or leave it empty, so that dictation or a keyboard
        without it does not get in the way.
      </p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] items-baseline gap-x-6 gap-y-1">
        {CHOSEN.map(([action, does]) => (
          <div key={action} className="contents">
            <dt>
              <input
                className="word w-10 text-center"
                aria-label={`Key for ${does}`}
                autoComplete="off"
                maxLength={1}
                value={keys[action]}
                onFocus={(event) => event.target.select()}
                onChange={(event) => setProblem(chooseKey(action, event.target.value))}
              />
            </dt>
            <dd className="text-ink-2">{does}</dd>
          </div>
        ))}
      </dl>
      {problem && (
        <p role="alert" className="mt-2 font-semibold text-alarm">
          {problem}
        </p>
      )}
      <p className="mt-2">
        <button
          className="fix"
          onClick={() => {
            usualKeys();
            setProblem(null);
          }}
        >
          As they were
        </button>
      </p>
    </TextDialog>
  );
}
