import { useRef, useState } from "react";
import type { Operation } from "../api/client";
import { useEdits } from "./workbench";

/** After the last of a run of keys, so that the run is one change. */
const PAUSE_MS = 400;

/** A value under the hand: previewed while it moves, kept when it is let go, or after a pause in the keys. */
export function useHandle(words: (value: number) => string, toOperations: (value: number) => Operation[]) {
  const bench = useEdits();
  const [held, setHeld] = useState<number | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const move = (value: number) => {
    setHeld(value);
    bench.preview(toOperations(value));
  };
  const keep = (value: number) => {
    clearTimeout(timer.current);
    // What the hand has moved on to, while this was on its way, stays in it.
    void bench.edit(words(value), toOperations(value)).then(() => setHeld((now) => (now === value ? null : now)));
  };
  const keepAfterPause = (value: number) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => keep(value), PAUSE_MS);
  };
  const letGo = () => {
    setHeld(null);
    bench.endPreview();
  };
  return { held, move, keep, keepAfterPause, letGo };
}
