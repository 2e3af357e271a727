import type { Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";

type Base = "usual" | "pavers" | "stone" | "slab" | "ring_beam" | "rock" | "bedding";

const BASES: { value: Base; label: string; note?: string }[] = [
  { value: "usual", label: "what is usual for it" },
  { value: "pavers", label: "pavers on sand", note: "slim and small tanks" },
  { value: "stone", label: "compacted stone", note: "round plastic, liner tanks" },
  { value: "slab", label: "a concrete slab" },
  { value: "ring_beam", label: "a ring beam", note: "liner tanks, stone and sand inside" },
  {
    value: "rock",
    label: "rock or a slab that is there",
    note: "nothing is laid; a cast tank has its floor poured on it",
  },
  { value: "bedding", label: "rounded stone", note: "buried tanks" },
];

/** Base, margin, thickness and batters. */
export function PadWords({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const bench = useEdits();
  const { ground: entered } = useDocument("ground");
  return (
    <section aria-label="The base">
      <h2 className="heading">The base</h2>
      <p className="leading-[1.85]">
        It stands on{" "}
        <ChoiceEntry
          path="/ground/base"
          label="Base"
          value={(entered.base ?? "usual") as Base}
          options={BASES}
          onChoose={(base) =>
            void bench.edit(`Base: ${base}`, replace("/ground/base", base === "usual" ? null : base))
          }
        />
        {entered.base === null && ` (${pad.label})`}
        {pad.laid && !pad.upright && (
          <>
            , reaching{" "}
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
            to 1; 0 is a wall. The pad stands{" "}
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
