import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";

/** Where the pump stands, and what gives water while the power is gone. */
export function PowerWords() {
  const bench = useEdits();
  const { pump: entered } = useDocument("pump");
  return (
    <section aria-label="Power">
      <h2 className="heading">Power and housing</h2>
      <p className="leading-[1.85]">
        Of its electricity{" "}
        <Entry label="Efficiency" path="/pump/efficiency" kind="percent" value={entered.efficiency} /> goes into the
        water. It stands{" "}
        <YesOrNo
          label="Frost"
          path="/pump/frost_housed"
          on={entered.frost_housed}
          yes="housed against frost"
          no="in the open"
        />
        . While the power is gone, water comes{" "}
        <ChoiceEntry
          path="/pump/without_power"
          label="Without power"
          value={entered.without_power}
          options={[
            { value: "nothing", label: "from the vessel alone" },
            { value: "battery", label: "by a battery", note: "and an inverter sized for the pump’s start" },
            { value: "low_voltage", label: "by a low-voltage pump", note: "beside the other, one tap at a time" },
            { value: "generator", label: "by a generator", note: "an inlet and switch by an electrician" },
            { value: "low_tap", label: "from a low tap by gravity", note: "below the tank’s outlet" },
          ]}
          onChoose={(way) => void bench.edit(`Without power: ${way}`, replace("/pump/without_power", way))}
        />
        .
      </p>
    </section>
  );
}
