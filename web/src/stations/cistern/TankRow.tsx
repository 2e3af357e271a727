import { useAssumed } from "../../document/assumed";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Choice } from "../../ui/Choice";
import type { Option } from "../../ui/Choice";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { NameEntry } from "../../document/NameEntry";
import { ShelfHere } from "../../document/shelf/ShelfHere";
import {
  KINDS,
  kindOf,
  measuresOf,
  shapeAs,
  asManyAsHold,
  guessed,
  withinHeight,
  heightOfShape,
  isHeight,
} from "./tankShapes";
import type { Tank } from "./tankShapes";

const STANDS: Option<Tank["valve"] | "let_down">[] = [
  { value: "open", label: "open to the bank", note: "its water above the lowest overflow is stranded" },
  { value: "let_down", label: "valved off when full", note: "and let down later" },
  { value: "shut", label: "shut off", note: "its water does not count" },
  { value: "none", label: "without a valve of its own", note: "always open to the bank" },
];

/** One tank, or several alike, in a sentence: its measures, where it stands, how it is joined, when it is built. */
export function TankRow({ tank, index, holds }: { tank: Tank; index: number; holds: number }) {
  const bench = useEdits();
  const { cistern, downpipes } = useDocument("cistern", "downpipes");
  const at = `/cistern/tanks/${index}`;
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(`${tank.name}: ${label}`, replace(`${at}/${field}`, value));
  const height = heightOfShape(tank.shape);
  const heightAssumed = useAssumed(`${at}/shape/height_m`);
  const inBank = cistern.layout === "linked" || (cistern.layout === "settling_first" && index > 0);
  const alike = tank.count > 1;
  const joined = inBank && (alike || index > (cistern.layout === "linked" ? 0 : 1));
  const valved = inBank && (alike || cistern.tanks.length > (cistern.layout === "linked" ? 1 : 2));
  const remove = () =>
    void bench.edit(`Removed ${tank.name}`, [
      ...downpipes.flatMap((each, i) => (each.tank === tank.id ? replace(`/downpipes/${i}/tank`, null) : [])),
      { op: "remove", path: at },
    ]);
  return (
    <div className="border-t border-rule py-1.5 leading-[1.8] last-of-type:border-b">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <NameEntry label={`Name of ${tank.name}`} path={`${at}/name`} value={tank.name} />
        {cistern.tanks.length > 1 && (
          <span className="no-print flex gap-4 text-table">
            {index > 0 && (
              <button
                className="fix relative after:absolute after:-inset-2 after:content-['']"
                onClick={() =>
                  void bench.edit(`Moved ${tank.name}`, [
                    { op: "move", from: at, path: `/cistern/tanks/${index - 1}` },
                  ])
                }
                aria-label={`Move ${tank.name} up`}
              >
                Up
              </button>
            )}
            <button
              className="fix relative after:absolute after:-inset-2 after:content-['']"
              onClick={remove}
              aria-label={`Remove ${tank.name}`}
            >
              Remove
            </button>
          </span>
        )}
      </div>
      <p>
        <Entry label={`How many of ${tank.name}`} path={`${at}/count`} kind="count" value={tank.count} /> ×{" "}
        <ChoiceEntry
          path={`${at}/shape`}
          label={`Kind of ${tank.name}`}
          value={kindOf(tank.shape)}
          options={KINDS}
          onChoose={(kind) => {
            const shape = shapeAs(kind, holds / tank.count, height);
            void bench.edit(`${tank.name}: kind`, [
              ...replace(`${at}/shape`, shape),
              ...asManyAsHold(kind, at, holds),
              ...withinHeight(at, tank, heightOfShape(shape)),
              ...guessed(at, shape, heightAssumed ? null : height),
            ]);
          }}
        />
        {measuresOf(tank.shape).map((measure) => (
          <span key={measure.field}>
            {measure.before ?? " "}
            <Entry
              label={`${measure.label} of ${tank.name}`}
              path={`${at}/shape/${measure.field}`}
              kind={measure.kind}
              value={(tank.shape as unknown as Record<string, number>)[measure.field] ?? 0}
              toOperations={(value) => [
                ...replace(`${at}/shape/${measure.field}`, value),
                ...(isHeight(tank.shape, measure.field) ? withinHeight(at, tank, value) : []),
              ]}
            />
          </span>
        ))}
        {tank.shape.kind === "round_cast" && (
          <>
            ,{" "}
            <YesOrNo
              label={`Steel in ${tank.name}`}
              path={`${at}/shape/steel`}
              on={tank.shape.steel}
              yes="with steel"
              no="without steel"
            />{" "}
            and{" "}
            <YesOrNo
              label={`Floor of ${tank.name} inside`}
              path={`${at}/shape/floor_falls`}
              on={tank.shape.floor_falls}
              yes="a floor that falls to its drain"
              no="a level floor"
            />
          </>
        )}
        {"stated_l" in tank.shape && (
          <>
            , holding{" "}
            <MaybeEntry
              label={`Stated volume of ${tank.name}`}
              path={`${at}/shape/stated_l`}
              kind="volume"
              value={tank.shape.stated_l}
              unknown="what its measures make"
              around={holds / tank.count}
            />
          </>
        )}
        {tank.shape.kind === "pit" && (
          <>
            ,{" "}
            <YesOrNo
              label={`Paving over ${tank.name}`}
              path={`${at}/shape/paved`}
              on={tank.shape.paved}
              yes="paved over"
              no="not paved over"
            />
          </>
        )}
        . Floor at <Entry label={`Floor of ${tank.name}`} path={`${at}/floor_m`} kind="length" value={tank.floor_m} />
        , outlet{" "}
        <Entry label={`Outlet of ${tank.name}`} path={`${at}/outlet_m`} kind="length" value={tank.outlet_m} /> and
        overflow{" "}
        <Entry
          label={`Overflow of ${tank.name}`}
          path={`${at}/overflow_m`}
          kind="length"
          value={tank.overflow_m ?? height}
        />{" "}
        above its floor, its outlet{" "}
        <MaybeEntry
          label={`Port of the outlet of ${tank.name}`}
          path={`${at}/outlet_port_mm`}
          kind="bore"
          value={tank.outlet_port_mm}
          unknown="as wide as its pipe"
          around={50}
        />
        {joined && (
          <>
            , {alike ? "each joined" : "joined"} by{" "}
            <Entry
              label={`Bore of the link to ${tank.name}`}
              path={`${at}/link/bore_mm`}
              kind="pipe"
              value={tank.link.bore_mm}
            />{" "}
            pipe,{" "}
            <Entry
              label={`Length of the link to ${tank.name}`}
              path={`${at}/link/length_m`}
              kind="length"
              value={tank.link.length_m}
            />{" "}
            long, its joints{" "}
            <ChoiceEntry
              path={`${at}/link/joint`}
              label={`Joints of the link to ${tank.name}`}
              value={tank.link.joint}
              options={[
                { value: "flexible", label: "flexible" },
                { value: "rigid", label: "rigid" },
              ]}
              onChoose={(joint) => set("joints of its link", "link/joint", joint)}
            />
          </>
        )}
        {cistern.tanks.length > 1 && (
          <>
            . Built{" "}
            <Choice
              label={`When ${tank.name} is built`}
              value={String(tank.phase)}
              options={[0, 1, 2].map((phase) => ({
                value: String(phase),
                label: phase === 0 ? "at first" : `in phase ${phase}`,
              }))}
              onChoose={(phase) => set("phase", "phase", Number(phase))}
            />
          </>
        )}
        {valved && (
          <>
            ,{" "}
            <ChoiceEntry
              path={`${at}/valve`}
              label={`How ${tank.name} stands in the bank`}
              value={tank.let_down && tank.valve === "open" ? "let_down" : tank.valve}
              options={STANDS}
              onChoose={(how) =>
                void bench.edit(`${tank.name}: ${STANDS.find(({ value }) => value === how)!.label}`, [
                  ...replace(`${at}/let_down`, how === "let_down"),
                  ...replace(`${at}/valve`, how === "let_down" ? "open" : how),
                ])
              }
            />
          </>
        )}
        .
      </p>
      <ShelfHere place={at} path={`${at}/article`} label={tank.name} boughtAs={tank.article} />
    </div>
  );
}
