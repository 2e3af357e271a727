import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { volume } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { OfferedTable } from "../../document/OfferedTable";
import { hours } from "./ChamberDrawings";

/** Holes and emitters side by side: time to empty, what leaks in a rain, what clogs. */
export function HolesTable() {
  const bench = useEdits();
  const document = useDocument("first_flush", "units");
  const plan = usePlan("first_flush");
  const { units, first_flush: entered } = document;
  const { holes, chambers } = plan.first_flush;
  const largest = [...chambers].sort((one, other) => other.volume_l - one.volume_l)[0];
  if (!largest) return null;
  return (
    <section aria-label="What drains it">
      <h2 className="heading">
        What drains it
        <span className="head-note">
          for {largest.name}, {volume(largest.volume_l, units)}
        </span>
      </h2>
      <p className="leading-[1.85]">
        It drains by{" "}
        <ChoiceEntry
          path="/first_flush/drain"
          label="What drains the chambers"
          value={entered.drain}
          options={[
            { value: "hole", label: "a hole", note: "fast at first, slow at the end" },
            { value: "emitter", label: "an emitter", note: "a steady rate" },
            { value: "by_hand", label: "hand", note: "somebody opens it after each rain" },
          ]}
          onChoose={(drain) => void bench.edit(`Drained by ${drain}`, drainTo(drain))}
        />
        {entered.drain === "hole" && (
          <>
            {" "}
            of <Entry label="Drip hole" path="/first_flush/hole_mm" kind="bore" value={entered.hole_mm} />
          </>
        )}
        {entered.drain === "emitter" && (
          <>
            {" "}
            of{" "}
            <Entry
              label="Flow of the emitter in an hour"
              path="/first_flush/emitter_l_h"
              kind="volume"
              value={entered.emitter_l_h}
            />{" "}
            an hour
          </>
        )}
        ,{" "}
        <YesOrNo
          label="Screen before the hole"
          path="/first_flush/screened"
          on={entered.screened}
          yes="behind a screen"
          no="without a screen"
        />
        . A wet day rains{" "}
        <Entry label="Hours of rain on a wet day" path="/first_flush/rain_h" kind="count" value={entered.rain_h} />{" "}
        hours.
      </p>
      <OfferedTable
        head={["Drain", "Empties in", "Leaks in a rain", "Clogs"]}
        rows={holes.map((hole) => {
          const field = hole.path.split("/").at(-1)!;
          return {
            key: hole.label,
            label: hole.label,
            cells: [
              hours(hole.drain_h),
              volume(hole.leak_l_rain, units),
              hole.clogs ? "soon" : field === "hole_mm" ? "seldom" : "late",
            ],
            chosen: hole.chosen,
            operations: drainTo(field === "hole_mm" ? "hole" : "emitter", field, hole.value),
          };
        })}
      />
    </section>
  );
}

/** Sets the drain of every chamber. */
const drainTo = (drain: "hole" | "emitter" | "by_hand", field?: string, value?: number) => [
  ...replace("/first_flush/drain", drain),
  ...(field ? replace(`/first_flush/${field}`, value) : []),
];
