import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, flow, pressure, roundStep } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { isCartridge } from "./stageKinds";
import { ScrollBox } from "../../ui/ScrollBox";

const TOP = 22;
const PIPE = 62;
const CHART = 128;
const DEEP = 120;
const LEFT = 52;
const LEAST = 560;
/** Outside measures of each housing, to one scale. */
const BOX: Record<string, [wide: number, tall: number]> = {
  "2.5x10": [13, 30],
  "4.5x10": [24, 30],
  "2.5x20": [13, 58],
  "4.5x20": [24, 58],
};

/** The train in the order of the water, with the pressure falling along it: new, and when cartridges are due. */
export function TrainDrawing() {
  const document = useDocument("treatment", "units");
  const plan = usePlan("treatment");
  const { units, treatment: entered } = document;
  const { stages } = plan.treatment;
  const [box, shown] = useWidth<HTMLDivElement>();
  const width = Math.max(shown, LEAST);
  const step = (width - LEFT - 70) / Math.max(stages.length, 1);
  const at = (place: number) => LEFT + step * place;
  const reach = Math.max(stages.at(-1)?.after_dirty_kpa ?? 0, 10) * 1.08;
  const y = scaleLinear([0, reach], [CHART, CHART + DEEP]);
  const unit = axisUnit("pressure", units).factor;
  const tick = roundStep(reach / unit / 4) * unit;
  const line = (of: "after_clean_kpa" | "after_dirty_kpa") =>
    `M${LEFT} ${y(0)}` +
    stages.map((stage, i) => `H${at(i) + step * 0.35}L${at(i) + step * 0.65} ${y(stage[of])}`).join("") +
    `H${width - 40}`;
  const leaves = (after: number) => Math.min(after, stages.length);
  const branches = [
    { use: "garden", name: "garden", after: leaves(entered.garden_after), row: 0 },
    { use: "indoor", name: "toilets, laundry", after: leaves(entered.indoor_after), row: 1 },
  ].filter(
    ({ use, after }) =>
      after < stages.length && plan.treatment.branches.some((branch) => branch.served && branch.use === use),
  );
  const last = stages.at(-1);
  return (
    <section aria-label="The train">
      <h2 className="heading">
        The pressure along the train
        <span className="head-note">at the peak: drawn through when new, dashed when cartridges are due</span>
      </h2>
      <ScrollBox label="Pressure along the train" innerRef={box}>
        {shown > 0 && (
          <svg
            width={width}
            height={CHART + DEEP + 40}
            className="block"
            role="img"
            aria-label={`${stages.length === 1 ? "1 stage takes" : `${stages.length} stages take`} ${pressure(last?.after_clean_kpa ?? 0, units)} when new, ${pressure(last?.after_dirty_kpa ?? 0, units)} when cartridges are due`}
          >
            <path d={`M8 ${PIPE}H${width - 30}`} stroke="var(--water-5)" strokeWidth="6" />
            <path d={`M${width - 32} ${PIPE - 7}l12 7-12 7z`} fill="var(--ink)" />
            <text x="8" y={PIPE - 10} className="axis">
              tank
            </text>
            <text x={width - 8} y={PIPE - 14} textAnchor="end" className="axis">
              {plan.treatment.branches.some((branch) => branch.served && branch.use === "drinking")
                ? "taps"
                : "toilets, laundry"}
            </text>
            {branches.map(({ name, after, row }) => (
              <g key={name}>
                <path
                  d={`M${at(after)} ${PIPE}V${TOP + row * 16 - 2}h10`}
                  fill="none"
                  stroke="var(--water-5)"
                  strokeWidth="3"
                />
                <text x={at(after) + 14} y={TOP + row * 16 + 2} className="axis halo">
                  {name}
                </text>
              </g>
            ))}
            {Array.from({ length: Math.floor(reach / tick + 1e-9) + 1 }, (_, i) => (
              <g key={i}>
                <path d={`M${LEFT} ${y(i * tick)}H${width - 40}`} stroke="var(--rule)" />
                <text x={LEFT - 6} y={y(i * tick) + 4.5} textAnchor="end" className="axis">
                  {i === 0 ? "0" : `−${fixed((i * tick) / unit, 0)}`}
                </text>
              </g>
            ))}
            <text x="0" y={CHART - 10} className="axis">
              {axisUnit("pressure", units).unit}
            </text>
            <path
              d={line("after_dirty_kpa")}
              fill="none"
              stroke="var(--parched-5)"
              strokeWidth="2"
              strokeDasharray="6 4"
            />
            <path d={line("after_clean_kpa")} fill="none" stroke="var(--water-7)" strokeWidth="2.6" />
            {stages.map((stage, i) => (
              <g key={i}>
                <StageMark kind={stage.kind} size={entered.stages[i]?.size ?? "4.5x20"} x={at(i) + step / 2} />
                <text x={at(i) + step / 2} y={CHART + DEEP + 16} textAnchor="middle" className="axis">
                  {SHORT[stage.kind] ?? stage.kind}
                </text>
                {(isCartridge(stage) || stage.kind === "strainer") && (
                  <text x={at(i) + step / 2} y={CHART + DEEP + 32} textAnchor="middle" className="axis">
                    {entered.stages[i]?.micron} µm
                  </text>
                )}
                <text x={at(i) + step * 0.66} y={y(stage.after_clean_kpa) - 5} className="label halo">
                  {pressure(stage.clean_kpa, units)}
                </text>
                <title>{`${stage.name}: ${flow(stage.flow_l_s, units)} pass`}</title>
              </g>
            ))}
          </svg>
        )}
      </ScrollBox>
    </section>
  );
}

const SHORT: Record<string, string> = {
  strainer: "strainer",
  sediment: "sediment",
  carbon: "carbon",
  uv: "UV",
  calcite: "calcite",
  tap_filter: "one tap",
};

function StageMark({ kind, size, x }: { kind: string; size: string; x: number }) {
  const common = { fill: "var(--sheet)", stroke: "var(--ink)", strokeWidth: 1.8 };
  if (kind === "sediment" || kind === "carbon") {
    const [wide, tall] = BOX[size]!;
    return (
      <g>
        <rect x={x - wide / 2 - 3} y={PIPE - 5} width={wide + 6} height="10" {...common} />
        <rect
          x={x - wide / 2}
          y={PIPE + 5}
          width={wide}
          height={tall}
          rx="3"
          {...common}
          fill={kind === "carbon" ? "var(--ink-2)" : "var(--earth-1)"}
        />
      </g>
    );
  }
  if (kind === "uv")
    return (
      <g>
        <rect x={x - 34} y={PIPE - 9} width="68" height="18" rx="9" {...common} />
        <path d={`M${x - 26} ${PIPE}H${x + 26}`} stroke="var(--water-5)" strokeWidth="4" strokeDasharray="5 4" />
      </g>
    );
  if (kind === "strainer") return <path d={`M${x - 14} ${PIPE - 7}h28v14h-14l-12 14-8-8 6-6z`} {...common} />;
  return <rect x={x - 13} y={PIPE - 8} width="26" height="40" rx="6" {...common} />;
}
