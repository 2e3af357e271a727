import { memo } from "react";
import type { Status } from "../api/client";

type Marked = Status | "note" | "skipped";

const SAID: Record<Marked, string> = {
  settled: "settled",
  decide: "to decide",
  caution: "caution",
  fails: "fails",
  skipped: "left out",
  note: "worth knowing",
};

/** A status, by shape first. */
export const Mark = memo(function Mark({ status, size = 16 }: { status: Marked; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" role="img" aria-label={SAID[status]} className="shrink-0">
      {status === "settled" && (
        <>
          <circle cx="8" cy="8" r="7" fill="var(--water-7)" />
          <path d="M4.6 8.3l2.3 2.3 4.5-4.8" fill="none" stroke="var(--on-strong)" strokeWidth="1.9" />
        </>
      )}
      {status === "decide" && (
        <>
          <path d="M8 1l7 7-7 7-7-7z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
          <circle cx="8" cy="8" r="1.7" fill="var(--ink)" />
        </>
      )}
      {status === "caution" && (
        <>
          <path d="M8 1.2L15.3 14.4H.7z" fill="var(--amber)" stroke="var(--parched-7)" strokeWidth="1.3" />
          <path d="M8 5.6v4.2M8 11v1.6" stroke="#16232A" strokeWidth="1.7" />
        </>
      )}
      {status === "fails" && (
        <>
          <rect x="1.5" y="1.5" width="13" height="13" fill="var(--alarm)" />
          <path d="M5 5l6 6M11 5l-6 6" stroke="var(--on-strong)" strokeWidth="1.9" />
        </>
      )}
      {status === "note" && <circle cx="8" cy="8" r="3" fill="var(--ink-2)" />}
      {status === "skipped" && (
        <circle cx="8" cy="8" r="6" fill="none" stroke="var(--ink-2)" strokeWidth="1.3" strokeDasharray="2.4 2.3" />
      )}
    </svg>
  );
});

export const STATUS_WORDS = SAID;
