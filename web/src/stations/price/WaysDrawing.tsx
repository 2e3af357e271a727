import { scaleLinear } from "d3-scale";
import type { Plan } from "../../api/client";
import { money } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { MoneyAxes } from "./MoneyAxes";

type OtherWay = NonNullable<Plan["price"]["others"]>["ways"][number];

const HEIGHT = 250;
const PAD = { left: 66, right: 150, top: 14, bottom: 30 };
const LEAST_APART = 16;
const LINES: Record<string, { stroke: string; dash?: string }> = {
  rain: { stroke: "var(--water-7)" },
  mains: { stroke: "var(--ink)" },
  well: { stroke: "var(--ink)", dash: "9 4" },
  truck: { stroke: "var(--parched-7)" },
  smaller: { stroke: "var(--water-7)", dash: "9 4" },
  nothing: { stroke: "var(--parched-7)", dash: "2 4" },
};

/** Heights moved apart, the lowest first, so that no two texts touch. */
export function apart(heights: number[], least: number, bottom: number): number[] {
  const order = heights.map((_, row) => row).sort((one, other) => heights[other]! - heights[one]!);
  const placed = [...heights];
  let below = bottom + least;
  for (const row of order) {
    placed[row] = Math.min(heights[row]!, below - least);
    below = placed[row];
  }
  return placed;
}

/** What each way has cost by the end of every year, in money of today, and where the lines cross that of rain. */
export function WaysDrawing({ ways, currency, years }: { ways: OtherWay[]; currency: string; years: number }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const drawn = ways.flatMap(({ key, name, cost, too_weak }) => (cost && !too_weak ? [{ key, name, ...cost }] : []));
  const most = Math.max(1, ...drawn.flatMap(({ paid }) => paid));
  const x = scaleLinear([0, years], [PAD.left, Math.max(PAD.left + 60, width - PAD.right)]);
  const y = scaleLinear([0, most], [HEIGHT - PAD.bottom, PAD.top]);
  const names = apart(
    drawn.map(({ paid }) => y(paid.at(-1)!) + 4),
    LEAST_APART,
    HEIGHT - PAD.bottom,
  );
  const rain = drawn.find(({ key }) => key === "rain");
  const text = drawn.map((way) => `${way.name}: ${money(currency, way.present_cost)}`).join("; ");
  return (
    <section aria-label="The ways over the years">
      <h2 className="heading">
        What has been paid<span className="head-note">by the end of each year, in money of today</span>
      </h2>
      <div ref={box}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} role="img" aria-label={`Over ${years} years. ${text}`}>
            <MoneyAxes x={x} y={y} most={most} currency={currency} height={HEIGHT} />
            {drawn.map((way, row) => (
              <g key={way.key} fill="none" strokeWidth={way.key === "rain" ? 3 : 2}>
                <path
                  d={`M${way.paid.map((amount, year) => `${x(year)} ${y(amount)}`).join("L")}`}
                  stroke={LINES[way.key]!.stroke}
                  strokeDasharray={LINES[way.key]!.dash}
                />
                <text className="label" x={x(years) + 8} y={names[row]} fill="var(--ink)" stroke="none">
                  {way.name.replace(/, as designed| and trucks/, "")}
                </text>
                {way.crosses.map((year) => (
                  <circle
                    key={year}
                    cx={x(year)}
                    cy={y(at(rain!.paid, year))}
                    r={5}
                    fill="var(--sheet)"
                    stroke="var(--ink)"
                  />
                ))}
              </g>
            ))}
          </svg>
        )}
      </div>
    </section>
  );
}

/** The height of a line between the ends of two years. */
function at(paid: number[], year: number): number {
  const before = Math.min(paid.length - 2, Math.floor(year));
  return paid[before]! + (paid[before + 1]! - paid[before]!) * (year - before);
}
