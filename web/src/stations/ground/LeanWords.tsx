import type { Plan } from "../../api/client";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { useDocument } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { Why } from "../../ui/Why";
import { LeanPicture } from "./LeanPicture";

const WAYS = [
  { value: "level", label: "level" },
  { value: "fall", label: "out of level by a fall", note: "measured from side to side" },
  { value: "points", label: "out of level by four points", note: "read with a staff or a water level" },
] as const;
const POINTS = ["At the overflow", "A quarter on, clockwise", "Opposite the overflow", "A quarter back"];

/** Whether a tank stands level, and if not, which way it leans. */
export function LeanWords({ row, pad }: { row: number; pad: Plan["ground"]["pads"][number] }) {
  const { name, lowest_deg: lowestDeg } = pad;
  const lost = pad.figures["lean_l"];
  const bench = useEdits();
  const { cistern, units } = useDocument("cistern", "units");
  const tank = cistern.tanks[row]!;
  const at = `/cistern/tanks/${row}/lean`;
  const { lean } = tank;
  const choose = (way: (typeof WAYS)[number]["value"]) =>
    void bench.edit(
      `${name}: how it stands`,
      {
        level: replace(at, null),
        fall: lean ? replace(`${at}/points_mm`, null) : replace(at, {}),
        points: lean ? replace(`${at}/points_mm`, [0, 0, 0, 0]) : replace(at, { points_mm: [0, 0, 0, 0] }),
      }[way],
    );
  return (
    <>
      Its base stands{" "}
      <ChoiceEntry
        path={at}
        label={`How ${name} stands`}
        value={!lean ? "level" : lean.points_mm ? "points" : "fall"}
        options={[...WAYS]}
        onChoose={choose}
      />
      {lean?.points_mm && (
        <>
          , from its overflow on, clockwise seen from above:{" "}
          {lean.points_mm.map((height, point) => (
            <span key={point} className="whitespace-nowrap">
              <Entry
                label={`${POINTS[point]}, height of ${name}`}
                path={`${at}/points_mm/${point}`}
                kind="bore"
                value={height}
              />
              {point < 3 ? ", " : ""}
            </span>
          ))}
        </>
      )}
      {lean && !lean.points_mm && (
        <>
          : by{" "}
          <Entry label={`Lean of ${name} across its base`} path={`${at}/fall_mm`} kind="bore" value={lean.fall_mm} />,
          lowest{" "}
          <ChoiceEntry
            path={`${at}/towards`}
            label={`Low side of ${name}`}
            value={lean.towards}
            options={choicesAt<typeof lean.towards>(`${at}/towards`, units)}
            onChoose={(side) => void bench.edit(`${name}: low side`, replace(`${at}/towards`, side))}
          />
        </>
      )}
      {lean && (
        <>
          ; its outlet is{" "}
          <ChoiceEntry
            path={`${at}/outlet_side`}
            label={`Side of the outlet of ${name}`}
            value={lean.outlet_side}
            options={choicesAt<typeof lean.outlet_side>(`${at}/outlet_side`, units)}
            onChoose={(side) => void bench.edit(`${name}: side of its outlet`, replace(`${at}/outlet_side`, side))}
          />
          {lost?.value != null && (
            <>
              . Lost to its lean:{" "}
              <span className="whitespace-nowrap">
                <Why figure={lost} units={units} />.
              </span>
            </>
          )}
        </>
      )}
      {(!lean || lost?.value == null) && "."}
      {lean && <LeanPicture lowestDeg={lowestDeg} outletSide={lean.outlet_side} />}
    </>
  );
}
