import { useId } from "react";
import type { Units } from "../../lib/units";
import { quantity } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import type { Line } from "./changed";

const BAR = 20;
const STEP = 28;
const COUNT = 34;
const LETTER_PX = 7.2;

type Cut = NonNullable<Line["cut"]>;
type Bar = { pieces: number[]; offcut: number; count: number };

/** Bars that are cut alike, once each, with how many there are. */
export function alike(cut: Cut): Bar[] {
  const bars: Bar[] = [];
  cut.bars_mm.forEach((pieces, row) => {
    const known = bars.find((bar) => bar.pieces.join() === pieces.join());
    if (known) known.count++;
    else bars.push({ pieces, offcut: cut.offcuts_mm[row]!, count: 1 });
  });
  return bars;
}

/** The lengths that are bought, to scale, each with its pieces; what is left over is hatched. */
export function BarsDrawing(props: { cut: Cut; longest: number; units: Units; name: string }) {
  const { cut, longest, units } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const hatch = useId();
  const bars = alike(cut);
  const scale = (width - COUNT - 2) / longest;
  return (
    <div ref={box} className="mt-1.5">
      {width > 0 && (
        <svg
          width={width}
          height={bars.length * STEP}
          role="img"
          aria-label={`${props.name}: ${inWords(bars, units)}`}
        >
          <defs>
            <pattern id={hatch} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <path d="M0 0V6" stroke="var(--parched-5)" strokeWidth="1.6" />
            </pattern>
          </defs>
          {bars.map((bar, row) => (
            <g key={row} transform={`translate(0 ${row * STEP + 2})`}>
              <text className="label" x={COUNT - 8} y={15} textAnchor="end">
                {bar.count > 1 ? `${bar.count} ×` : ""}
              </text>
              <g transform={`translate(${COUNT} 0)`}>
                {bar.pieces.map((piece, place) => {
                  const x = bar.pieces.slice(0, place).reduce((sum, each) => sum + each + cut.kerf_mm, 0) * scale;
                  const text = quantity("cut", piece, units);
                  return (
                    <g key={place}>
                      <rect
                        x={x}
                        width={Math.max(1, piece * scale)}
                        height={BAR}
                        fill="var(--water-1)"
                        stroke="var(--ink)"
                        strokeWidth="1.2"
                      />
                      {text.length * LETTER_PX < piece * scale && (
                        <text className="label" x={x + (piece * scale) / 2} y={15} textAnchor="middle">
                          {text}
                        </text>
                      )}
                    </g>
                  );
                })}
                {bar.offcut > 0 && (
                  <rect
                    x={(cut.stock_mm - bar.offcut) * scale}
                    width={bar.offcut * scale}
                    height={BAR}
                    fill={`url(#${hatch})`}
                    stroke="var(--parched-7)"
                    strokeWidth="1"
                    strokeDasharray="3 2"
                  />
                )}
              </g>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

/** The same for who does not see it. */
export const inWords = (bars: Bar[], units: Units) =>
  bars
    .map(({ pieces, offcut, count }) => {
      const cuts = pieces.map((piece) => quantity("cut", piece, units)).join(" + ");
      return `${count > 1 ? `${count} × ` : ""}${cuts}${offcut > 0 ? `, ${quantity("cut", offcut, units)} left` : ""}`;
    })
    .join("; ");
