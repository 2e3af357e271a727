import { axisUnit, roundStep } from "../../lib/units";
import type { Units } from "../../lib/units";
import { signed } from "./SectionParts";
import { HEIGHT, STAFF, TOP } from "./sectionScale";
import type { At, RunLevels, Tee } from "./sectionScale";

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

/** Heights of gutter outlet, leaf screen and tee, beside the wall. */
export function TopWords({ run, tee, at, unit }: { run: RunLevels; tee: Tee | undefined; at: At; unit: number }) {
  const { y, houseX } = at;
  const { outlet_m: outlet, screen_m: screen } = run;
  return (
    <>
      {outlet !== null && (
        <text x={houseX + 10} y={y(outlet) + 2} className="label halo">
          {run.off_ground ? "channel" : "gutter"} outlet <tspan fontWeight="650">{signed(outlet / unit, 2)}</tspan>
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
