import type { ReactNode } from "react";

/** A mark and its words in the legend of a picture; the mark is drawn in 16 by 14, or is a plain fill. */
export function LegendKey(props: { fill?: string; mark?: ReactNode; children: ReactNode }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg width="16" height="14" aria-hidden="true">
        {props.mark ?? (
          <rect y="1" width="14" height="12" fill={props.fill} stroke="var(--ink-2)" strokeWidth="0.6" />
        )}
      </svg>
      {props.children}
    </span>
  );
}
