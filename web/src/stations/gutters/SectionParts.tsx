import type { Document, Status } from "../../api/client";
import { axisUnit, fixed, metres, roundStep } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Mark } from "../../ui/Mark";
import type { At, RunLevels, Tee } from "./sectionScale";

/** A height with its sign. */
export const signed = (value: number, digits = 1) => {
  const text = fixed(Math.abs(value), digits);
  return Number(text) === 0 ? text : `${value > 0 ? "+" : "−"}${text}`;
};

export function Badge({ letter, status }: { letter: string; status: Status }) {
  return (
    <>
      <g transform="translate(-16 -8)">
        <Mark status={status} />
      </g>
      <text x="4" y="5" className="label halo" fontWeight="650">
        {letter}
      </text>
    </>
  );
}

export function Level(props: { x: number; y: number; text: string; bare?: boolean }) {
  return (
    <text x={props.x} y={props.y + (props.bare ? 5 : 15)} className="label">
      {props.text}
    </text>
  );
}

export function Point(props: { x: number; y: number; name: string; after?: boolean }) {
  return (
    <>
      <circle cx={props.x} cy={props.y} r="4" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.6" />
      <text
        x={props.x + (props.after ? 8 : -8)}
        y={props.y + 4.5}
        textAnchor={props.after ? "start" : "end"}
        className="label halo"
      >
        {props.name}
      </text>
    </>
  );
}

/** The first-flush leg against the wall, from its tee to the cap at its foot. */
export function Leg({ tee, at, rest, unit }: { tee: Tee; at: At; rest: number; unit: number }) {
  const left = at.houseX - 21;
  const [top, foot] = [at.y(tee.tee_m), at.y(tee.foot_m)];
  return (
    <>
      <path d={`M${at.houseX - 5} ${top}H${left + 5}`} stroke="var(--ink)" strokeWidth="3" />
      <rect
        x={left}
        y={top}
        width="10"
        height={Math.max(4, foot - top)}
        fill="var(--water-3)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      <path d={`M${left - 2} ${foot}h14`} stroke="var(--ink)" strokeWidth="3.2" />
      <text x={at.houseX + 10} y={Math.abs(foot - rest) < 14 ? rest + 18 : foot + 4} className="label halo">
        foot <tspan fontWeight="650">{signed(tee.foot_m / unit, 2)}</tspan>
      </text>
    </>
  );
}

/** How high the crown of a standpipe may be. */
export function CrownWords(props: {
  overflow: { kind: Document["overflow"]["kind"]; crown_m: number | null };
  at: At;
  invert: number;
  unit: number;
}) {
  const { overflow, at, invert, unit } = props;
  if (overflow.kind !== "standpipe" || overflow.crown_m === null) return null;
  return (
    <text x={at.endX} y={invert - 10} textAnchor="end" className="label halo">
      crown at most {signed(overflow.crown_m / unit, 2)}
    </text>
  );
}

/** The drop between the screen's water and the inlet, with what a wet run loses of it on the way. */
export function HeadMarks(props: { run: RunLevels; at: At; lid: number; units: Units; failing: boolean }) {
  const { run, at, units, failing } = props;
  const left = at.houseX + (at.tankX - at.houseX) * 0.3;
  const right = at.tankX - 12;
  const top = at.y(run.screen_m!);
  const rest = at.y(run.inlet_m);
  const colour = failing ? "var(--alarm)" : "var(--ink)";
  // Between the two lines where there is room for it, else under both.
  const dry = run.kind === "dry";
  const atLid = Math.abs(rest - props.lid) < 24;
  // A dry run ends in marks at the inlet: the words stand under these.
  const words = dry
    ? Math.max(top, rest) + 44
    : Math.abs(rest - top) > 56
      ? (top + rest) / 2
      : Math.max(top, rest) + 18;
  return (
    <>
      <path d={`M${at.houseX + 4} ${top}H${right}`} stroke={colour} strokeDasharray="1 3" />
      <path d={`M${left - 30} ${rest}H${at.tankX}`} stroke={colour} strokeDasharray="1 3" />
      <path d={`M${left} ${top}V${rest}m-4 0h8m-8 ${top - rest}h8`} stroke={colour} strokeWidth="1.4" />
      <text
        x={left + 8}
        y={words + 5}
        className="label halo"
        fontWeight="650"
        fill={failing ? "var(--alarm)" : undefined}
        style={failing ? { fill: "var(--alarm)" } : undefined}
      >
        {run.drop_m! < 0 ? `${metres(-run.drop_m!, units)} too low` : `${metres(run.drop_m!, units)} of drop`}
      </text>
      {run.spare_m !== null && run.drop_m! > 0 && (
        <text x={left + 8} y={words + 22} className="axis halo">
          {metres(run.lost_m!, units)} lost on the way, {metres(run.spare_m, units)} to spare
        </text>
      )}
      {dry && run.fall !== null && (
        <text x={left + 8} y={words + 22} className="axis halo">
          {run.foot_assumed ? "falls at most" : "falls"} {fixed(run.fall * 100, 1)} %
        </text>
      )}
      <text
        x={atLid ? at.tankX + 4 : at.tankX - 8}
        y={atLid ? props.lid - 8 : rest - (dry ? 22 : 6)}
        textAnchor={atLid ? "start" : "end"}
        className="label halo"
      >
        inlet {signed(run.inlet_m / axisUnit("length", units).factor, 2)}
      </text>
    </>
  );
}

export function Scale({ x, y, at, unit, units }: { x: number; y: number; at: At; unit: number; units: Units }) {
  const along = roundStep(60 / at.alongScale / unit) * unit;
  return (
    <g>
      <path d={`M${x} ${y - 4}v4h${along * at.alongScale}v-4`} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
      <text x={x + along * at.alongScale + 5} y={y + 1} className="axis">
        {fixed(along / unit, 0)} {axisUnit("length", units).unit}
      </text>
      <text x={x - 8} y={y + 1} textAnchor="end" className="axis">
        heights × {fixed(at.upScale / at.alongScale, 1)}
      </text>
    </g>
  );
}
