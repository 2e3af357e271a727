import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, pressure, roundStep } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { useWidth } from "../../ui/useWidth";

const TALL = 270;
const TOP = 18;
const LEFT = 48;
const FILL: Record<string, string> = {
  lift: "var(--earth-3)",
  tap: "var(--water-3)",
  pipes: "var(--ink-2)",
  fittings: "var(--ink)",
  filters: "var(--parched-5)",
  uv: "var(--water-7)",
  backflow: "var(--earth-1)",
};

const GIVEN = {
  height: "the height gives",
  pressure_switch: "at cut-in there are",
  variable_speed: "the set point gives",
  flow_switch: "the pump gives",
};

/** The pressure that the pump must give at the peak, part upon part: with new filters, and when they are due. */
export function PressureStack() {
  const document = useDocument("pump", "units");
  const plan = usePlan("pump");
  const { units } = document;
  const { stack, gives_kpa: gives, dirty, figures } = plan.pump;
  const [box, width] = useWidth<HTMLDivElement>();
  const parts = stack.filter((part) => part.dirty_kpa > 0.5);
  const sum = (of: "clean_kpa" | "dirty_kpa") => parts.reduce((all, part) => all + part[of], 0);
  const given = GIVEN[document.pump.feed === "pump" ? document.pump.control : "height"];
  const reach = Math.max(sum("dirty_kpa"), gives ?? 0, 10) * 1.06;
  const y = scaleLinear([0, reach], [TALL - 26, TOP]);
  const unit = axisUnit("pressure", units).factor;
  const tick = roundStep(reach / unit / 4) * unit;
  const wide = Math.max(54, Math.min(92, (width - LEFT) * 0.2));
  const columns = [
    { key: "clean_kpa" as const, name: "filters new", x: LEFT + 12 },
    { key: "dirty_kpa" as const, name: "filters due", x: LEFT + 12 + wide + 34 },
  ];
  const labels = spread(
    parts.map((part, i) => ({
      part,
      at: y(parts.slice(0, i).reduce((all, each) => all + each.dirty_kpa, 0) + part.dirty_kpa / 2),
    })),
  );
  const short = dirty !== null && dirty.tap_kpa < document.pump.residual_kpa;
  return (
    <section aria-label="The pressure stack">
      <h2 className="heading">
        What the pressure goes into
        <span className="head-note">at the peak</span>
      </h2>
      <div ref={box} className="relative" style={{ height: TALL }}>
        {width > 0 && (
          <svg
            width={width}
            height={TALL}
            className="block overflow-visible"
            role="img"
            aria-label={`${pressure(sum("clean_kpa"), units)} with new filters, ${pressure(sum("dirty_kpa"), units)} when they are due${gives === null ? "" : `; ${given} ${pressure(gives, units)}`}`}
          >
            <text x={LEFT - 6} y={TOP - 6} textAnchor="end" className="axis">
              {axisUnit("pressure", units).unit}
            </text>
            {Array.from({ length: Math.floor(reach / tick + 1e-9) + 1 }, (_, i) => (
              <g key={i}>
                <path d={`M${LEFT} ${y(i * tick)}H${columns[1]!.x + wide + 8}`} stroke="var(--rule)" />
                <text x={LEFT - 6} y={y(i * tick) + 4.5} textAnchor="end" className="axis">
                  {fixed((i * tick) / unit, 0)}
                </text>
              </g>
            ))}
            {columns.map(({ key, name, x }) => {
              let below = 0;
              return (
                <g key={key}>
                  {parts.map((part) => {
                    const from = below;
                    below += part[key];
                    return (
                      <rect
                        key={part.key}
                        x={x}
                        y={y(below)}
                        width={wide}
                        height={Math.max(0, y(from) - y(below))}
                        fill={FILL[part.key]}
                        stroke="var(--sheet)"
                      />
                    );
                  })}
                  <text
                    x={x + wide / 2}
                    y={y(below) + (gives !== null && Math.abs(y(gives) - y(below)) < 20 ? 16 : -5)}
                    textAnchor="middle"
                    className="label halo"
                    fontWeight="650"
                  >
                    {pressure(below, units)}
                  </text>
                  <text x={x + wide / 2} y={TALL - 8} textAnchor="middle" className="axis">
                    {name}
                  </text>
                </g>
              );
            })}
            {labels.map(({ part, at }) => (
              <text key={part.key} x={columns[1]!.x + wide + 14} y={at + 4.5} className="axis">
                <tspan fill={FILL[part.key]} style={{ fill: FILL[part.key] }}>
                  ■
                </tspan>{" "}
                {part.name} {pressure(part.dirty_kpa, units)}
              </text>
            ))}
            {gives !== null && (
              <>
                <path
                  d={`M${LEFT} ${y(gives)}H${columns[1]!.x + wide + 10}`}
                  stroke={short ? "var(--alarm)" : "var(--water-9)"}
                  strokeWidth="2"
                  strokeDasharray="6 3"
                />
                <text
                  x={LEFT + 2}
                  y={y(gives) - 5}
                  className="label halo"
                  fontWeight="650"
                  style={{ fill: short ? "var(--alarm)" : "var(--water-9)" }}
                >
                  {given} {pressure(gives, units)}
                </text>
              </>
            )}
          </svg>
        )}
      </div>
      <details className="mt-1">
        <summary className="fix cursor-pointer">As a table</summary>
        <DataTable
          head={["Part", "Filters new", "Filters due"]}
          rows={stack.map((part) => ({
            key: part.key,
            name: part.name,
            cells: [pressure(part.clean_kpa, units), pressure(part.dirty_kpa, units)],
          }))}
        />
        <p className="note">{figures["head_m"]!.formula}.</p>
      </details>
    </section>
  );
}

/** Keeps labels a line apart, from the foot up. */
function spread<T extends { at: number }>(labels: T[]): T[] {
  let lowest = Infinity;
  return labels.map((label) => {
    const at = Math.min(label.at, lowest - 15);
    lowest = at;
    return { ...label, at };
  });
}
