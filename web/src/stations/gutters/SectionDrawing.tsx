import type { Document, Operation, Plan } from "../../api/client";
import { axisUnit, metres } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { HeightHandle } from "../../document/HeightHandle";
import { Badge, CrownWords, HeadMarks, Leg, Point, Scale, signed } from "./SectionParts";
import { groundAt, HEIGHT, invertAt, sectionScale, STAFF } from "./sectionScale";
import type { At, RunLevels, Section, TankBox, Tee } from "./sectionScale";
import { Soil, Staff, TopWords } from "./SectionHouse";
import { SectionLines } from "./SectionLines";
import type { Drawn } from "./SectionLines";
import { TankWords } from "./SectionTank";
import { ScrollBox } from "../../ui/ScrollBox";

type Check = Plan["gutters"]["checks"][number];

const LEAST = 640;

type Movable = { outlet?: Mover; screen?: Mover; tank?: Mover; low?: Mover; discharge?: Mover };
type Mover = { label: string; toOperations: (value: number) => Operation[] };

/** One run to scale: gutter, leaf screen, pipe, tank, overflow and ground on one datum, with what the checks say. */
export function SectionDrawing(props: {
  run: RunLevels;
  drawn: Drawn;
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
  const { y } = at;
  const unit = axisUnit("length", units).factor;
  const screen = run.screen_m;
  const invert = section.overflow_invert_m;
  const bad = (code: string) => props.checks.some((check) => check.code === code && check.status === "fails");
  const marks = placed(props.checks, run, { ...at, invert, section, tee: props.tee });
  return (
    <ScrollBox label="The levels" innerRef={box}>
      {shown > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          className="block"
          role="group"
          aria-label={`Section of ${run.name} to scale: ${
            run.drop_m === null
              ? "gutter outlet not measured"
              : `${metres(run.drop_m, units)} from ${run.open_at_words} to inlet`
          }, tank from ${metres(tank.floor_m, units)} to ${metres(tank.lid_m, units)}`}
        >
          <Soil />
          <SectionLines drawn={props.drawn} at={at} tooLow={run.drop_m !== null && run.drop_m <= 0} />
          <Staff at={at} datum={section.datum} units={units} />
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
          <CrownWords overflow={props.overflow} at={at} invert={y(invert)} unit={unit} />
          <TankWords tank={tank} at={at} invert={invert} unit={unit} kind={props.overflow.kind} />
          <TopWords run={run} tee={props.tee} at={at} unit={unit} />
          <Points section={section} at={at} unit={unit} />
          <Scale x={clearOf(marks, width)} y={HEIGHT - 12} at={at} unit={unit} units={units} />
          <Handles movable={movable} run={run} section={section} tank={tank} at={at} units={units} />
          {marks.map(({ check, left, top }) => (
            <g key={check.letter} transform={`translate(${left} ${top})`}>
              <Badge letter={check.letter} status={check.status} />
            </g>
          ))}
        </svg>
      )}
    </ScrollBox>
  );
}

/** Pump, plant room and highest tap. */
function Points({ section, at, unit }: { section: Section; at: At; unit: number }) {
  const { y, houseX, rightX } = at;
  const tapShown = section.highest_tap_m !== null && y(section.highest_tap_m) > 40;
  return (
    <>
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
    </>
  );
}

/** What can be dragged or moved by the keys. */
function Handles(props: { movable: Movable; run: RunLevels; section: Section; tank: TankBox; at: At; units: Units }) {
  const { movable, run, section, tank, at, units } = props;
  const common = { y: at.y, metresAPx: 1 / at.upScale, units };
  return (
    <>
      {movable.outlet && run.outlet_m !== null && (
        <HeightHandle {...movable.outlet} {...common} leader={20} x={at.houseX - 34} value={run.outlet_m} />
      )}
      {movable.screen && run.screen_m !== null && (
        <HeightHandle {...movable.screen} {...common} leader={42} x={at.houseX - 58} value={run.screen_m} />
      )}
      {movable.tank && (
        <HeightHandle {...movable.tank} {...common} x={at.tankX + at.tankPx / 2} value={tank.floor_m} />
      )}
      {movable.discharge && (
        <HeightHandle {...movable.discharge} {...common} x={at.endX - 36} value={section.discharge_m} />
      )}
    </>
  );
}

const SCALE_X = STAFF + 118;
/** What the words of the scale take to the left of it, and the scale and its length to the right. */
const SCALE_TAKES = [105, 130] as const;

/** Where the scale stands along the foot, clear of the marks of the checks. */
function clearOf(marks: { left: number; top: number }[], width: number) {
  const low = marks.filter(({ top }) => top > HEIGHT - 36);
  for (let x = SCALE_X; x < width - SCALE_TAKES[1]; x += 20)
    if (low.every(({ left }) => left < x - SCALE_TAKES[0] || left > x + SCALE_TAKES[1])) return x;
  return SCALE_X;
}

type Corners = At & { invert: number; section: Section; tee: Tee | undefined };

/** Where each check's mark stands: side by side where several share a place. The other tanks are not drawn. */
function placed(checks: Check[], run: RunLevels, on: Corners) {
  const taken = new Map<string, number>();
  const here = checks.filter(
    (check) =>
      (check.group === null || check.group === run.group) && (check.tank === null || check.tank === run.tank),
  );
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
