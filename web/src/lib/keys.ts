import { useEffect, useRef, useSyncExternalStore } from "react";
import { Listeners } from "./listeners";

/** What a key by itself does, and which key it is until somebody chooses another in this browser. */
const USUAL = { above: "[", below: "]", yearBefore: ",", yearAfter: ".", help: "?" };
export type KeyAction = keyof typeof USUAL;
export type Keys = Readonly<Record<KeyAction, string>>;

const KEPT = "lean-year-keys";
const listeners = new Listeners();
let held: { text: string | null; keys: Keys } | null = null;

function read(): Keys {
  const text = localStorage.getItem(KEPT);
  if (held?.text === text) return held.keys;
  let chosen: Partial<Record<string, unknown>> = {};
  try {
    chosen = (JSON.parse(text ?? "{}") ?? {}) as typeof chosen;
  } catch {
    // What stands there is not ours; the usual keys do.
  }
  const keys = Object.fromEntries(
    Object.entries(USUAL).map(([action, usual]) => {
      const own = chosen[action];
      return [action, typeof own === "string" && own.length <= 1 ? own : usual];
    }),
  ) as Keys;
  held = { text, keys };
  return keys;
}

export const useKeys = () => useSyncExternalStore(listeners.subscribe, read);

/** Lets another key do it, or none; says what is against it. */
export function chooseKey(action: KeyAction, key: string): string | null {
  const keys = read();
  const other = (Object.keys(keys) as KeyAction[]).find(
    (each) => each !== action && key !== "" && keys[each] === key,
  );
  if (other) return `${key} is taken by another line of this list.`;
  if (key !== "" && !/^\S$/u.test(key)) return "Write one letter, digit or sign, or leave it empty for no key.";
  localStorage.setItem(KEPT, JSON.stringify({ ...keys, [action]: key }));
  listeners.tell();
  return null;
}

export function usualKeys(): void {
  localStorage.removeItem(KEPT);
  listeners.tell();
}

const WRITES = "input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea, select, [contenteditable]";

/** Does what a key is for, while nobody writes and nothing lies over the page. */
export function useSingleKeys(does: Record<KeyAction, () => void>): void {
  const keys = useKeys();
  const now = useRef({ keys, does });
  useEffect(() => {
    now.current = { keys, does };
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (event.target instanceof Element && event.target.closest(`${WRITES}, [role=dialog], [role=menu]`)) return;
      const { keys, does } = now.current;
      const action = (Object.keys(keys) as KeyAction[]).find((each) => keys[each] === event.key);
      if (action) does[action]();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
}
