import { useSyncExternalStore } from "react";
import { Listeners } from "../lib/listeners";

/** What the server's answers say of this page as a whole: that nobody is signed in, or that it is of an older version
 * than the server. */
export type Said = "nothing" | "signed_out" | "updated";

let said: Said = "nothing";
const listeners = new Listeners();

export function say(now: Said): void {
  if (now === said) return;
  said = now;
  listeners.tell();
}

export const useSaid = (): Said => useSyncExternalStore(listeners.subscribe, () => said);
