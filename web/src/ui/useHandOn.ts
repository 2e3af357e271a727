import { useLayoutEffect, useRef } from "react";

/**
 * For a button that may go away once it is pressed: the focus that it had goes to the row that takes the place of its
 * own, to the last one where there are fewer, or to the main part of the page. So a screen reader says what comes next.
 */
export function useHandOn() {
  const button = useRef<HTMLButtonElement>(null);
  useLayoutEffect(() => {
    const here = button.current!;
    return () => {
      if (document.activeElement !== here) return;
      const row = here.closest("li, tr");
      const rows = row?.parentElement?.children;
      const at = rows ? [...rows].indexOf(row) : 0;
      // What goes away together with it is gone by then, and what comes instead is there.
      queueMicrotask(() => {
        const next = rows && (rows[at] ?? rows[rows.length - 1]);
        focusOn(next?.isConnected ? next : document.querySelector("main"));
      });
    };
  }, []);
  return button;
}

function focusOn(part: Element | null): void {
  if (!(part instanceof HTMLElement) || document.activeElement !== document.body) return;
  part.tabIndex = -1;
  part.focus();
}
