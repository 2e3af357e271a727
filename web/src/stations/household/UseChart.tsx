import { scaleLinear } from "d3-scale";
import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { useAxis } from "../../lib/axis";
import { monthName } from "../../lib/dates";
import { axisUnit, volumeTicks } from "../../lib/units";
import { LegendKey } from "../../ui/LegendKey";

const HEIGHT = 268;
const TOP = 24;
const FOOT = 240;

type Month = Plan["household"]["months"][number];
type Share = "indoor_l_day" | "garden_l_day" | "animals_l_day" | "other_l_day";
const SHARES: { name: string; fill: string; keys: Share[] }[] = [
  { name: "indoors", fill: "var(--water-9)", keys: ["indoor_l_day"] },
  { name: "animals and other", fill: "var(--water-5)", keys: ["animals_l_day", "other_l_day"] },
  { name: "garden", fill: "var(--parched-5)", keys: ["garden_l_day"] },
];
const sumOf = (row: Month, keys: Share[]) => keys.reduce((sum, key) => sum + row[key], 0);

/** Use by month, by what takes it, against what the roofs bring on a mean day of that month. */
export function UseChart({ months }: { months: number[] }) {
  const axis = useAxis();
  const document = useDocument("units");
  const plan = usePlan("cistern", "household", "roofs");
  const us = document.units === "us";
  const brought = (month: number) => plan.roofs.harvest_l_day_by_month?.[month - 1] ?? null;
  const rows = months.map((month) => ({ ...plan.household.months[month - 1]!, brought: brought(month) }));
  const reach =
    Math.max(
      ...rows.map((row) => Math.max(row.total_l_day, row.brought ?? 0)),
      ...(plan.cistern?.lean_inflow_l_day ?? []),
      1,
    ) * 1.05;
  const y = scaleLinear([0, reach], [FOOT, TOP]);
  const wide = axis.width / 12;
  const { factor, unit } = axisUnit("rate", document.units);
  const ticks = volumeTicks(reach * (us ? 1 : 1000), document.units, 4).map((tick) => (us ? tick : tick / 1000));
  const wet = rows.every((row) => row.brought !== null);
  const leanBrings = plan.cistern?.lean_inflow_l_day ?? null;
  const lean = leanBrings
    ? months
        .map((month, i) => `${i ? "L" : "M"}${axis.left + i * wide} ${y(leanBrings[month - 1]!)}h${wide}`)
        .join("")
    : "";
  const leanName = plan.cistern?.years[plan.cistern.lean_year]?.label;
  const brings = rows
    .map((row, i) => `${i ? "L" : "M"}${axis.left + i * wide} ${y(row.brought ?? 0)}H${axis.left + (i + 1) * wide}`)
    .join("");
  return (
    <>
      <h2 className="heading flex flex-wrap items-baseline gap-x-4">
        Use by month
        <span
          className="note flex flex-wrap items-center gap-x-3"
          style={{ fontFamily: "var(--font-body)", fontWeight: 430 }}
        >
          {SHARES.filter(({ keys }) => rows.some((row) => sumOf(row, keys) > 0)).map(({ name, fill }) => (
            <LegendKey key={name} fill={fill}>
              {name}
            </LegendKey>
          ))}
          {wet && (
            <span className="flex items-center gap-1.5">
              <svg width="20" height="12" aria-hidden="true">
                <path
                  d="M0 10V3h10v5h10"
                  fill="none"
                  stroke="var(--water-7)"
                  strokeWidth="2"
                  strokeDasharray="4 2.5"
                />
              </svg>
              off the roofs, mean year
            </span>
          )}
          {lean && (
            <span className="flex items-center gap-1.5">
              <svg width="20" height="12" aria-hidden="true">
                <path d="M0 10V3h10v5h10" fill="none" stroke="var(--ink)" strokeWidth="2" />
              </svg>
              in {leanName}
            </span>
          )}
        </span>
      </h2>
      <svg
        width={axis.left + axis.width}
        height={HEIGHT}
        className="block overflow-visible"
        role="img"
        aria-label={`Use by month in ${us ? "US gallons" : "litres"} a day; the table below has the figures`}
      >
        {ticks.map((tick) => (
          <g key={tick}>
            <path d={`M${axis.left} ${y(tick)}h${axis.width}`} stroke="var(--rule)" />
            <text x={axis.left - 6} y={y(tick) + 4.5} textAnchor="end" className="axis">
              {Math.round(tick / factor).toLocaleString("en-US")}
            </text>
          </g>
        ))}
        <text x={axis.left} y={TOP - 10} className="axis">
          {unit}
        </text>
        {rows.map((row, i) => {
          const left = axis.left + i * wide + wide * 0.16;
          const width = wide * 0.68;
          const parts = SHARES.map(({ fill, keys }) => ({ fill, litres: sumOf(row, keys) }));
          let below = 0;
          return (
            <g key={row.month}>
              {parts.map((part) => {
                const top = y(below + part.litres);
                const height = y(below) - top;
                below += part.litres;
                return <rect key={part.fill} x={left} y={top} width={width} height={height} fill={part.fill} />;
              })}
              <text x={left + width / 2} y={FOOT + 17} textAnchor="middle" className="axis">
                {axis.narrow ? monthName(row.month)[0] : monthName(row.month)}
              </text>
            </g>
          );
        })}
        {wet && (
          <>
            <path d={brings} fill="none" stroke="var(--sheet)" strokeWidth="6" opacity="0.85" />
            <path d={brings} fill="none" stroke="var(--water-7)" strokeWidth="2.2" strokeDasharray="5 3" />
          </>
        )}
        {lean && (
          <>
            <path d={lean} fill="none" stroke="var(--sheet)" strokeWidth="5" opacity="0.85" />
            <path d={lean} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
          </>
        )}
        {rows.map((row, i) => (
          <text
            key={row.month}
            x={axis.left + (i + 0.5) * wide}
            y={y(row.total_l_day) - 5}
            textAnchor="middle"
            className="axis halo"
            fontWeight="600"
          >
            {Math.round(row.total_l_day / factor).toLocaleString("en-US")}
          </text>
        ))}
        <path d={`M${axis.left} ${FOOT}h${axis.width}`} stroke="var(--ink)" strokeWidth="1.3" />
      </svg>
    </>
  );
}
