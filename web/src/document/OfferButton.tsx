import { useEffect, useRef } from "react";
import type { ReactNode } from "react";
import type { Operation } from "../api/client";
import { useHandOn } from "../ui/useHandOn";
import { once } from "./once";
import { useEdits } from "./workbench";

/**
 * A button that offers an edit: while it is pointed at or has the focus, what it would do is shown; pressed, it is made,
 * once. The list that it stands in holds what it offers meanwhile (`useHeld`).
 */
export function OfferButton(props: {
  /** What the edit is called. */
  edit: string;
  operations: readonly unknown[];
  className: string;
  /** For screen readers, where what stands on it does not say enough. */
  label?: string;
  children: ReactNode;
}) {
  const bench = useEdits();
  const operations = props.operations as Operation[];
  const button = useHandOn();
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
  return (
    <button
      ref={button}
      className={props.className}
      aria-label={props.label}
      // A finger does not point before it presses.
      onPointerEnter={(event) => event.pointerType !== "touch" && point()}
      onPointerLeave={leave}
      onFocus={point}
      onBlur={leave}
      onClick={(event) => once(event) && void bench.edit(props.edit, operations)}
    >
      {props.children}
    </button>
  );
}
