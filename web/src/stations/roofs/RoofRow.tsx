import { Switch } from "radix-ui";
import { useState } from "react";
import type { ChoiceLists, Plan, Roof } from "../../api/client";
import { useWorkbench } from "../../frame/workbench";
import { Choice } from "../../ui/Choice";
import { Entry } from "../../ui/Entry";
import { Why } from "../../ui/Why";

type Surface = Plan["roofs"]["surfaces"][number];

/** One surface in a sentence, with its switch and its worth. */
export function RoofRow(props: {
  roof: Roof;
  index: number;
  surface: Surface;
  choices: ChoiceLists | undefined;
  onFocus: () => void;
}) {
  const { roof, index, surface, choices } = props;
  const bench = useWorkbench();
  const { plan, document } = bench.shown;
  const at = `/roofs/${index}`;
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(label, [{ op: "replace", path: `${at}/${field}`, value }]);
  const harvest = surface.figures["harvest_l_year"];
  const carried = plan.cistern?.years_carried;
  const without = surface.years_carried_without;
  const { extent } = roof;

  return (
    <div
      className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 border-t border-rule py-2 last-of-type:border-b"
      onFocusCapture={props.onFocus}
    >
      <Switch.Root
        checked={roof.on}
        onCheckedChange={(on) => set(`${roof.name} ${on ? "on" : "off"}`, "on", on)}
        aria-label={`${roof.name} in use`}
        className="relative mt-1 h-6 w-11 rounded-full border-[1.5px] border-ink bg-sheet after:absolute after:-inset-2.5 after:content-[''] data-[state=checked]:bg-water-7"
      >
        <Switch.Thumb className="block size-4 translate-x-[3px] rounded-full bg-ink data-[state=checked]:translate-x-[21px] data-[state=checked]:bg-on-strong" />
      </Switch.Root>
      <div className={`min-w-0 leading-[1.85] ${roof.on ? "" : "text-ink-2"}`}>
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <RoofName roof={roof} rename={(name) => set(`${roof.name} is now ${name}`, "name", name)} />
          <p className="text-[14px]">
            {harvest && (
              <>
                <Why figure={harvest} units={document.units} /> a year
              </>
            )}
            {roof.on && without != null && carried !== undefined && (
              <span className="text-ink-2">
                {" "}
                · without it {without === carried ? "still " : ""}
                <strong className={without < carried ? "text-parched-7" : ""}>{without} years</strong>
              </span>
            )}
            <button
              className="fix relative ml-4 after:absolute after:-inset-2 after:content-['']"
              onClick={() => void bench.edit(`Removed ${roof.name}`, removal(document.assumed, index))}
              aria-label={`Remove ${roof.name}`}
            >
              Remove
            </button>
          </p>
        </div>
        <p>
          <Choice
            label={`Covering of ${roof.name}`}
            value={roof.material}
            options={
              choices?.materials.map((material) => ({
                value: material.key as Roof["material"],
                label: material.label,
                note: `${material.low} · ${material.central} · ${material.high}`,
              })) ?? [{ value: roof.material, label: roof.material.replace("_", " ") }]
            }
            onChoose={(material) => set(`${roof.name}: covering`, "material", material)}
          />
          ,{" "}
          <Choice
            label={`How ${roof.name} was measured`}
            value={extent.kind === "area" ? "area" : extent.along_slope ? "slope" : "plan"}
            options={[
              { value: "plan", label: "measured from above", note: "length × width of the footprint" },
              { value: "slope", label: "measured up the slope", note: "length up the slope × width" },
              { value: "area", label: "with a known plan area" },
            ]}
            onChoose={(how) => set(`${roof.name}: how measured`, "extent", measuredAs(roof, surface, how))}
          />{" "}
          {extent.kind === "area" ? (
            <Entry
              label={`Plan area of ${roof.name}`}
              path={`${at}/extent/area_m2`}
              kind="area"
              value={extent.area_m2}
              max={1e6}
            />
          ) : (
            <>
              <Entry
                label={`Length of ${roof.name}`}
                path={`${at}/extent/length_m`}
                kind="length"
                value={extent.length_m}
                max={1000}
              />{" "}
              ×{" "}
              <Entry
                label={`Width of ${roof.name}`}
                path={`${at}/extent/width_m`}
                kind="length"
                value={extent.width_m}
                max={1000}
              />
            </>
          )}
          , pitch{" "}
          <Entry
            label={`Pitch of ${roof.name}`}
            path={`${at}/pitch_deg`}
            kind="angle"
            value={roof.pitch_deg}
            max={89}
          />
          {extent.kind === "rectangle" && (
            <>
              , so <Why figure={surface.figures["area_m2"]!} units={document.units} /> in plan
            </>
          )}
          . Of the rain after the first{" "}
          <Entry
            label={`Daily loss on ${roof.name}`}
            path={`${at}/loss_mm`}
            kind="depth"
            value={roof.loss_mm}
            max={20}
          />{" "}
          each day,{" "}
          <Entry
            label={`Runoff coefficient of ${roof.name}`}
            path={`${at}/runoff`}
            kind="share"
            value={surface.figures["runoff"]!.value ?? 0}
            max={1}
          />{" "}
          runs off.
        </p>
      </div>
    </div>
  );
}

function measuredAs(roof: Roof, surface: Surface, how: "plan" | "slope" | "area"): Roof["extent"] {
  const plan = surface.figures["area_m2"]?.value ?? 0;
  if (how === "area") return { kind: "area", area_m2: Number(plan.toPrecision(6)) };
  const known = roof.extent.kind === "rectangle" ? roof.extent : null;
  const side = Number(Math.sqrt(plan).toFixed(2));
  return {
    kind: "rectangle",
    length_m: known?.length_m ?? side,
    width_m: known?.width_m ?? side,
    along_slope: how === "slope",
  };
}

/** Taking a roof out moves the ones behind it up, and with them what is assumed about them. */
function removal(assumed: string[], index: number) {
  const moved = assumed.flatMap((pointer) => {
    const match = /^\/roofs\/(\d+)(\/.*)$/.exec(pointer);
    if (!match || Number(match[1]) < index) return [pointer];
    return Number(match[1]) === index ? [] : [`/roofs/${Number(match[1]) - 1}${match[2]}`];
  });
  return [
    { op: "remove" as const, path: `/roofs/${index}` },
    { op: "replace" as const, path: "/assumed", value: moved },
  ];
}

function RoofName({ roof, rename }: { roof: Roof; rename: (name: string) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const shown = draft ?? roof.name;
  const commit = () => {
    const name = shown.trim();
    if (draft !== null && name && name !== roof.name) rename(name);
    setDraft(null);
  };
  return (
    <input
      className="heading w-[26ch] max-w-full border-b-2 border-transparent bg-transparent hover:border-water-5 focus:border-water-5"
      aria-label={`Name of ${roof.name}`}
      value={shown}
      maxLength={80}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") setDraft(null);
      }}
    />
  );
}
