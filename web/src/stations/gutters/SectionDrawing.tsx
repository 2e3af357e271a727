import type { Document, Plan } from "../../api/client";
import { axisUnit, metres, roundStep } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { HeightHandle } from "../../document/HeightHandle";
import { Badge, HeadMarks, Leg, Level, Point, Scale, signed, WayOut } from "./SectionParts";
import { groundAt, invertAt, sectionScale, STAFF, TOP } from "./sectionScale";
import type { RunLevels, Section, TankBox, Tee } from "./sectionScale";
import type { Operation } from "../../api/client";

type Check = Plan["gutters"]["checks"][number];

const HEIGHT = 380;
const LEAST = 640;

export type Movable = { outlet?: Mover; screen?: Mover; tank?: Mover; low?: Mover; discharge?: Mover };
type Mover = { label: string; toOperations: (value: number) => Operation[] };

/** One run to scale: gutter, leaf screen, pipe, tank, overflow and ground on one datum, with what the checks say. */
export function SectionDrawing(props: {
  run: RunLevels;
  section: Section;
  tee: Tee | undefined;
  overflow: { kind: Document["overflow"]["kind"]; crown_m: number | null };
  tank: TankBox;
  checks: Check[];
  movable: Movable;
  units: Units;
}) {
  const { run, section, tank, units, movable } = props;
  const [box, shown] = useWidth<HTMLDivElement>();
  const width = Math.max(shown, LEAST);
  const at = sectionScale(run, section, tank, props.tee, width, HEIGHT);
  const { x, y, houseX, tankX, tankPx, rightX, endX } = at;
  const unit = axisUnit("length", units).factor;
  const step = roundStep(((at.high - at.low) / unit) * (26 / (HEIGHT - 50))) * unit;
  const ticks: number[] = [];
  for (let each = Math.ceil(at.low / step) * step; each <= at.high; each += step) ticks.push(each);
  const screen = run.screen_m;
  const outlet = run.outlet_m;
  const invert = section.overflow_invert_m;
  const bad = (code: string) => props.checks.some((check) => check.code === code && check.status === "fails");
  const pipe = run.points.flatMap((point): [number, number][] =>
    point.invert_m === null ? [] : [[x(point.along_m), y(point.invert_m)]],
  );
  const groundAtTank = groundAt(run, run.length_m);
  const ground = `M${STAFF} ${y(section.ground_m)}H${houseX}L${tankX - 8} ${y(groundAtTank)}H${rightX + 14}L${endX} ${y(section.discharge_m)}`;
  const wet = run.kind === "wet";
  const tapShown = section.highest_tap_m !== null && y(section.highest_tap_m) > 40;
  const along = pipe.map(([px, py]) => `L${px} ${py}`).join("");
  const way = pipe.length
    ? wet
      ? `M${houseX - 5} ${y(screen!) + 2}V${pipe[0]![1]}${along}V${y(run.inlet_m)}h${10}`
      : `M${houseX - 5} ${y(screen!) + 2}L${pipe[0]![0]} ${pipe[0]![1]}${along}h8`
    : "";
  const pipeWide = 7;
  const tooLow = run.drop_m !== null && run.drop_m <= 0;
  const water = tooLow ? "var(--alarm)" : "var(--water-5)";
  const marks = placed(props.checks, run, {
    x,
    y,
    houseX,
    tankX,
    rightX,
    tankPx,
    endX,
    invert,
    section,
    tee: props.tee,
  });
  return (
    <div ref={box} className="relative overflow-x-auto overflow-y-hidden">
      {shown > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          className="block"
          role="group"
          aria-label={`Section of ${run.name} to scale: ${
            run.drop_m === null
              ? "gutter outlet not measured"
              : `${metres(run.drop_m, units)} from leaf screen to inlet`
          }, tank from ${metres(tank.floor_m, units)} to ${metres(tank.lid_m, units)}`}
        >
          <defs>
            <pattern id="soil" width="9" height="9" patternUnits="userSpaceOnUse">
              <rect width="9" height="9" fill="var(--earth-1)" />
              <circle cx="2" cy="3" r="0.9" fill="var(--earth-3)" />
              <circle cx="6.5" cy="7" r="0.7" fill="var(--earth-3)" />
            </pattern>
          </defs>
          {/* ground */}
          <path d={`${ground}V${HEIGHT}H${STAFF}Z`} fill="url(#soil)" />
          <path d={ground} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
          {/* levelling staff */}
          <text x="0" y="12" className="axis">
            {axisUnit("length", units).unit} above {section.datum}
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
          {/* house wall and roof */}
          {outlet !== null && (
            <>
              <path
                d={`M${STAFF + 2} ${Math.max(20, y(outlet) - 62)}L${houseX - 8} ${y(outlet) - 5}`}
                stroke="var(--ink)"
                strokeWidth="4"
              />
              <path
                d={`M${houseX - 26} ${y(outlet) - 2}V${y(section.ground_m)}`}
                stroke="var(--ink)"
                strokeWidth="2.4"
              />
              <path
                d={`M${houseX - 12} ${y(outlet) - 9}v6a7 7 0 0014 0v-6`}
                fill="var(--water-1)"
                stroke="var(--ink)"
                strokeWidth="1.8"
              />
            </>
          )}
          {/* the way of the water */}
          {screen !== null && outlet !== null && (
            <>
              <path d={`M${houseX - 5} ${y(outlet) + 3}V${y(screen)}`} stroke={water} strokeWidth="5" />
              <path
                d={`M${houseX - 15} ${y(screen) + 5}l20 -9`}
                stroke="var(--ink)"
                strokeWidth="2"
                strokeDasharray="3 2.4"
              />
              <path d={way} fill="none" stroke="var(--ink)" strokeWidth={pipeWide + 3} strokeLinejoin="round" />
              <path
                d={way}
                fill="none"
                stroke={tooLow ? "var(--alarm)" : wet ? "var(--water-5)" : "var(--water-3)"}
                strokeWidth={pipeWide}
                strokeLinejoin="round"
              />
            </>
          )}
          {props.tee && <Leg tee={props.tee} at={at} rest={y(run.inlet_m)} unit={unit} />}
          {/* head: screen water, storm level, rest level */}
          {screen !== null && run.drop_m !== null && (
            <HeadMarks
              run={run}
              at={at}
              lid={y(tank.lid_m)}
              units={units}
              failing={bad("GUTTERS_OUTLET_BELOW_INLET")}
            />
          )}
          {/* tank */}
          <rect
            x={tankX}
            y={y(tank.lid_m)}
            width={tankPx}
            height={Math.max(2, y(tank.floor_m) - y(tank.lid_m))}
            fill="var(--sheet)"
          />
          <rect
            x={tankX}
            y={y(invert)}
            width={tankPx}
            height={Math.max(0, y(tank.outlet_m) - y(invert))}
            fill="var(--water-1)"
          />
          <rect
            x={tankX}
            y={y(tank.outlet_m)}
            width={tankPx}
            height={Math.max(0, y(tank.floor_m) - y(tank.outlet_m))}
            fill="var(--water-7)"
          />
          <path
            d={`M${tankX} ${y(tank.lid_m)}V${y(tank.floor_m)}H${rightX}V${y(tank.lid_m)}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="3"
          />
          <path d={`M${tankX - 4} ${y(tank.lid_m)}H${rightX + 4}`} stroke="var(--ink)" strokeWidth="3" />
          <WayOut overflow={props.overflow} tank={tank} section={section} at={at} unit={unit} />
          <Level
            x={tankX + 8}
            y={y(invert)}
            text={`${props.overflow.kind === "none" || props.overflow.kind === "back_down" ? "top water level" : "overflow"} ${signed(invert / unit, 2)}`}
          />
          <text x={rightX} y={y(tank.lid_m) - 8} textAnchor="end" className="label halo">
            lid {signed(tank.lid_m / unit, 2)}
          </text>
          <Level
            x={tankX + 8}
            y={Math.max(Math.min(y(tank.floor_m), y(tank.outlet_m)) - 14, y(tank.lid_m) + 32)}
            text={`floor ${signed(tank.floor_m / unit, 2)}`}
            bare
          />
          <text
            x={tankX + tankPx / 2}
            y={(y(invert) + y(tank.floor_m)) / 2 + 5}
            textAnchor="middle"
            className="label"
            fontWeight="650"
          >
            {tank.name}
          </text>
          {outlet !== null && (
            <text x={houseX + 10} y={y(outlet) + 2} className="label halo">
              gutter outlet <tspan fontWeight="650">{signed(outlet / unit, 2)}</tspan>
            </text>
          )}
          {screen !== null && (
            <text
              x={houseX + 10}
              y={outlet === null ? y(screen) - 4 : Math.max(y(screen) - 4, y(outlet) + 19)}
              className="label halo"
            >
              leaf screen <tspan fontWeight="650">{signed(screen / unit, 2)}</tspan>
              {run.screen_assumed ? " assumed" : ""}
              {props.tee && (
                <>
                  , tee <tspan fontWeight="650">{signed(props.tee.tee_m / unit, 2)}</tspan>
                </>
              )}
            </text>
          )}
          {section.pump_m !== null && (
            <Point x={rightX + 36} y={y(section.pump_m)} name={`pump ${signed(section.pump_m / unit, 1)}`} after />
          )}
          {section.plant_room_m !== null && y(section.plant_room_m) > 40 && (
            <Point
              x={STAFF + 12}
              y={y(section.plant_room_m)}
              name={`plant ${signed(section.plant_room_m / unit, 1)}`}
              after
            />
          )}
          {section.highest_tap_m !== null && (
            <Point
              x={tapShown ? STAFF + 12 : houseX + 14}
              y={tapShown ? y(section.highest_tap_m) : 10}
              name={`${tapShown ? "" : "highest "}tap ${signed(section.highest_tap_m / unit, 1)}${tapShown ? "" : " ↑"}`}
              after
            />
          )}
          <Scale x={STAFF + 118} y={HEIGHT - 12} at={at} unit={unit} units={units} />
          {movable.outlet && outlet !== null && (
            <HeightHandle
              {...movable.outlet}
              leader={20}
              x={houseX - 34}
              y={y}
              metresAPx={1 / at.upScale}
              value={outlet}
              units={units}
            />
          )}
          {movable.screen && screen !== null && (
            <HeightHandle
              {...movable.screen}
              leader={42}
              x={houseX - 58}
              y={y}
              metresAPx={1 / at.upScale}
              value={screen}
              units={units}
            />
          )}
          {movable.tank && (
            <HeightHandle
              {...movable.tank}
              x={tankX + tankPx / 2}
              y={y}
              metresAPx={1 / at.upScale}
              value={tank.floor_m}
              units={units}
            />
          )}
          {movable.discharge && (
            <HeightHandle
              {...movable.discharge}
              x={endX - 36}
              y={y}
              metresAPx={1 / at.upScale}
              value={section.discharge_m}
              units={units}
            />
          )}
          {marks.map(({ check, left, top }) => (
            <g key={check.letter} transform={`translate(${left} ${top})`}>
              <Badge letter={check.letter} status={check.status} />
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

type Corners = {
  x: (m: number) => number;
  y: (m: number) => number;
  houseX: number;
  tankX: number;
  rightX: number;
  tankPx: number;
  endX: number;
  invert: number;
  section: Section;
  tee: Tee | undefined;
};

/** Where each check's mark stands: side by side where several share a place. */
function placed(checks: Check[], run: RunLevels, on: Corners) {
  const taken = new Map<string, number>();
  const here = checks.filter((check) => check.group === null || check.group === run.group);
  const atInlet = here.filter((check) => check.place === "inlet").length;
  return here.map((check) => {
    const nth = taken.get(check.place) ?? 0;
    taken.set(check.place, nth + 1);
    const mid = run.length_m / 2;
    const invert = invertAt(run, mid) ?? groundAt(run, mid);
    const spot: Record<Check["place"], [number, number]> = {
      outlet: [on.houseX - 8, on.y(run.outlet_m ?? on.section.ground_m + 2) - 22],
      tee: [on.houseX - 46, on.y(on.tee?.foot_m ?? on.section.ground_m) - 4],
      screen: [on.houseX + 26, on.y(run.screen_m ?? 0) + 26],
      run: [
        on.x(run.length_m * 0.2),
        on.y(invertAt(run, run.length_m * 0.2) ?? invert) + (run.kind === "wet" ? -18 : 24),
      ],
      dip: [on.x(mid), on.y(invert) + 20],
      // Side by side up to the tank's wall.
      inlet: [on.tankX - 6 - 34 * atInlet, on.y(run.inlet_m) + 18],
      overflow: [on.rightX + 34, on.y(on.invert) - 12],
      discharge: [on.endX - 30, on.y(on.section.discharge_m) - 28],
      vent: [on.tankX + on.tankPx / 2, on.y(on.invert) - 30],
      pump: [on.rightX + 52, on.y(on.section.pump_m ?? on.section.tank_ground_m) + 20],
    };
    const [left, top] = spot[check.place];
    return { check, left: left + nth * 34, top };
  });
}
