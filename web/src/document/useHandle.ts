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
  /** What a value is entered with, as it was before it was taken up: what is shown is soon what is previewed. */
  const begun = useRef<((value: number) => Operation[]) | null>(null);
  const move = (value: number) => {
    begun.current ??= toOperations;
    setHeld(value);
    bench.preview(begun.current(value));
  };
  const keep = (value: number) => {
    clearTimeout(timer.current);
    const operations = (begun.current ?? toOperations)(value);
    begun.current = null;
    // What the hand has moved on to, while this was on its way, stays in it.
    void bench.edit(words(value), operations).then(() => setHeld((now) => (now === value ? null : now)));
  };
  const keepAfterPause = (value: number) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => keep(value), PAUSE_MS);
  };
  const letGo = () => {
    begun.current = null;
    setHeld(null);
    bench.endPreview();
  };
  return { held, move, keep, keepAfterPause, letGo };
}
