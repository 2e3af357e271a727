import type { ReactNode } from "react";

export type LimitBar = {
  name: string;
  value: number;
  /** What it is held against; null where that is not known. */
  limit: number | null;
  /** Whether the value must reach its limit, or stay under it. */
  atLeast: boolean;
  answer: ReactNode;
  limitTold: string;
};

/** Values against what each must reach or stay under, one under the other, each to its own limit. */
export function LimitBars({ label, bars }: { label: string; bars: LimitBar[] }) {
  return (
    <dl className="mt-2 grid max-w-[640px] gap-y-1.5 text-table" aria-label={label}>
      {bars.map((bar) => (
        <div key={bar.name} className="grid grid-cols-[minmax(5.5rem,9rem)_minmax(0,1fr)_4.5rem] gap-x-3">
          <dt className="leading-tight">{bar.name}</dt>
          <dd>
            <Bar {...bar} />
          </dd>
          <dd className="text-right font-semibold whitespace-nowrap">{bar.answer}</dd>
        </div>
      ))}
    </dl>
  );
}

function Bar({ value, limit, atLeast, limitTold }: LimitBar) {
  const held = limit ?? value;
  const reach = Math.max(held * 1.4, Math.min(value, held * 3), 1e-9);
  const at = (of: number) => `${(100 * Math.min(of, reach)) / reach}%`;
  const right = limit === null || (atLeast ? value >= limit : value <= limit);
  return (
    <div className="relative h-[38px]">
      <div className="h-[16px]" style={{ background: "color-mix(in srgb, var(--earth-1) 50%, transparent)" }}>
        <div
          className={`h-full min-w-px ${right ? "bg-water-5" : "bg-alarm"}`}
          style={{ width: at(value) }}
          data-right={right}
        />
      </div>
      {limit !== null && (
        <div className="absolute -top-[3px] h-[22px] border-l-2 border-ink" style={{ left: at(limit) }} />
      )}
      <span
        className={`note absolute top-[19px] whitespace-nowrap ${limit === null ? "left-0" : "-translate-x-1/2"}`}
        style={limit === null ? undefined : { left: at(limit) }}
      >
        {limitTold}
      </span>
    </div>
  );
}
