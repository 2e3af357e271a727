import { useRef } from "react";
import type { Operation } from "../api/client";
import { useHandle } from "./useHandle";
import { metres } from "../lib/units";
import type { Units } from "../lib/units";

const STEP_M = 0.05;

/** A height on the section that is dragged up and down, or moved with the arrow keys. */
export function HeightHandle(props: {
  label: string;
  x: number;
  y: (metres: number) => number;
  metresAPx: number;
  value: number;
  units: Units;
  /** How far to the right what it moves stands, for the line to it. */
  leader?: number;
  toOperations: (value: number) => Operation[];
}) {
  const { held, move, keep, keepAfterPause, letGo } = useHandle(
    (value) => `${props.label} ${metres(value, props.units)}`,
    props.toOperations,
  );
  const begun = useRef<{ pointer: number; value: number; metresAPx: number } | null>(null);
  const shown = held ?? props.value;
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={props.label}
      aria-orientation="vertical"
      aria-valuenow={Number(shown.toFixed(2))}
      aria-valuetext={metres(shown, props.units)}
      className="height-handle"
      transform={`translate(${props.x} ${props.y(shown)})`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        begun.current = { pointer: event.clientY, value: props.value, metresAPx: props.metresAPx };
      }}
      onPointerMove={(event) => {
        if (begun.current) move(dragged(begun.current, event.clientY));
      }}
      onPointerUp={(event) => {
        if (!begun.current) return;
        // Measured from where it was taken up: what is shown meanwhile is already the preview.
        const value = dragged(begun.current, event.clientY);
        const moved = Math.abs(value - begun.current.value) > 0.004;
        begun.current = null;
        if (!moved) return letGo();
        move(value);
        keep(value);
      }}
      onPointerCancel={() => {
        begun.current = null;
        letGo();
      }}
      onKeyDown={(event) => {
        const ways = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[
          event.key
        ];
        if (!ways) return;
        event.preventDefault();
        const next = toCentimetres((Math.round(shown / STEP_M) + ways) * STEP_M);
        move(next);
        keepAfterPause(next);
      }}
    >
      {props.leader !== undefined && (
        <path d={`M7 0H${props.leader}`} stroke="var(--water-7)" strokeWidth="1.2" strokeDasharray="2 3" />
      )}
      <rect x="-23" y="-23" width="46" height="46" fill="transparent" />
      <path
        d="M0 -9l5 6h-10zM0 9l5 -6h-10z"
        fill="var(--water-7)"
        stroke="var(--sheet)"
        strokeWidth="2.5"
        paintOrder="stroke"
      />
    </g>
  );
}

const toCentimetres = (value: number) => Number(value.toFixed(2));

const dragged = (from: { pointer: number; value: number; metresAPx: number }, to: number) =>
  toCentimetres(from.value - (to - from.pointer) * from.metresAPx);
