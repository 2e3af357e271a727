import { useState } from "react";
import type { ReactNode } from "react";
import type { Document } from "../../api/client";

export type Photo = Document["photos"][string];
export type Arrow = Photo["arrows"][number];

/** A picture with its arrows and their words on top. What is over it, such as handles, takes shares of its sides. */
export function MarkedPhoto(props: {
  src: string;
  alt: string;
  arrows: readonly Arrow[];
  /** How large the picture is. */
  className?: string;
  /** Without the words, and with finer arrows. */
  small?: boolean;
  children?: ReactNode;
}) {
  const { src, alt, arrows, className = "", small = false, children } = props;
  const [missing, setMissing] = useState(false);
  if (missing)
    return (
      <span className={`note grid place-items-center border border-dashed border-ink-2 p-2 ${className}`} role="img">
        {alt}: the picture is not here. It may still wait on the device that took it, or there is no connection.
      </span>
    );
  return (
    <span className="relative inline-block max-w-full leading-none">
      <img src={src} alt={alt} className={`block ${className}`} onError={() => setMissing(true)} />
      <svg className="absolute inset-0 h-full w-full overflow-visible" aria-hidden="true">
        <defs>
          <marker
            id="photo-arrow"
            viewBox="0 0 10 10"
            refX="9"
            refY="5"
            markerWidth="7"
            markerHeight="7"
            orient="auto"
          >
            <path d="M0 0L10 5L0 10z" fill="#b3261e" />
          </marker>
        </defs>
        {arrows.map((arrow, at) => (
          <g key={at}>
            {(["#fff", "#b3261e"] as const).map((stroke, coat) => (
              <line
                key={stroke}
                x1={percent(arrow.from_x)}
                y1={percent(arrow.from_y)}
                x2={percent(arrow.to_x)}
                y2={percent(arrow.to_y)}
                stroke={stroke}
                strokeWidth={(small ? 1.5 : 2.5) * (coat ? 1 : 2)}
                markerEnd={coat ? "url(#photo-arrow)" : undefined}
              />
            ))}
          </g>
        ))}
      </svg>
      {arrows.map(
        (arrow, at) =>
          arrow.words !== "" &&
          !small && (
            <span
              key={at}
              className="pointer-events-none absolute max-w-[45%] bg-white px-1 text-small leading-tight font-semibold text-[#8c1d18]"
              style={{
                left: percent(arrow.from_x),
                top: percent(arrow.from_y),
                transform: arrow.from_y <= arrow.to_y ? "translate(-50%, -110%)" : "translate(-50%, 10%)",
              }}
            >
              {arrow.words}
            </span>
          ),
      )}
      {children}
    </span>
  );
}

export const percent = (share: number) => `${100 * share}%`;
