import { use, useEffect, useRef, useState } from "react";
import type { PointerEvent } from "react";
import type { Operation } from "../api/client";
import { PointingContext } from "./shown";
import { useEdits } from "./workbench";

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

/** For a button that offers an edit: pointed at or with the focus on it, what it would do is shown. */
export function usePointed(operations: Operation[]) {
  const bench = useEdits();
  const pointed = useRef(false);
  const point = () => {
    pointed.current = true;
    bench.point(operations);
  };
  const leave = () => {
    pointed.current = false;
    bench.endPreview();
  };
  // What is taken off the page is not left by the pointer.
  useEffect(
    () => () => {
      if (pointed.current) bench.endPreview();
    },
    [bench],
  );
  return {
    // A finger does not point before it presses.
    onPointerEnter: (event: PointerEvent) => event.pointerType !== "touch" && point(),
    onPointerLeave: leave,
    onFocus: point,
    onBlur: leave,
  };
}
