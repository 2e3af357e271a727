import { EntryDialog } from "../../ui/EntryDialog";
import { useState } from "react";
import type { KeyboardEvent } from "react";
import type { Document } from "../../api/client";
import { useEdits, useSaved } from "../../document/workbench";
import { useKeptDraft } from "../../lib/keptDraft";
import { read } from "../../lib/readQuantity";
import { metres, write } from "../../lib/units";

type Point = { path: string; name: string; value: number | null };

/** Every height of the property that a person can hold a staff to. */
function points(document: Document): Point[] {
  const { levels, roofs, downpipes, cistern } = document;
  return [
    ...roofs.flatMap((roof, row) =>
      roof.on
        ? [{ path: `/roofs/${row}/outlet_m`, name: `Gutter outlet of ${roof.name}`, value: roof.outlet_m }]
        : [],
    ),
    ...downpipes.flatMap((pipe, row) => [
      { path: `/downpipes/${row}/screen_m`, name: `Leaf screen of ${pipe.name}`, value: pipe.screen_m },
      ...(pipe.run.kind === "dry"
        ? [
            {
              path: `/downpipes/${row}/run/foot_m`,
              name: `Foot of the downpipes of ${pipe.name}, where the run begins`,
              value: pipe.run.foot_m,
            },
          ]
        : []),
    ]),
    ...cistern.tanks.map((tank, row) => ({
      path: `/cistern/tanks/${row}/floor_m`,
      name: `Floor of ${tank.name}`,
      value: tank.floor_m,
    })),
    { path: "/levels/ground_m", name: "Ground at the house", value: levels.ground_m },
    { path: "/levels/tank_ground_m", name: "Ground at the tank", value: levels.tank_ground_m },
    { path: "/levels/discharge_m", name: "Ground where the overflow ends", value: levels.discharge_m },
    { path: "/levels/pump_m", name: "Pump", value: levels.pump_m },
    { path: "/levels/plant_room_m", name: "Plant room floor", value: levels.plant_room_m },
    { path: "/levels/highest_tap_m", name: "Highest tap", value: levels.highest_tap_m },
    { path: "/levels/lowest_tap_m", name: "Lowest tap", value: levels.lowest_tap_m },
  ];
}

type Draft = { instrument: string; staff: Record<string, string> };
const NOTHING_READ: Draft = { instrument: "", staff: {} };

/** A reading as if the staff were held the other way up. */
const turned = (text: string) => (/^\s*[-−]/.test(text) ? text.replace(/^\s*[-−]\s*/, "") : `-${text.trim()}`);

/** The next field below is ready for the next point, as the keyboard's own key says. */
function toNextField(event: KeyboardEvent<HTMLElement>) {
  if (event.key !== "Enter") return;
  event.preventDefault();
  const fields = [...event.currentTarget.querySelectorAll("input")];
  fields[fields.indexOf(event.target as HTMLInputElement) + 1]?.focus();
}

/** The survey, for one hand in the field: staff readings against one height of instrument. They are kept on this
 *  device as they are typed, until they are saved. */
export function SurveyDialog() {
  const bench = useEdits();
  const { id, document } = useSaved();
  const { units } = document;
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useKeptDraft(`lean-year-survey-${id}`, NOTHING_READ);
  const { instrument, staff } = draft;
  const [problem, setProblem] = useState<string | null>(null);
  const asked = points(document);
  const length = (text: string) => read("length", units, text, 0);
  const sight = instrument.trim() ? length(instrument) : null;
  const save = async () => {
    if (sight === null) return setProblem(`Height of the instrument: write a height such as ${metres(1.42, units)}.`);
    const readings = [];
    for (const point of asked) {
      const text = staff[point.path]?.trim();
      if (!text) continue;
      const value = length(text);
      if (value === null)
        return setProblem(`${point.name}: not a staff reading. Write for example ${metres(1.42, units)}.`);
      readings.push({ path: point.path, staff_m: value });
    }
    if (!readings.length) return setProblem("Write at least one staff reading.");
    const refused = await bench.tryEdit("Survey of heights", [
      { op: "survey", path: "/levels", value: { instrument_m: sight, readings } },
    ]);
    setProblem(refused);
    if (!refused) {
      setDraft(NOTHING_READ);
      setOpen(false);
    }
  };
  return (
    <EntryDialog
      title="Survey of heights"
      asks={`Set the level up, take one sight on the ${document.levels.datum}, which is 0: what the staff shows there is the height of the instrument. Then read the staff at each point; leave out what you did not read. Under a gutter the staff is held upside down, its foot at the outlet.`}
      open={open}
      setOpen={setOpen}
      trigger={<button className="act-quiet">Survey heights</button>}
      problem={problem}
      action={{ label: "Save these heights", act: () => void save() }}
    >
      <div onKeyDown={toNextField}>
        <label className="mt-3 flex items-center justify-between gap-3 border-b-[1.5px] border-ink py-2">
          <strong>Height of the instrument</strong>
          <input
            className="field w-28 text-right"
            inputMode={units === "us" ? "text" : "decimal"}
            enterKeyHint="next"
            placeholder={write("length", units, 1.45)}
            value={instrument}
            onChange={(event) => setDraft({ ...draft, instrument: event.target.value })}
          />
        </label>
        <ul className="max-h-[52vh] overflow-y-auto">
          {asked.map((point) => {
            const text = staff[point.path] ?? "";
            const value = text ? length(text) : null;
            const height = sight !== null && value !== null ? sight - value : point.value;
            const enter = (next: string) => setDraft({ ...draft, staff: { ...staff, [point.path]: next } });
            return (
              <li key={point.path} className="flex items-center gap-2 border-b border-rule py-1">
                <label className="flex min-h-11 min-w-0 flex-1 items-center justify-between gap-3">
                  <span className="min-w-0">
                    {point.name}
                    <span className="note block">
                      {height === null ? "not measured" : write("length", units, Number(height.toFixed(3)))}
                      {sight !== null && value !== null && " by this reading"}
                    </span>
                  </span>
                  <input
                    className="field w-28 shrink-0 text-right"
                    inputMode={units === "us" ? "text" : "decimal"}
                    enterKeyHint="next"
                    aria-label={`Staff reading at ${point.name}`}
                    placeholder="staff"
                    value={text}
                    onChange={(event) => enter(event.target.value)}
                  />
                </label>
                <button
                  className="act-quiet size-11 shrink-0 !px-0"
                  aria-label={`Staff upside down at ${point.name}`}
                  title="Staff upside down"
                  aria-pressed={(value ?? 0) < 0}
                  disabled={value === null}
                  onClick={() => enter(turned(text))}
                >
                  ±
                </button>
              </li>
            );
          })}
        </ul>
      </div>
    </EntryDialog>
  );
}
