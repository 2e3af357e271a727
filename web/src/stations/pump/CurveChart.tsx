import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, flow, metres, roundStep } from "../../lib/units";
import { LineChart, pathOf } from "../../ui/LineChart";

/** Between a point and its words, and about how wide a letter of them is. */
const GAP_PX = 9;
const LETTER_PX = 7.3;

const HELD = {
  pressure_switch: "as it cuts in",
  variable_speed: "at its set point",
  flow_switch: "on its curve",
};

/** The pump's curve against what the pipes and filters ask for, new and due, with where it runs. */
export function CurveChart() {
  const document = useDocument("pump", "units");
  const plan = usePlan("pump");
  const { units, pump: entered } = document;
  const { curve, band_m: band, clean, dirty, figures } = plan.pump;
  if (!clean || !dirty || curve.length === 0) return null;
  const xUnit = axisUnit("flow", units).factor;
  const yUnit = axisUnit("length", units).factor;
  // A header tank parts the house's peak from what its pump runs at.
  const fills = entered.feed === "header";
  const peak = fills ? 0 : (figures["peak_l_s"]!.value ?? 0);
  const reach = Math.max(peak * 1.3, curve.at(-1)!.flow_l_s);
  const most = Math.max(...entered.points.map((point) => point[1]!), 1) * 1.12;
  const xTick = roundStep(reach / xUnit / 4) * xUnit;
  const yTick = roundStep(most / yUnit / 4) * yUnit;
  return (
    <section aria-label="The pump's curve">
      <h2 className="heading">Where the pump runs</h2>
      <LineChart
        label={
          fills
            ? `The pump fills the header tank with ${flow(clean.flow_l_s, units)}`
            : `At the wanted pressure there are ${flow(clean.flow_l_s, units)} with new filters and ${flow(dirty.flow_l_s, units)} when they are due; the peak is ${flow(peak, units)}`
        }
        height={270}
        xReach={reach}
        yReach={most}
        xTicks={Array.from({ length: Math.floor(reach / xTick + 1e-9) + 1 }, (_, i) => ({
          at: i * xTick,
          name: fixed((i * xTick) / xUnit, units === "us" ? 0 : 1),
        }))}
        yTicks={Array.from({ length: Math.floor(most / yTick + 1e-9) + 1 }, (_, i) => ({
          at: i * yTick,
          name: fixed((i * yTick) / yUnit, 0),
        }))}
        yName={`${axisUnit("length", units).unit} of head`}
        xName={axisUnit("flow", units).unit}
      >
        {(plot) => (
          <>
            {!fills && (
              <>
                <path d={`M${plot.x(peak)} ${plot.foot}V20`} stroke="var(--ink)" strokeDasharray="5 3" />
                <text x={plot.x(peak) + 5} y={plot.foot - 6} className="axis halo">
                  peak
                </text>
              </>
            )}
            <path
              d={pathOf(curve.map((point) => [plot.x(point.flow_l_s), plot.y(point.pump_m)]))}
              fill="none"
              stroke="var(--water-7)"
              strokeWidth="2.8"
            />
            {entered.points.map(([q, h]) => (
              <circle
                key={`${q}`}
                cx={plot.x(q!)}
                cy={plot.y(h!)}
                r="3"
                fill="var(--sheet)"
                stroke="var(--water-7)"
              />
            ))}
            {band.map((head, i) => (
              <g key={i}>
                {(i === 0 || Math.abs(plot.y(head) - plot.y(band[0]!)) > 1) && head <= most && (
                  <>
                    <path
                      d={`M${plot.x(0)} ${plot.y(head)}H${plot.right}`}
                      stroke="var(--ink-2)"
                      strokeDasharray="2 4"
                    />
                    <text x={plot.right} y={plot.y(head) - 4} textAnchor="end" className="axis halo">
                      {entered.control === "variable_speed" ? "set point" : i === 0 ? "cuts in" : "cuts out"}
                    </text>
                  </>
                )}
              </g>
            ))}
            {(fills ? (["clean_m"] as const) : (["clean_m", "dirty_m"] as const)).map((of) => (
              <path
                key={of}
                d={pathOf(
                  curve
                    .filter((point) => point[of] <= most)
                    .map((point) => [plot.x(point.flow_l_s), plot.y(point[of])]),
                )}
                fill="none"
                stroke={of === "clean_m" ? "var(--ink)" : "var(--parched-5)"}
                strokeWidth="1.8"
                strokeDasharray={of === "clean_m" ? undefined : "6 4"}
              />
            ))}
            {(fills
              ? [{ point: clean, name: "fills it", below: false }]
              : [
                  { point: clean, name: "new", below: true },
                  { point: dirty, name: "due", below: false },
                ]
            ).map(({ point, name, below }) => {
              const at = plot.x(point.flow_l_s);
              const words = flow(point.flow_l_s, units);
              const left = fills || at + GAP_PX + LETTER_PX * `${name}: ${words}`.length > plot.right;
              return (
                <g key={name}>
                  <circle cx={at} cy={plot.y(Math.max(0, point.head_m))} r="5" fill="var(--water-9)" />
                  <text
                    x={at + (left ? -GAP_PX : GAP_PX)}
                    textAnchor={left ? "end" : "start"}
                    y={plot.y(Math.max(0, point.head_m)) + (below ? 18 : -8)}
                    className="label halo"
                  >
                    {name}: <tspan fontWeight="650">{words}</tspan>
                  </text>
                </g>
              );
            })}
          </>
        )}
      </LineChart>
      <p className="note">
        {fills
          ? `It fills the header tank with ${flow(clean.flow_l_s, units)} at ${metres(clean.head_m, units)}.`
          : `With the pressure wanted at the tap there are ${flow(clean.flow_l_s, units)} ${HELD[entered.control]} when filters are new, ${flow(dirty.flow_l_s, units)} when they are due.`}
      </p>
    </section>
  );
}
