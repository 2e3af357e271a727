import type { Plan } from "../../api/client";
import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { metres, pressure } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";

type Pad = Plan["ground"]["pads"][number];

/** Base, margin, thickness and batters. */
export function PadWords({ pad }: { pad: Pad }) {
  const { ground: entered } = useDocument("ground");
  return (
    <section aria-label="The base">
      <h2 className="heading">The base</h2>
      <p className="leading-[1.85]">
        It stands on <BaseChoice pad={pad} />
        {pad.raises && <HowHigh pad={pad} />}
        {pad.laid && !pad.upright && (
          <>
            , {pad.raises ? "with a slab under it that reaches" : "reaching"}{" "}
            <MaybeEntry
              label="Margin of the pad"
              path="/ground/margin_m"
              kind="length"
              value={entered.margin_m}
              unknown="as usual"
              around={0.3}
            />{" "}
            beyond it,{" "}
            <MaybeEntry
              label="Thickness of the pad"
              path="/ground/thickness_mm"
              kind="bore"
              value={entered.thickness_mm}
              unknown="as thick as usual"
              around={100}
            />
          </>
        )}
        {pad.moves_nothing ? (
          ". Nothing is dug or filled for it"
        ) : pad.upright ? (
          ". Its sides are cut upright, and its filling holds them"
        ) : (
          <>
            . Cut faces lean{" "}
            <Entry label="Batter of the cut" path="/ground/cut_batter" kind="count" value={entered.cut_batter} /> to 1
          </>
        )}
        {pad.buried || pad.moves_nothing ? "" : ", fill "}
        {!pad.buried && !pad.moves_nothing && (
          <>
            <Entry label="Batter of the fill" path="/ground/fill_batter" kind="count" value={entered.fill_batter} />{" "}
            to 1; 0 is a wall. {pad.raises ? "The slab" : "The pad"} stands{" "}
            <Entry
              label="Pad over the ground around"
              path="/ground/pad_over_ground_mm"
              kind="bore"
              value={entered.pad_over_ground_mm}
            />{" "}
            over the ground around,{" "}
            <YesOrNo
              label="Drainage round the pad"
              path="/ground/drained_uphill"
              on={entered.drained_uphill}
              yes="with a ditch uphill and a drained apron"
              no="with nothing that leads water round it"
            />
          </>
        )}
        .
      </p>
    </section>
  );
}

function BaseChoice({ pad }: { pad: Pad }) {
  const bench = useEdits();
  const { cistern, levels, units } = useDocument("cistern", "levels", "units");
  const { ground } = usePlan("ground");
  const row = cistern.tanks.findIndex((tank) => tank.id === pad.id);
  const path = `/cistern/tanks/${row}/base`;
  const offered = choicesAt<Pad["base"]>(path, units);
  const base = cistern.tanks[row]?.base ?? null;

  const choose = (chosen: Pad["base"] | "usual") => {
    const raised = chosen === "usual" ? undefined : ground.raising_m[chosen];
    const operations = replace(path, chosen === "usual" ? null : chosen);
    // It has to be higher than the ground, which is then known apart from its floor.
    if (raised && pad.floor_m <= pad.ground_m) {
      operations.push(...replace(`/cistern/tanks/${row}/floor_m`, pad.ground_m + raised));
      if (levels.tank_ground_m === null) operations.push(...replace("/levels/tank_ground_m", pad.ground_m));
    }
    void bench.edit(`Base of ${pad.name}`, operations);
  };

  return (
    <>
      <ChoiceEntry
        path={path}
        label="Base"
        value={base ?? "usual"}
        options={[{ value: "usual", label: "what is usual for it" }, ...offered]}
        onChoose={choose}
      />
      {base === null && ` (${pad.label})`}
    </>
  );
}

/** The height of a plinth, a stand or a roof, which is pressure. */
function HowHigh({ pad }: { pad: Pad }) {
  const { cistern, levels, units } = useDocument("cistern", "levels", "units");
  const row = cistern.tanks.findIndex((tank) => tank.id === pad.id);
  const head = pad.figures["head_kpa"]?.value;
  return (
    <>
      , its floor{" "}
      <Entry
        label={`Floor of ${pad.name}`}
        path={`/cistern/tanks/${row}/floor_m`}
        kind="length"
        value={pad.floor_m}
      />{" "}
      over the {levels.datum}, {metres(pad.raised_m, units)} over the ground
      {head != null && ` (${pressure(head, units)} at its foot)`}
    </>
  );
}
