import { useRef, useState } from "react";
import { replace } from "../edits";
import { TextDialog } from "../../ui/TextDialog";
import { useDraft } from "../useDraft";
import { useEdits, useWho } from "../workbench";
import { dayName, parseDay } from "../../lib/dates";
import { MarkedPhoto, percent } from "./MarkedPhoto";
import type { Arrow, Photo } from "./MarkedPhoto";
import { usePhotoBox } from "./usePhotoBox";

const MOST_ARROWS = 20;
const LONGEST_WORDS = 60;
const NEW: Arrow = { from_x: 0.35, from_y: 0.35, to_x: 0.55, to_y: 0.55, words: "" };
const ENDS = [
  { x: "from_x", y: "from_y", words: "Foot" },
  { x: "to_x", y: "to_y", words: "Head" },
] as const;
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const KEY_STEP = 0.01;

/** A photo in full, and the arrows and measures on it. */
export function PhotoDialog(props: { of: string; photoKey: string; photo: Photo; close: () => void }) {
  const { of, photoKey, photo, close } = props;
  const bench = useEdits();
  const reads = useWho()?.role === "owner";
  const { addressOf } = usePhotoBox();
  const path = `/photos/${photoKey}`;
  /** An arrow under the hand, until the server has it. */
  const [held, setHeld] = useState<{ at: number; arrow: Arrow } | null>(null);
  const arrows = photo.arrows.map((arrow, at) => (held?.at === at ? held.arrow : arrow));
  const keep = (at: number, arrow: Arrow, words: string) => {
    setHeld({ at, arrow });
    void bench
      .edit(words, replace(`${path}/arrows/${at}`, arrow))
      .then(() => setHeld((now) => (now?.arrow === arrow ? null : now)));
  };
  const remove = () => {
    void bench.edit(`Photo taken out: ${of}`, [{ op: "remove", path }]);
    close();
  };
  return (
    <TextDialog title={of} width={920} open setOpen={close}>
      <p className="note mt-1">
        {[photo.on && dayName(parseDay(photo.on)), photo.by && `by ${photo.by}`].filter(Boolean).join(" ")}
      </p>
      <div className="mt-3 grid place-items-center">
        <MarkedPhoto src={addressOf(photoKey)} alt={of} arrows={arrows} className="max-h-[62vh] max-w-full">
          {!reads &&
            arrows.map((arrow, at) => (
              <Ends
                key={at}
                number={at + 1}
                arrow={arrow}
                move={(moved) => setHeld({ at, arrow: moved })}
                keep={(moved) => keep(at, moved, "Arrow moved")}
              />
            ))}
        </MarkedPhoto>
      </div>
      {!reads && (
        <>
          <ul className="mt-3">
            {arrows.map((arrow, at) => (
              <li key={at} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
                <ArrowWords
                  label={`Measure at arrow ${at + 1}`}
                  value={arrow.words}
                  keep={(words) => keep(at, { ...arrow, words }, words ? `Arrow: ${words}` : "Arrow without words")}
                />
                <button
                  className="fix max-desk:min-h-11"
                  aria-label={`Take out arrow ${at + 1}`}
                  onClick={() => void bench.edit("Arrow taken out", [{ op: "remove", path: `${path}/arrows/${at}` }])}
                >
                  take it out
                </button>
              </li>
            ))}
          </ul>
          <p className="mt-3 flex flex-wrap gap-3">
            <button
              className="act-quiet"
              disabled={photo.arrows.length >= MOST_ARROWS}
              onClick={() => void bench.edit("Arrow", [{ op: "add", path: `${path}/arrows/-`, value: NEW }])}
            >
              Add an arrow with a measure
            </button>
            <button className="act-quiet" onClick={remove}>
              Take the photo out
            </button>
          </p>
        </>
      )}
    </TextDialog>
  );
}

/** The two ends of an arrow: dragged, or moved with the arrow keys. */
function Ends(props: { number: number; arrow: Arrow; move: (arrow: Arrow) => void; keep: (arrow: Arrow) => void }) {
  const { number, arrow, move, keep } = props;
  const dragging = useRef(false);
  return ENDS.map(({ x, y, words }) => {
    const to = (event: React.PointerEvent<HTMLElement>): Arrow => {
      const box = event.currentTarget.parentElement!.getBoundingClientRect();
      return {
        ...arrow,
        [x]: shareOf((event.clientX - box.left) / box.width),
        [y]: shareOf((event.clientY - box.top) / box.height),
      };
    };
    return (
      <button
        key={words}
        className="absolute size-11 -translate-x-1/2 -translate-y-1/2 touch-none rounded-full border-2 border-white/70 bg-[#b3261e]/15"
        style={{ left: percent(arrow[x]), top: percent(arrow[y]) }}
        aria-label={`${words} of arrow ${number}: arrow keys move it`}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          dragging.current = true;
        }}
        onPointerMove={(event) => dragging.current && move(to(event))}
        onPointerUp={(event) => {
          if (dragging.current) keep(to(event));
          dragging.current = false;
        }}
        onPointerCancel={() => (dragging.current = false)}
        onKeyDown={(event) => {
          const way = KEYS[event.key];
          if (!way) return;
          event.preventDefault();
          move({ ...arrow, [x]: shareOf(arrow[x] + way[0] * KEY_STEP), [y]: shareOf(arrow[y] + way[1] * KEY_STEP) });
        }}
        onKeyUp={(event) => KEYS[event.key] && keep(arrow)}
      />
    );
  });
}

const shareOf = (value: number) => Number(Math.min(1, Math.max(0, value)).toFixed(4));

function ArrowWords({ label, value, keep }: { label: string; value: string; keep: (words: string) => void }) {
  const { draft, setDraft, field } = useDraft((typed) => {
    if (typed.trim() !== value) keep(typed.trim());
  });
  return (
    <label className="flex min-w-0 flex-1 items-center gap-2">
      <span className="note whitespace-nowrap">{label}</span>
      <input
        className="field min-w-0 flex-1"
        placeholder="what was measured, with its unit"
        maxLength={LONGEST_WORDS}
        value={draft ?? value}
        onChange={(event) => setDraft(event.target.value)}
        {...field}
      />
    </label>
  );
}
