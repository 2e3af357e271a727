import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { YesOrNo } from "../../document/YesOrNo";
import { pressure } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";

/** The heater that this supply feeds, in words, and what it stands under. */
export function HotWaterWords() {
  const bench = useEdits();
  const { pump: entered, units } = useDocument("pump", "units");
  const { figures } = usePlan("pump").pump;
  const { hot_water: hot } = entered;
  const at = "/pump/hot_water";
  const least = figures["tap_dirty_kpa"]?.value;
  const most = figures["low_tap_kpa"]?.value;
  return (
    <section aria-label="Hot water">
      <h2 className="heading">The water heater</h2>
      <p className="leading-[1.85]">
        This supply feeds{" "}
        <ChoiceEntry
          path={`${at}/kind`}
          label="Water heater"
          value={hot.kind}
          options={choicesAt<typeof hot.kind>(`${at}/kind`, units)}
          onChoose={(kind) => void bench.edit(`Water heater: ${kind}`, replace(`${at}/kind`, kind))}
        />
        {hot.kind === "instant" && (
          <>
            . By its own sheet it asks for{" "}
            <MaybeEntry
              label="Least pressure of the heater"
              path={`${at}/least_kpa`}
              kind="pressure"
              value={hot.least_kpa}
              unknown="a pressure not looked up yet"
              around={100}
            />
            {typeof least === "number" && (
              <>; the highest tap has {pressure(least, units)} at the peak, filters due</>
            )}
          </>
        )}
        {hot.kind === "store" && (
          <>
            {" "}
            of <Entry label="Hot-water store" path={`${at}/store_l`} kind="volume" value={hot.store_l} />, kept at{" "}
            <Entry label="Temperature of the store" path={`${at}/store_c`} kind="temperature" value={hot.store_c} />,{" "}
            <YesOrNo
              label="Mixing valve"
              path={`${at}/mixed_down`}
              on={hot.mixed_down}
              yes="mixed down before the taps"
              no="with nothing that mixes it down"
            />
            . Its relief valve opens at{" "}
            <Entry
              label="Relief valve of the store"
              path={`${at}/relief_kpa`}
              kind="pressure"
              value={hot.relief_kpa}
            />
            {typeof most === "number" && <>, where {pressure(most, units)} stand with nothing drawn</>}; its expansion
            vessel holds{" "}
            <MaybeEntry
              label="Expansion vessel of the store"
              path={`${at}/expansion_l`}
              kind="volume"
              value={hot.expansion_l}
              unknown="nobody knows how much"
              around={12}
            />
          </>
        )}
        .
      </p>
    </section>
  );
}
