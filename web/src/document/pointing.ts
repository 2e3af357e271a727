import { createContext, use, useState } from "react";

/** Whether what is previewed is an offer that somebody points at, not something that is dragged or typed. */
export const PointingContext = createContext(false);

/**
 * What is offered, as it stood when one of it was pointed at: the preview shows everything else as it would be, and the
 * offer stays under the hand that is about to press it.
 */
export function useHeld<T>(offered: T): T {
  const pointing = use(PointingContext);
  const [held, setHeld] = useState(() => offered);
  if (!pointing && held !== offered) setHeld(() => offered);
  return pointing ? held : offered;
}
