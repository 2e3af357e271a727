import { useDocument, usePlan } from "../../document/shown";
import { head, metres, pipe as pipeSize } from "../../lib/units";

const WIDE = 350;
const TALL = 230;
const LID = 34;
const FLOOR = 190;
const LEFT = 30;
const RIGHT = 214;

/** The top of the tank drawn out: overflow invert, water in the downpour, lid, and the pipe to where it ends. */
export function OverflowDrawing() {
  const document = useDocument("overflow", "units");
  const plan = usePlan("overflow");
  const { units, overflow: entered } = document;
  const { overflow: answer } = plan;
  const piped = entered.kind === "pipe" || entered.kind === "standpipe";
  const count = entered.count > 1 ? `${entered.count} × ` : "";
  const room = Math.max(answer.room_m, 0.02);
  // The room over the invert is drawn large; the tank below it is only begun.
  const invert = LID + 62;
  const px = (invert - LID) / room;
  const stands = Math.min(answer.stands_m, room * 1.4);
  const top = invert - stands * px;
  const fails = answer.place.flow_l_s > answer.place.capacity_l_s;
  const pipe = Math.max(8, Math.min(26, (entered.bore_mm / 1000) * px * 0.5));
  const down = `V${FLOOR + 8}H${WIDE - 34}`;
  const out = {
    pipe: `M${RIGHT - 4} ${invert + pipe / 2}H${RIGHT + 34}${down}`,
    standpipe: `M${RIGHT - 4} ${FLOOR - 14}H${RIGHT + 30}V${invert + pipe / 2}H${RIGHT + 66}${down}`,
    // The downpipe beside the barrel, joined to it at its top water level.
    back_down: `M${RIGHT - 4} ${invert + pipe / 2}H${RIGHT + 54}M${RIGHT + 54} 6${down}`,
    none: null,
  }[entered.kind];
  return (
    <section aria-label="The overflow in section">
      <h2 className="heading">
        Head over the overflow
        <span className="head-note">heights above the invert drawn large</span>
      </h2>
      <svg
        width={WIDE}
        height={TALL}
        viewBox={`0 0 ${WIDE} ${TALL}`}
        className="mt-1 block h-auto max-w-full"
        role="img"
        aria-label={`In the downpour the water stands ${head(answer.stands_m, units)} over the overflow invert; there are ${head(answer.room_m, units)} up to the ${answer.room_ends_at}`}
      >
        <rect
          x={LEFT}
          y={Math.max(top, LID - 14)}
          width={RIGHT - LEFT}
          height={FLOOR - Math.max(top, LID - 14)}
          fill="var(--water-1)"
        />
        <rect x={LEFT} y={invert} width={RIGHT - LEFT} height={FLOOR - invert} fill="var(--water-3)" opacity="0.7" />
        <path d={`M${LEFT} ${LID}V${FLOOR}M${RIGHT} ${FLOOR}V${LID}`} stroke="var(--ink)" strokeWidth="3" />
        <path
          d={`M${LEFT} ${FLOOR}${Array.from({ length: 10 }, () => "l10 -8l11 8").join("")}`}
          fill="none"
          stroke="var(--rule)"
          strokeWidth="1.4"
        />
        <path
          d={`M${LEFT - 6} ${LID}H${RIGHT + 6}`}
          stroke={fails ? "var(--alarm)" : "var(--ink)"}
          strokeWidth="3.4"
        />
        {out && (
          <>
            <path d={out} fill="none" stroke="var(--ink)" strokeWidth={pipe + 3} strokeLinejoin="round" />
            <path d={out} fill="none" stroke="var(--water-5)" strokeWidth={pipe} strokeLinejoin="round" />
            <path d={`M${WIDE - 34} ${FLOOR + 8 - 7}l12 7-12 7z`} fill="var(--ink)" />
          </>
        )}
        <path d={`M${LEFT + 8} ${invert}H${RIGHT}`} stroke="var(--ink)" strokeDasharray="2 3" />
        {entered.kind !== "back_down" && (
          <>
            <path
              d={`M${LEFT + 26} ${invert}V${Math.max(top, LID - 14)}m-4 0h8m-8 ${invert - Math.max(top, LID - 14)}h8`}
              stroke={fails ? "var(--alarm)" : "var(--water-9)"}
              strokeWidth="1.6"
            />
            <text
              x={LEFT + 36}
              y={(invert + Math.max(top, LID - 14)) / 2 + 5}
              className="label"
              fontWeight="650"
              style={{ fill: fails ? "var(--alarm)" : "var(--water-9)" }}
            >
              {head(answer.stands_m, units)} of head
            </text>
          </>
        )}
        <text x={LEFT + 8} y={invert + 17} className="axis">
          {piped ? "overflow invert" : "top water level"}
        </text>
        <text x={LEFT + 8} y={invert + 34} className="axis">
          {metres(answer.overflow_invert_m, units)} on the datum
        </text>
        <text x={LEFT} y={LID - 8} className="axis" style={fails ? { fill: "var(--alarm)" } : undefined}>
          {answer.room_ends_at}, {head(answer.room_m, units)} above the invert
        </text>
        {out && (
          <text x={RIGHT + (entered.kind === "pipe" ? 58 : 86)} y={invert + 36} className="axis">
            {entered.kind === "back_down" ? "downpipe" : `${count}${pipeSize(entered.bore_mm, units)}`}
          </text>
        )}
        {entered.kind === "standpipe" && entered.siphon_break && (
          <text x={RIGHT + 22} y={invert - 12} className="axis">
            vent holes
          </text>
        )}
        <text x={WIDE - 8} y={FLOOR + 34} textAnchor="end" className="axis">
          {out ? `to ${answer.destination}` : "over its rim, at its foot"}
        </text>
      </svg>
    </section>
  );
}
