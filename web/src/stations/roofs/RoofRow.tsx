import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import type { ChoiceLists, Plan, Roof } from "../../api/client";
import { assume, replace } from "../../document/edits";
import { drainsElsewhere, usedHere } from "../../document/drained";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { useComparisons } from "../../document/comparisons";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { HILLSIDE, openChannel } from "../../document/openChannel";
import { NameEntry } from "../../document/NameEntry";
import { Toggle } from "../../ui/Toggle";
import { Why } from "../../ui/Why";
import { DrainsChoice } from "./DrainsChoice";
import { OutlineDialog } from "./OutlineDialog";

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
  const bench = useEdits();
  const document = useDocument("downpipes", "supplies", "units", "snow");
  const here = usedHere(roof, document);
  const at = `/roofs/${index}`;
  const set: Set = (label, field, value) => void bench.edit(label, replace(`${at}/${field}`, value));
  const { extent } = roof;
  const chosen = choices?.materials.find((each) => each.key === roof.material);

  return (
    <div
      className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 border-t border-rule py-2 last-of-type:border-b"
      onFocusCapture={props.onFocus}
    >
      <Toggle
        className="mt-1"
        label={`${roof.name} in use`}
        on={roof.on}
        onChange={(on) => set(`${roof.name} ${on ? "on" : "off"}`, "on", on)}
      />
      <div className={`min-w-0 leading-[1.85] ${here ? "" : "text-ink-2"}`}>
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <NameEntry label={`Name of ${roof.name}`} path={`${at}/name`} value={roof.name} />
          <Worth roof={roof} index={index} surface={surface} />
        </div>
        <p>
          <ChoiceEntry
            path={`${at}/material`}
            label={`Covering of ${roof.name}`}
            value={roof.material}
            options={
              choices?.materials.map((material) => ({
                value: material.key as Roof["material"],
                label: material.label,
                note: `${material.low} · ${material.central} · ${material.high}${material.drinking === "good" ? "" : `, ${DRINKING[material.drinking] ?? material.drinking}`}`,
              })) ?? [{ value: roof.material, label: roof.material.replace("_", " ") }]
            }
            title={chosen?.source}
            onChoose={(material) =>
              void bench.edit(`${roof.name}: covering`, [
                ...replace(`${at}/material`, material),
                ...(material === HILLSIDE && roof.material !== HILLSIDE
                  ? [...replace(`${at}/gutters`, [openChannel(document.units)]), ...assume(`${at}/gutters/0`)]
                  : []),
                ...(material !== HILLSIDE && roof.gutters.some((gutter) => gutter.shape === "open_channel")
                  ? [...replace(`${at}/gutters`, [{}]), ...assume(`${at}/gutters/0`)]
                  : []),
              ])
            }
          />
          ,{" "}
          <ChoiceEntry
            path={`${at}/extent`}
            label={`How ${roof.name} was measured`}
            value={extent.kind === "rectangle" ? (extent.along_slope ? "slope" : "plan") : extent.kind}
            options={[
              { value: "outline", label: "by its corners", note: "an outline on the plan" },
              { value: "plan", label: "measured from above", note: "length × width of the footprint" },
              { value: "slope", label: "measured up the slope", note: "length up the slope × width" },
              { value: "area", label: "with a known plan area" },
            ]}
            onChoose={(how) => set(`${roof.name}: how measured`, "extent", measuredAs(roof, surface, how))}
          />{" "}
          <Extent roof={roof} index={index} />, pitch{" "}
          <Entry label={`Pitch of ${roof.name}`} path={`${at}/pitch_deg`} kind="angle" value={roof.pitch_deg} />
          {extent.kind !== "area" && (
            <>
              , so <Why figure={surface.figures["area_m2"]!} units={document.units} /> in plan
            </>
          )}
          . Of the rain after the first{" "}
          <Entry label={`Daily loss on ${roof.name}`} path={`${at}/loss_mm`} kind="depth" value={roof.loss_mm} /> each
          day,{" "}
          <Entry
            label={`Runoff coefficient of ${roof.name}`}
            path={`${at}/runoff`}
            kind="share"
            value={surface.figures["runoff"]!.value ?? 0}
          />{" "}
          runs off, to <DrainsChoice roof={roof} index={index} />, from a gutter outlet at{" "}
          <MaybeEntry
            label={`Gutter outlet of ${roof.name} above datum`}
            path={`${at}/outlet_m`}
            kind="length"
            value={roof.outlet_m}
            unknown="a height not measured"
            around={2.5}
          />
          .{" "}
          <HazardChoice
            roof={roof}
            choices={choices}
            set={(list) => set(`${roof.name}: what is on it`, "hazards", list)}
          />
          {document.snow.on && <SnowGuards roof={roof} at={at} set={set} />}
        </p>
      </div>
    </div>
  );
}

type Set = (label: string, field: string, value: unknown) => void;

/** What a surface brings, and what the house would be without it. */
function Worth({ roof, index, surface }: { roof: Roof; index: number; surface: Surface }) {
  const bench = useEdits();
  const { units, ...drained } = useDocument("downpipes", "supplies", "units");
  const here = usedHere(roof, drained);
  const elsewhere = drainsElsewhere(roof, drained);
  const carried = usePlan("cistern").cistern?.rain_alone_years_carried;
  const harvest = surface.figures["harvest_l_year"];
  const compared = useComparisons();
  const without = compared && compared !== "none" ? compared.years_carried_without[index] : null;
  return (
    <p className="text-table">
      {harvest && (here || elsewhere.length === 0) && (
        <>
          <Why figure={harvest} units={units} /> a year
        </>
      )}
      {roof.on && elsewhere.length > 0 && (
        <span className="text-ink-2">
          {here ? "; the rest to" : "to"} {elsewhere.join(", ")}
        </span>
      )}
      {here && without != null && carried !== undefined && (
        <span className="text-ink-2">
          {" "}
          · without it {without === carried ? "still " : ""}
          <strong className={without < carried ? "text-parched-7" : ""}>{without} years</strong>
        </span>
      )}
      <button
        className="fix relative ml-4 after:absolute after:-inset-2 after:content-['']"
        onClick={() => void bench.edit(`Removed ${roof.name}`, [{ op: "remove", path: `/roofs/${index}` }])}
        aria-label={`Remove ${roof.name}`}
      >
        Remove
      </button>
    </p>
  );
}

/** Its size, as it was measured. */
function Extent({ roof, index }: { roof: Roof; index: number }) {
  const [corners, setCorners] = useState(false);
  const { extent } = roof;
  const at = `/roofs/${index}`;
  return (
    <>
      {extent.kind === "outline" && (
        <button className="word" onClick={() => setCorners(true)}>
          {extent.points_m.length} corners
        </button>
      )}
      {extent.kind === "area" && (
        <Entry label={`Plan area of ${roof.name}`} path={`${at}/extent/area_m2`} kind="area" value={extent.area_m2} />
      )}
      {extent.kind === "rectangle" && (
        <>
          <Entry
            label={`Length of ${roof.name}`}
            path={`${at}/extent/length_m`}
            kind="length"
            value={extent.length_m}
          />{" "}
          ×{" "}
          <Entry label={`Width of ${roof.name}`} path={`${at}/extent/width_m`} kind="length" value={extent.width_m} />
        </>
      )}
      {corners && <OutlineDialog roof={roof} index={index} close={() => setCorners(false)} />}
    </>
  );
}

function SnowGuards({ roof, at, set }: { roof: Roof; at: string; set: Set }) {
  return (
    <>
      {" "}
      Snow guards{" "}
      <ChoiceEntry
        path={`${at}/snow_guards`}
        label={`Snow guards on ${roof.name}`}
        value={roof.snow_guards ? "yes" : "no"}
        options={[
          { value: "no", label: "none" },
          { value: "yes", label: "along the eaves" },
        ]}
        onChoose={(guards) => set(`${roof.name}: snow guards`, "snow_guards", guards === "yes")}
      />
      .
    </>
  );
}

const DRINKING: Record<string, string> = { caution: "drinking with care", never: "never drinking" };

/** What lies on or over a roof that the water meets; several can be chosen. */
function HazardChoice(props: {
  roof: Roof;
  choices: ChoiceLists | undefined;
  set: (hazards: Roof["hazards"]) => void;
}) {
  const { roof, choices } = props;
  const named = (key: string) => choices?.hazards.find((each) => each.key === key)?.label ?? key.replace("_", " ");
  const words = roof.hazards.length ? roof.hazards.map(named).join(", ") : "nothing harmful";
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button className="word" aria-label={`On ${roof.name}: ${words}`}>
          {words}
        </button>
      </DropdownMenu.Trigger>{" "}
      on it.
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start" sideOffset={6} collisionPadding={8} sticky="always">
          {choices?.hazards.map(({ key, label }) => {
            const hazard = key as Roof["hazards"][number];
            const there = roof.hazards.includes(hazard);
            return (
              <DropdownMenu.CheckboxItem
                key={key}
                checked={there}
                className="menu-item"
                onSelect={(event) => event.preventDefault()}
                onCheckedChange={() =>
                  props.set(there ? roof.hazards.filter((each) => each !== hazard) : [...roof.hazards, hazard])
                }
              >
                <span className={there ? "font-semibold text-water-7" : ""}>{label}</span>
                <span className="note">{there ? "yes" : ""}</span>
              </DropdownMenu.CheckboxItem>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function measuredAs(roof: Roof, surface: Surface, how: "plan" | "slope" | "area" | "outline"): Roof["extent"] {
  const plan = surface.figures["area_m2"]?.value ?? 0;
  if (how === "outline")
    return {
      kind: "outline",
      points_m: surface.outline_m.map(([x, y]) => [
        Number((x! - roof.x_m).toFixed(3)),
        Number((y! - roof.y_m).toFixed(3)),
      ]),
    };
  if (how === "area") return { kind: "area", area_m2: Number(plan.toPrecision(6)) };
  const known = roof.extent.kind === "rectangle" ? roof.extent : null;
  const side = Math.sqrt(plan);
  // Up the slope it is longer than it is seen from above.
  const length = how === "slope" ? side / Math.cos((roof.pitch_deg * Math.PI) / 180) : side;
  return {
    kind: "rectangle",
    length_m: known?.length_m ?? Number(length.toFixed(2)),
    width_m: known?.width_m ?? Number(side.toFixed(2)),
    along_slope: how === "slope",
  };
}
