import { useWidth } from "./useWidth";

export type LimitBar = {
  name: string;
  value: number;
  /** What it is held against; null where that is not known. */
  limit: number | null;
  /** Whether the value must reach its limit, or stay under it. */
  atLeast: boolean;
  told: string;
  limitTold: string;
};

const NAME = 132;
const ROW = 46;

/** Values against what each must reach or stay under, one under the other, each to its own limit. */
export function LimitBars({ label, bars }: { label: string; bars: LimitBar[] }) {
  const [box, shown] = useWidth<HTMLDivElement>();
  const width = Math.min(shown, 620);
  const room = width - NAME - 70;
  return (
    <div ref={box} style={{ height: ROW * bars.length + 4 }}>
      {shown > 0 && (
        <svg
          width={width}
          height={ROW * bars.length + 4}
          className="block"
          role="img"
          aria-label={`${label}: ${bars.map((bar) => `${bar.name} ${bar.told}, ${bar.limitTold}`).join("; ")}`}
        >
          {bars.map((bar, i) => {
            const limit = bar.limit ?? bar.value;
            const reach = Math.max(limit * 1.4, Math.min(bar.value, limit * 3), 1e-9);
            const x = (value: number) => NAME + (Math.min(value, reach) / reach) * room;
            const right = bar.limit === null || (bar.atLeast ? bar.value >= bar.limit : bar.value <= bar.limit);
            const y = i * ROW;
            return (
              <g key={bar.name}>
                <text x="0" y={y + 16} className="axis">
                  {bar.name}
                </text>
                <rect x={NAME} y={y + 4} width={room} height="16" fill="var(--earth-1)" opacity="0.5" />
                <rect
                  x={NAME}
                  y={y + 4}
                  width={Math.max(1, x(bar.value) - NAME)}
                  height="16"
                  fill={right ? "var(--water-5)" : "var(--alarm)"}
                />
                {bar.limit !== null && (
                  <>
                    <path d={`M${x(bar.limit)} ${y}v24`} stroke="var(--ink)" strokeWidth="2" />
                    <text x={x(bar.limit)} y={y + 33} textAnchor="middle" className="axis">
                      {bar.limitTold}
                    </text>
                  </>
                )}
                <text x={NAME + room + 8} y={y + 17} className="label" fontWeight="650">
                  {bar.told}
                </text>
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}
