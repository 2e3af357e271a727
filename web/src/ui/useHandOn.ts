import { useLayoutEffect, useRef } from "react";

/**
 * For a button that may go away once it is pressed: the focus that it had goes to what is left of its row, then to the
 * row after it, the one before it, or the main part of the page. So a screen reader says what comes next.
 */
export function useHandOn() {
  const button = useRef<HTMLButtonElement>(null);
  useLayoutEffect(() => {
    const here = button.current!;
    return () => {
      if (document.activeElement !== here) return;
      const rows = rowsFrom(here);
      // What goes away together with it is gone by then.
      queueMicrotask(() => focusOn(rows.find((row) => row.isConnected) ?? document.querySelector("main")));
    };
  }, []);
  return button;
}

/** The row that it stands in, those after it in their order, then those before it from the nearest. */
function rowsFrom(here: Element): HTMLElement[] {
  const row = here.closest<HTMLElement>("li, tr");
  const rows = [...(row?.parentElement?.children ?? [])] as HTMLElement[];
  const at = rows.indexOf(row!);
  return [...rows.slice(Math.max(at, 0)), ...rows.slice(0, Math.max(at, 0)).reverse()];
}

function focusOn(part: HTMLElement | null): void {
  if (!part || document.activeElement !== document.body) return;
  part.tabIndex = -1;
  part.focus();
}
