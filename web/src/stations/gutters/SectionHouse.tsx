import { axisUnit, roundStep } from "../../lib/units";
import type { Units } from "../../lib/units";
import { signed } from "./SectionParts";
import { HEIGHT, STAFF, TOP } from "./sectionScale";
import type { At, RunLevels, Tee } from "./sectionScale";

const PIPE_PX = 7;

export function Soil() {
  return (
    <defs>
      <pattern id="soil" width="9" height="9" patternUnits="userSpaceOnUse">
        <rect width="9" height="9" fill="var(--earth-1)" />
        <circle cx="2" cy="3" r="0.9" fill="var(--earth-3)" />
        <circle cx="6.5" cy="7" r="0.7" fill="var(--earth-3)" />
      </pattern>
    </defs>
  );
}

/** The levelling staff at the left edge. */
export function Staff({ at, datum, units }: { at: At; datum: string; units: Units }) {
  const { y } = at;
  const unit = axisUnit("length", units).factor;
  const step = roundStep(((at.high - at.low) / unit) * (26 / (HEIGHT - 50))) * unit;
  const ticks: number[] = [];
  for (let each = Math.ceil(at.low / step) * step; each <= at.high; each += step) ticks.push(each);
  return (
    <>
      <text x="0" y="12" className="axis">
        {axisUnit("length", units).unit} above {datum}
      </text>
      {ticks.map((each, i) => (
        <g key={each}>
          <rect
            x={STAFF - 10}
            y={Math.max(TOP - 4, y(each + step))}
            width="7"
            height={Math.max(0, y(each) - Math.max(TOP - 4, y(each + step)))}
            fill={i % 2 ? "var(--sheet)" : "var(--ink)"}
            stroke="var(--ink)"
          />
          <text x={STAFF - 15} y={y(each) + 4.5} textAnchor="end" className="axis">
            {signed(each / unit)}
          </text>
        </g>
      ))}
    </>
  );
}

export function House({ at, outlet, ground }: { at: At; outlet: number; ground: number }) {
  const { y, houseX } = at;
  return (
    <>
      <path
        d={`M${STAFF + 2} ${Math.max(20, y(outlet) - 62)}L${houseX - 8} ${y(outlet) - 5}`}
        stroke="var(--ink)"
        strokeWidth="4"
      />
      <path d={`M${houseX - 26} ${y(outlet) - 2}V${y(ground)}`} stroke="var(--ink)" strokeWidth="2.4" />
      <path
        d={`M${houseX - 12} ${y(outlet) - 9}v6a7 7 0 0014 0v-6`}
        fill="var(--water-1)"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
    </>
  );
}

/** The way of the water from the gutter outlet over the leaf screen to the tank. */
export function Way({ run, at, outlet, screen }: { run: RunLevels; at: At; outlet: number; screen: number }) {
  const { x, y, houseX } = at;
  const pipe = run.points.flatMap((point): [number, number][] =>
    point.invert_m === null ? [] : [[x(point.along_m), y(point.invert_m)]],
  );
  const wet = run.kind === "wet";
  const tooLow = run.drop_m !== null && run.drop_m <= 0;
  const along = pipe.map(([px, py]) => `L${px} ${py}`).join("");
  const first = pipe[0];
  const way = !first
    ? ""
    : wet
      ? `M${houseX - 5} ${y(screen) + 2}V${first[1]}${along}V${y(run.inlet_m)}h10`
      : `M${houseX - 5} ${y(screen) + 2}L${first[0]} ${first[1]}${along}h8`;
  return (
    <>
      <path
        d={`M${houseX - 5} ${y(outlet) + 3}V${y(screen)}`}
        stroke={tooLow ? "var(--alarm)" : "var(--water-5)"}
        strokeWidth="5"
      />
      {run.open_at !== "outlet" && (
        <path
          d={`M${houseX - 15} ${y(screen) + 5}l20 -9`}
          stroke="var(--ink)"
          strokeWidth="2"
          strokeDasharray="3 2.4"
        />
      )}
      <path d={way} fill="none" stroke="var(--ink)" strokeWidth={PIPE_PX + 3} strokeLinejoin="round" />
      <path
        d={way}
        fill="none"
        stroke={tooLow ? "var(--alarm)" : wet ? "var(--water-5)" : "var(--water-3)"}
        strokeWidth={PIPE_PX}
        strokeLinejoin="round"
      />
    </>
  );
}

/** Heights of gutter outlet, leaf screen and tee, beside the wall. */
export function TopWords({ run, tee, at, unit }: { run: RunLevels; tee: Tee | undefined; at: At; unit: number }) {
  const { y, houseX } = at;
  const { outlet_m: outlet, screen_m: screen } = run;
  return (
    <>
      {outlet !== null && (
        <text x={houseX + 10} y={y(outlet) + 2} className="label halo">
          gutter outlet <tspan fontWeight="650">{signed(outlet / unit, 2)}</tspan>
        </text>
      )}
      {screen !== null && (run.open_at !== "outlet" || tee) && (
        <text
          x={houseX + 10}
          y={outlet === null ? y(screen) - 4 : Math.max(y(screen) - 4, y(outlet) + 19)}
          className="label halo"
        >
          {run.open_at !== "outlet" && (
            <>
              {run.open_at_words} <tspan fontWeight="650">{signed(screen / unit, 2)}</tspan>
              {run.screen_assumed ? " assumed" : ""}
            </>
          )}
          {tee && (
            <>
              {run.open_at === "outlet" ? "" : ", "}tee <tspan fontWeight="650">{signed(tee.tee_m / unit, 2)}</tspan>
            </>
          )}
        </text>
      )}
    </>
  );
}
