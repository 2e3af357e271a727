import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, pressure, roundStep } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const ROW = 40;
const BAR = 14;
const TOP = 4;

/** The least and the most that a heater stands under, against what it asks for or what its relief valve opens at. */
export function HeaterScale() {
  const { pump, units } = useDocument("pump", "units");
  const { figures } = usePlan("pump").pump;
  const [box, width] = useWidth<HTMLDivElement>();
  const { hot_water: hot } = pump;
  const rows = [
    { name: "at the peak, filters due", kpa: figures["tap_dirty_kpa"]?.value, fill: "var(--water-3)" },
    { name: "with nothing drawn", kpa: figures["low_tap_kpa"]?.value, fill: "var(--water-5)" },
  ].flatMap((row) => (typeof row.kpa === "number" ? [{ ...row, kpa: Math.max(0, row.kpa) }] : []));
  const store = hot.kind === "store";
  const limit = store ? hot.relief_kpa : hot.least_kpa;
  if (hot.kind === "unknown" || hot.kind === "none" || !rows.length) return null;
  const said = store ? "its relief valve opens at" : "the heater asks for";
  const outside = limit !== null && (store ? rows.at(-1)!.kpa >= limit : rows[0]!.kpa < limit);
  const { unit, factor } = axisUnit("pressure", units);
  const reach = Math.max(limit ?? 0, ...rows.map((row) => row.kpa)) * 1.12 + 1;
  const x = scaleLinear([0, reach], [0, Math.max(1, width - 12)]);
  const step = roundStep(reach / factor / 5);
  const ticks = Array.from({ length: Math.floor(reach / factor / step) + 1 }, (_, i) => i * step);
  const foot = TOP + rows.length * ROW;
  return (
    <section aria-label="What the heater stands under">
      <h2 className="heading">
        What the heater stands under
        <span className="head-note">{unit}, at the taps</span>
      </h2>
      <div ref={box} className="mt-1 max-w-[640px]" style={{ height: foot + 40 }}>
        {width > 0 && (
          <svg
            width={width}
            height={foot + 40}
            className="block overflow-visible"
            role="img"
            aria-label={[
              ...rows.map((row) => `${row.name} ${pressure(row.kpa, units)}`),
              ...(limit === null ? [] : [`${said} ${pressure(limit, units)}`]),
            ].join(", ")}
          >
            {rows.map((row, i) => (
              <rect
                key={row.name}
                x={0}
                y={TOP + i * ROW + 18}
                width={Math.max(1, x(row.kpa))}
                height={BAR}
                fill={row.fill}
              />
            ))}
            <path d={`M0 ${foot}H${x(reach)}`} stroke="var(--ink)" />
            {ticks.map((tick) => (
              <text key={tick} x={x(tick * factor)} y={foot + 15} textAnchor="middle" className="axis">
                {fixed(tick, 0)}
              </text>
            ))}
            {limit !== null && (
              <>
                <path
                  d={rows.map((_, i) => `M${x(limit)} ${TOP + i * ROW + 15}v${BAR + 6}`).join("")}
                  stroke={outside ? "var(--alarm)" : "var(--ink)"}
                  strokeWidth="2"
                />
                <text
                  x={x(limit)}
                  y={foot + 34}
                  textAnchor={x(limit) > width / 2 ? "end" : "start"}
                  className="axis"
                  style={outside ? { fill: "var(--alarm)" } : undefined}
                >
                  {said} {pressure(limit, units)}
                </text>
              </>
            )}
            {rows.map((row, i) => (
              <text key={row.name} x={0} y={TOP + i * ROW + 12} className="axis halo">
                {row.name} {pressure(row.kpa, units)}
              </text>
            ))}
          </svg>
        )}
      </div>
    </section>
  );
}
