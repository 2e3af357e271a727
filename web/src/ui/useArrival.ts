import { useEffect, useRef } from "react";

/** Whether a page has been shown since the application was loaded: the first is read from its top. */
let arrived = false;

/**
 * The main part of a page, to take the focus where what had it went away with the page before: a screen reader then says
 * where one has come to, and Tab goes on from there. `where` is what tells one page from the next.
 */
export function useArrival<Part extends HTMLElement>(where: string) {
  const part = useRef<Part>(null);
  useEffect(() => {
    const here = document.activeElement;
    if (arrived && (here === null || here === document.body)) part.current?.focus({ preventScroll: true });
    arrived = true;
  }, [where]);
  return part;
}
