import { scaleLinear } from "d3-scale";
import type { RainPlan } from "../../api/client";
import { rain as rainWords } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const HEIGHT = 178;
const TOP = 14;
const FOOT = 152;
/** Where the lean year is named: over the dry years, whose bars are low. */
const NAMED = TOP + 20;

/** The counted years from the driest to the wettest, with the dry years that come once in 5, 10 and 20. */
export function RankedYears(props: { rain: RainPlan; yearRow: number; leanRow: number; units: Units }) {
  const { rain, units } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const ranked = rain.years
    .map((year, row) => ({ year, row }))
    .filter(({ year }) => year.counted)
    .sort((a, b) => a.year.total_mm - b.year.total_mm);
  const reach = ranked.at(-1)?.year.total_mm ?? 1;
  const step = width / Math.max(ranked.length, 1);
  const y = scaleLinear([0, reach], [FOOT, TOP]);
  const dryYear = rain.figures["dry_year_1_in_5_mm"]?.value ?? 0;
  const place = ranked.findIndex(({ row }) => row === props.leanRow);
  return (
    <section aria-label="Years from the driest">
      <h2 className="heading">Years from the driest</h2>
      <div ref={box} style={{ height: HEIGHT }} className="mt-1">
        {width > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            className="overflow-visible"
            role="img"
            aria-label="Yearly totals, ranked"
          >
            {ranked.map(({ year, row }, i) => (
              <rect
                key={year.start}
                x={i * step + 0.5}
                y={y(year.total_mm)}
                width={Math.max(1, step - 1.2)}
                height={FOOT - y(year.total_mm)}
                fill={
                  row === props.leanRow || row === props.yearRow
                    ? "var(--water-9)"
                    : year.total_mm < dryYear
                      ? "var(--parched-5)"
                      : "var(--water-3)"
                }
              />
            ))}
            <path d={`M0 ${FOOT}H${width}`} stroke="var(--ink)" strokeWidth="1.3" />
            {ranked.length > 0 && (
              <>
                <text x="0" y={FOOT + 17} className="axis">
                  {rainWords(ranked[0]!.year.total_mm, units)}
                </text>
                <text x={width} y={FOOT + 17} textAnchor="end" className="axis">
                  {rainWords(reach, units)}
                </text>
              </>
            )}
            {dryYear > 0 && (
              <text x="0" y={TOP + 2} className="label" style={{ fill: "var(--parched-7)" }}>
                1 in 5 under {rainWords(dryYear, units)}
              </text>
            )}
            {place >= 0 && (
              <>
                <path
                  d={`M${place * step + step / 2} ${y(ranked[place]!.year.total_mm) - 2}V${NAMED + 5}`}
                  stroke="var(--ink)"
                  strokeWidth="1"
                />
                <text x="0" y={NAMED} className="label halo" fontWeight="650">
                  {ranked[place]!.year.label}
                  {place > 0 ? `, ${ordinal(place + 1)} driest` : ", the driest"}
                </text>
              </>
            )}
          </svg>
        )}
      </div>
    </section>
  );
}

function ordinal(n: number): string {
  const tens = n % 100;
  const suffix = tens >= 11 && tens <= 13 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${n}${suffix}`;
}
