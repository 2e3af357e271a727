import type { Plan } from "../../api/client";
import { useDocument } from "../../document/shown";
import { fixed, metres, volume } from "../../lib/units";
import { Mark } from "../../ui/Mark";

type Pad = Plan["ground"]["pads"][number];
type Stage = Pad["stages"][number];

/** Each stage of the dig, empty: the water outside, what holds, what lifts, and the water to keep in it. */
export function FloatStages({ pad }: { pad: Pad }) {
  const first = pad.stages.findIndex((stage) => stage.fails);
  return (
    <section aria-label="Floating, stage by stage">
      <h2 className="heading">
        Will {pad.name} float
        <span className="head-note">empty, at each stage; 1.0 is afloat</span>
      </h2>
      <ol className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-x-6 medium:grid-cols-2">
        {pad.stages.map((stage, i) => (
          <StageRow key={stage.key} pad={pad} stage={stage} number={i + 1} first={i === first} />
        ))}
      </ol>
    </section>
  );
}

function StageRow(props: { pad: Pad; stage: Stage; number: number; first: boolean }) {
  const { units } = useDocument("units");
  const { pad, stage } = props;
  return (
    <li
      className={`flex gap-3 border-b border-rule py-2 leading-snug ${props.first ? "bg-[var(--earth-1)]/40" : ""}`}
    >
      <Outline pad={pad} stage={stage} />
      <div className="text-table">
        <p className="flex items-center gap-1.5">
          <Mark status={stage.fails ? "fails" : "settled"} />
          <strong>
            {props.number}. {stage.name}
          </strong>
        </p>
        <p>
          {stage.factor === null
            ? "No water stands round it."
            : `Safety factor against flotation ${fixed(stage.factor, 2)}; ${fixed(stage.wanted, 1)} wanted.`}
        </p>
        {stage.fails && (
          <p className="font-semibold">
            {stage.full_is_too_little
              ? "Even full it is not held safely: keep the hole pumped dry."
              : `Keep ${volume(stage.ballast_l, units)} in it, ${metres(stage.depth_m, units)} deep.`}
          </p>
        )}
        {stage.fails && !stage.full_is_too_little && (
          <p className="note">
            {stage.rain_brings_by
              ? `Rain alone has brought it by ${stage.rain_brings_by} in nine years of ten.`
              : stage.rain_often_by
                ? `Rain alone has brought it by ${stage.rain_often_by} in every other year only: have it on site.`
                : "Rain alone does not bring it within a year: have it on site."}
          </p>
        )}
      </div>
    </li>
  );
}

/** The tank with the water outside and the ballast inside, to one scale. */
function Outline({ pad, stage }: { pad: Pad; stage: Stage }) {
  const { units } = useDocument("units");
  const tank = pad.section.find((line) => line.kind === "tank")!;
  const points = tank.points as unknown as [number, number][];
  const wide = Math.max(...points.map(([x]) => x)) * 2;
  const tall = Math.max(...points.map(([, z]) => z)) - pad.floor_m;
  const scale = Math.min(84 / (wide * 1.5), 84 / (tall * 1.35));
  const x = (m: number) => 46 + m * scale;
  const y = (m: number) => 86 - m * scale;
  const outline = `M${points.map(([px, pz]) => `${x(px).toFixed(1)} ${y(pz - pad.floor_m).toFixed(1)}`).join("L")}z`;
  const id = `float-${pad.id}-${stage.key}`;
  return (
    <svg
      width="92"
      height="92"
      className="shrink-0"
      role="img"
      aria-label={`Water outside ${metres(stage.water_m, units)} over its floor`}
    >
      <clipPath id={id}>
        <path d={outline} />
      </clipPath>
      <rect x="0" y="0" width="92" height="92" fill="var(--earth-1)" opacity={stage.key === "set" ? 0.35 : 0.9} />
      <rect
        x="0"
        y={y(stage.water_m)}
        width="92"
        height={Math.max(0, 92 - y(stage.water_m))}
        fill="var(--water-5)"
        opacity="0.45"
      />
      <path d={outline} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.8" />
      <rect
        x="0"
        y={y(stage.depth_m)}
        width="92"
        height={Math.max(0, y(0) - y(stage.depth_m))}
        fill="var(--water-7)"
        clipPath={`url(#${id})`}
      />
      <path d={outline} fill="none" stroke={stage.fails ? "var(--alarm)" : "var(--ink)"} strokeWidth="1.8" />
      <path d={`M0 ${y(stage.water_m)}H92`} stroke="var(--water-9)" strokeDasharray="4 3" />
    </svg>
  );
}
