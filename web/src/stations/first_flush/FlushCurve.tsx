import { scaleLinear } from "d3-scale";
import { Slider } from "radix-ui";
import { replace } from "../../document/edits";
import { useHandle } from "../../document/useHandle";
import { useDocument, usePlan } from "../../document/shown";
import type { Plan } from "../../api/client";
import { axisUnit, fixed, roundStep, shallow, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { LineChart, pathOf } from "../../ui/LineChart";
import type { Plot } from "../../ui/LineChart";

const STEP_MM = 0.1;
/** From this share of the depths on, both curves are high enough for words below them. */
const CLEAR_OF_CURVES = 0.15;

/** Dirt taken off the roof against water thrown away, over the depth: the choice as a handle on both lines. */
export function FlushCurve() {
  const { units, first_flush: entered } = useDocument("first_flush", "units");
  const plan = usePlan("first_flush");
  const { curve, figures } = plan.first_flush;
  const depth = figures["depth_mm"]!.value ?? 0;
  const reach = curve.at(-1)!.depth_mm;
  const unit = axisUnit("rain", units).factor;
  const tick = roundStep(reach / unit / 4) * unit;
  const operations = (mm: number) => [
    ...(entered.by === "depth" ? [] : replace("/first_flush/by", "depth")),
    ...(entered.kind === "none" ? replace("/first_flush/kind", "ball") : []),
    ...replace("/first_flush/depth_mm", mm),
  ];
  const { held, move, keepAfterPause } = useHandle((mm) => `First flush ${shallow(mm, units)}`, operations);
  const at = Math.min(held ?? depth, reach);
  const height = 232;
  return (
    <section aria-label="Dirt removed against water diverted">
      <h2 className="heading">
        What each depth takes, and what it costs
        <span className="head-note">drag the handle</span>
      </h2>
      <LineChart
        label={`Share of the roof's dirt taken, and water lost in a mean year, for first flushes up to ${shallow(reach, units)}`}
        height={height}
        xReach={reach}
        yReach={1}
        xTicks={Array.from({ length: Math.floor(reach / tick + 1e-9) + 1 }, (_, i) => ({
          at: i * tick,
          name: fixed((i * tick) / unit, units === "us" ? 2 : 1),
        }))}
        yTicks={[0, 0.25, 0.5, 0.75, 1].map((share) => ({ at: share, name: `${share * 100}` }))}
        yName="% of the dirt taken"
        xName={`${axisUnit("rain", units).unit} diverted`}
        over={(plot) => (
          <Slider.Root
            className="absolute flex touch-none items-center"
            style={{ left: plot.x(0) - 9, width: plot.x(reach) - plot.x(0) + 18, top: plot.foot - 12, height: 24 }}
            value={[at]}
            max={reach}
            step={STEP_MM}
            onValueChange={([mm]) => move(Number(mm!.toFixed(2)))}
            onValueCommit={([mm]) => keepAfterPause(Number(mm!.toFixed(2)))}
          >
            <Slider.Track className="relative h-px w-full bg-transparent" />
            <Slider.Thumb
              className="relative block size-[18px] rounded-full border-2 border-sheet bg-water-7 after:absolute after:-inset-4 after:content-['']"
              aria-label="First-flush depth"
              aria-valuetext={shallow(at, units)}
            />
          </Slider.Root>
        )}
      >
        {(plot) => <FlushLines plot={plot} curve={curve} at={at} units={units} />}
      </LineChart>
      <FlushTable curve={curve} depth={depth} units={units} />
      <p className="note">
        Each {shallow(1, units)} halves what is left on a roof (Martinson and Thomas 2005). The water lost is replayed
        day by day: a chamber takes only what has drained since the last rain.
      </p>
    </section>
  );
}

type Curve = Plan["first_flush"]["curve"];

/** A value of the curve at any depth, straight between its points. */
function between(curve: Curve, mm: number, pick: (point: Curve[number]) => number): number {
  const right = Math.max(
    1,
    curve.findIndex((point) => point.depth_mm >= mm),
  );
  const [one, other] = [curve[right - 1]!, curve[right] ?? curve.at(-1)!];
  const share = other.depth_mm > one.depth_mm ? (mm - one.depth_mm) / (other.depth_mm - one.depth_mm) : 0;
  return pick(one) + (pick(other) - pick(one)) * share;
}

/** Dirt taken and water lost over the depth, and both at the depth that is chosen. */
function FlushLines({ plot, curve, at, units }: { plot: Plot; curve: Curve; at: number; units: Units }) {
  const reach = curve.at(-1)!.depth_mm;
  const most = Math.max(...curve.map((point) => point.lost_l_year), 1);
  const taken = (mm: number) => between(curve, mm, (point) => 1 - point.share_left);
  const lostAt = between(curve, at, (point) => point.lost_l_year);
  const lostY = scaleLinear([0, most * 1.12], [plot.foot, 20]);
  const points: [number, number][] = Array.from({ length: 81 }, (_, i) => [
    plot.x((reach * i) / 80),
    plot.y(taken((reach * i) / 80)),
  ]);
  const lost: [number, number][] = curve.map((point) => [plot.x(point.depth_mm), lostY(point.lost_l_year)]);
  const label = lost[Math.round(lost.length * 0.6)]!;
  const narrow = plot.x(reach) - plot.x(0) < 420; // the words then reach under the curves only near their foot
  return (
    <>
      <path d={pathOf(points)} fill="none" stroke="var(--ink)" strokeWidth="2.4" />
      <path d={pathOf(lost)} fill="none" stroke="var(--parched-5)" strokeWidth="2" strokeDasharray="6 4" />
      <text
        x={plot.x(reach) - 4}
        y={narrow ? plot.foot - 56 : Math.max(label[1], plot.y(taken(reach * 0.6))) + 26}
        textAnchor="end"
        className="axis halo"
        style={{ fill: "var(--parched-7)" }}
      >
        water lost, {volume(most, units)} a year at the end
      </text>
      <text
        x={plot.x(reach) - 4}
        y={plot.y(taken(reach)) - 8}
        textAnchor="end"
        className="axis halo"
        style={{ fill: "var(--ink)" }}
      >
        dirt taken
      </text>
      <path d={`M${plot.x(at)} ${plot.foot}V24`} stroke="var(--water-7)" strokeWidth="1.4" />
      <circle cx={plot.x(at)} cy={plot.y(taken(at))} r="4.5" fill="var(--ink)" />
      <circle cx={plot.x(at)} cy={lostY(lostAt)} r="4.5" fill="var(--parched-5)" />
      {[
        `${shallow(at, units)} takes ${fixed(100 * taken(at), 0)} %`,
        `and loses ${volume(lostAt, units)} a year`,
      ].map((line, row) => (
        <text
          key={row}
          x={at > reach * 0.6 ? plot.x(at) - 10 : plot.x(Math.max(at, reach * CLEAR_OF_CURVES)) + 10}
          y={plot.foot - 34 + row * 17}
          textAnchor={at > reach * 0.6 ? "end" : "start"}
          className="label halo"
          fontWeight="650"
        >
          {line}
        </text>
      ))}
    </>
  );
}

function FlushTable({ curve, depth, units }: { curve: Curve; depth: number; units: Units }) {
  return (
    <details>
      <summary className="fix cursor-pointer">As a table</summary>
      <DataTable
        head={["Thrown away", "Dirt left", "Lost in a mean year"]}
        rows={curve
          .filter((_, i) => i % 2 === 0)
          .map((point) => ({
            key: String(point.depth_mm),
            name: shallow(point.depth_mm, units),
            cells: [`${fixed(point.share_left * 100, 0)} %`, volume(point.lost_l_year, units)],
            strong: Math.abs(point.depth_mm - depth) < 0.01,
          }))}
      />
    </details>
  );
}
