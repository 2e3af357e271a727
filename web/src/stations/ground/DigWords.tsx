import type { Plan } from "../../api/client";
import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";

/** The hole, the water in the ground, and what goes over it. */
export function DigWords({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const bench = useEdits();
  const { ground: entered, units } = useDocument("ground", "units");
  return (
    <section aria-label="The hole">
      <h2 className="heading">The hole</h2>
      <p className="leading-[1.85]">
        Water stands{" "}
        <MaybeEntry
          label="Water table under the ground"
          path="/ground/water_table_m"
          kind="length"
          value={entered.water_table_m}
          unknown="nobody knows how deep"
          around={1}
        />{" "}
        {entered.water_table_m !== null && "under the ground"}; the hole{" "}
        {!pad.upright && (
          <>
            has{" "}
            <Entry label="Working room" path="/ground/working_room_m" kind="length" value={entered.working_room_m} />{" "}
            of working room and{" "}
          </>
        )}
        is{" "}
        <YesOrNo
          label="Shoring"
          path="/ground/shored"
          on={entered.shored}
          yes="shored"
          no={pad.upright ? "not shored" : "battered"}
        />
        . A collar or slab of{" "}
        <Entry label="Collar, under water" path="/ground/collar_kn" kind="force" value={entered.collar_kn} /> under
        water holds it down. Over it{" "}
        <ChoiceEntry
          path="/ground/traffic"
          label="What goes over it"
          value={entered.traffic}
          options={choicesAt<typeof entered.traffic>("/ground/traffic", units)}
          onChoose={(traffic) => void bench.edit(`Over it: ${traffic}`, replace("/ground/traffic", traffic))}
        />
        ; the riser’s lid stands{" "}
        <Entry label="Riser over the ground" path="/ground/riser_m" kind="length" value={entered.riser_m} /> over the
        ground, the nearest footing{" "}
        <Entry
          label="To the nearest footing"
          path="/ground/to_footing_m"
          kind="length"
          value={entered.to_footing_m}
        />{" "}
        away.
      </p>
    </section>
  );
}
