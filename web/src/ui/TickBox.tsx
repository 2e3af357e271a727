import type { ReactNode } from "react";

/** A box to be ticked, in ink; dashed where it does not stand for something settled. */
export function TickBox(props: { ticked: boolean; dashed?: boolean; children?: ReactNode }) {
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
      <rect
        x="2"
        y="2"
        width="16"
        height="16"
        fill={props.ticked ? "var(--water-7)" : "var(--sheet)"}
        stroke="var(--ink)"
        strokeWidth="1.5"
        strokeDasharray={props.dashed ? "3 2.4" : undefined}
      />
      {props.ticked && <path d="M5.5 10.2l3 3 6-6.4" fill="none" stroke="var(--on-strong)" strokeWidth="2.2" />}
      {props.children}
    </svg>
  );
}
