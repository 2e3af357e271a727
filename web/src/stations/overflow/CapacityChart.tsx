import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, flow, head, roundStep } from "../../lib/units";
import { LineChart, pathOf } from "../../ui/LineChart";

/** What the overflow passes over its head, against the inflow and where the lid is. */
export function CapacityChart() {
  const document = useDocument("units");
  const plan = usePlan("overflow");
  const { units } = document;
  const { overflow: answer } = plan;
  const curve = answer.capacity_curve;
  const reach = curve.at(-1)![0]!;
  const inflow = answer.place.flow_l_s;
  const all = answer.figures["inflow_l_s"]!;
  const yReach = Math.max(...curve.map(([, passes]) => passes!), inflow * 1.15, 0.1);
  const xUnit = axisUnit("bore", units).factor / 1000;
  const yUnit = axisUnit("flow", units).factor;
  const xStep = roundStep(reach / xUnit / 4) * xUnit;
  const yStep = roundStep(yReach / yUnit / 4) * yUnit;
  const fails = inflow > answer.place.capacity_l_s;
  return (
    <section aria-label="What the overflow passes">
      <h2 className="heading">What it passes</h2>
      <LineChart
        label={`The overflow passes ${flow(answer.place.capacity_l_s, units)} before the water reaches the ${answer.room_ends_at}; the inflow is ${flow(inflow, units)}`}
        height={218}
        xReach={reach}
        yReach={yReach}
        xTicks={Array.from({ length: Math.floor(reach / xStep + 1e-9) + 1 }, (_, i) => ({
          at: i * xStep,
          name: fixed((i * xStep) / xUnit, xStep / xUnit < 1 ? 1 : 0),
        }))}
        yTicks={Array.from({ length: Math.floor(yReach / yStep + 1e-9) + 1 }, (_, i) => ({
          at: i * yStep,
          name: fixed((i * yStep) / yUnit, yStep / yUnit < 1 ? 1 : 0),
        }))}
        yName={axisUnit("flow", units).unit}
        xName={`${axisUnit("bore", units).unit} of head over the invert`}
      >
        {(plot) => (
          <>
            <path
              d={`M${plot.x(Math.min(answer.room_m, reach))} ${plot.foot}V20`}
              stroke={fails ? "var(--alarm)" : "var(--ink)"}
              strokeDasharray="5 3"
            />
            <text
              x={plot.x(Math.min(answer.room_m, reach)) + 5}
              y={plot.foot - 6}
              className="axis halo"
              style={{ fill: "var(--ink)" }}
            >
              {answer.room_ends_at}, {head(answer.room_m, units)}
            </text>
            <path
              d={pathOf(curve.map(([head, passes]) => [plot.x(head!), plot.y(passes!)]))}
              fill="none"
              stroke="var(--water-7)"
              strokeWidth="2.6"
            />
            <path
              d={`M${plot.x(0)} ${plot.y(inflow)}H${plot.right}`}
              stroke={fails ? "var(--alarm)" : "var(--ink)"}
              strokeWidth="1.8"
            />
            <text
              // Where the curve is not: over the line at the left while it is under it, else under it at the right.
              x={fails ? plot.x(0) + 8 : plot.right - 4}
              y={plot.y(inflow) + (!fails && plot.foot - plot.y(inflow) > 40 ? 16 : -6)}
              textAnchor={fails ? "start" : "end"}
              className="label halo"
              fontWeight="650"
              style={fails ? { fill: "var(--alarm)" } : undefined}
            >
              inflow {flow(all.value ?? inflow, units)}
            </text>
            <circle
              cx={plot.x(Math.min(answer.room_m, reach))}
              cy={plot.y(answer.place.capacity_l_s)}
              r="5"
              fill="var(--water-7)"
            />
          </>
        )}
      </LineChart>
    </section>
  );
}
