import { useSyncExternalStore } from "react";
import { Listeners } from "./listeners";

type Light = "light" | "dark";
const KEY = "lean-year-light";
const listeners = new Listeners();

function chosen(): Light {
  const kept = localStorage.getItem(KEY);
  if (kept === "light" || kept === "dark") return kept;
  return preferred().matches ? "dark" : "light";
}

function preferred(): MediaQueryList {
  return matchMedia("(prefers-color-scheme: dark)");
}

/** Puts the light that was chosen, or that the machine prefers, on the page. */
function applyLight(): void {
  document.documentElement.dataset.light = chosen();
  listeners.tell();
}

/** As `applyLight`, now and whenever the machine turns its light. */
export function followLight(): void {
  applyLight();
  preferred().addEventListener("change", applyLight);
}

export function toggleLight(): void {
  localStorage.setItem(KEY, chosen() === "dark" ? "light" : "dark");
  applyLight();
}

export function useLight(): Light {
  return useSyncExternalStore(
    listeners.subscribe,
    () => (document.documentElement.dataset.light as Light) ?? "light",
  );
}
