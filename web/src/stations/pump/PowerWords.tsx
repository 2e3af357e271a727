import type { Document } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { Why } from "../../ui/Why";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";

type Battery = NonNullable<Document["pump"]["battery"]>;

/** What the pump runs on, how it is housed, and what gives water while the power is gone. */
export function PowerWords() {
  const bench = useEdits();
  const { pump: entered } = useDocument("pump");
  const { battery } = entered;
  return (
    <section aria-label="Power">
      <h2 className="heading">Power and housing</h2>
      <p className="leading-[1.85]">
        It runs{" "}
        <ChoiceEntry
          path="/pump/battery"
          label="Power of the pump"
          value={battery ? "battery" : "mains"}
          options={[
            { value: "mains", label: "from the mains" },
            { value: "battery", label: "from a battery, at low voltage", note: "charged by sun or mains" },
          ]}
          onChoose={(way) =>
            void bench.edit("Power of the pump", replace("/pump/battery", way === "battery" ? (battery ?? {}) : null))
          }
        />
        ; of its electricity{" "}
        <Entry label="Efficiency" path="/pump/efficiency" kind="percent" value={entered.efficiency} /> goes into the
        water.
        {entered.stands === "beside" && (
          <>
            {" "}
            It stands{" "}
            <YesOrNo
              label="Frost"
              path="/pump/frost_housed"
              on={entered.frost_housed}
              yes="housed against frost"
              no="in the open"
            />
            .
          </>
        )}
      </p>
      {battery ? <BatteryWords battery={battery} /> : <WithoutPower />}
    </section>
  );
}

function BatteryWords({ battery }: { battery: Battery }) {
  const { units } = useDocument("units");
  const { figures } = usePlan("pump").pump;
  const figure = (key: string) => figures[key]?.value != null && <Why figure={figures[key]} units={units} />;
  return (
    <p className="leading-[1.85]">
      A battery of <Entry label="Voltage" path="/pump/battery/volts" kind="voltage" value={battery.volts} /> and{" "}
      <Entry
        label="Capacity of the battery"
        path="/pump/battery/capacity_ah"
        kind="charge"
        value={battery.capacity_ah}
      />
      , of which{" "}
      <Entry
        label="Usable share of the battery"
        path="/pump/battery/usable_share"
        kind="percent"
        value={battery.usable_share}
      />{" "}
      may be drawn, carries it for {figure("battery_d") || "as long as nothing is drawn"};{" "}
      <Entry
        label="Days that the battery is to carry it"
        path="/pump/battery/wanted_days"
        kind="count"
        value={battery.wanted_days}
      />{" "}
      days are wanted. Its cable is{" "}
      <Entry label="Length of its cable" path="/pump/battery/cable_m" kind="length" value={battery.cable_m} /> long
      {figure("cable_mm2") && <>: {figure("cable_mm2")} of copper at least</>}.
    </p>
  );
}

function WithoutPower() {
  const bench = useEdits();
  const { pump: entered } = useDocument("pump");
  return (
    <p className="leading-[1.85]">
      While the power is gone, water comes{" "}
      <ChoiceEntry
        path="/pump/without_power"
        label="Without power"
        value={entered.without_power}
        options={[
          { value: "nothing", label: entered.control === "flow_switch" ? "from nowhere" : "from the vessel alone" },
          { value: "battery", label: "by a battery", note: "and an inverter sized for the pump’s start" },
          { value: "low_voltage", label: "by a low-voltage pump", note: "beside the other, one tap at a time" },
          { value: "generator", label: "by a generator", note: "an inlet and switch by an electrician" },
          { value: "low_tap", label: "from a low tap by gravity", note: "below the tank’s outlet" },
        ]}
        onChoose={(way) => void bench.edit(`Without power: ${way}`, replace("/pump/without_power", way))}
      />
      .
    </p>
  );
}
