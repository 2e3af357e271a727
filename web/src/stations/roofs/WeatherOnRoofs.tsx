import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Entry } from "../../document/Entry";

/** How rain is lost on the roofs, and what becomes of snow. */
export function WeatherOnRoofs() {
  const bench = useEdits();
  const document = useDocument("losses", "snow", "units");
  const plan = usePlan("roofs");
  const { losses, snow } = document;
  return (
    <p>
      Count the losses{" "}
      <ChoiceEntry
        path="/losses"
        label="Method of losses"
        value={losses}
        options={choicesAt<typeof losses>("/losses", document.units)}
        onChoose={(method) => void bench.edit(`Losses ${method}`, replace("/losses", method))}
      />
      . Snow is{" "}
      <ChoiceEntry
        path="/snow/on"
        label="Snow"
        value={snow.on ? "on" : "off"}
        options={[
          { value: "off", label: "counted as rain", note: "on the day it falls" },
          { value: "on", label: "kept on the roof until it melts", note: "needs temperatures" },
        ]}
        onChoose={(on) =>
          void bench.edit(on === "on" ? "Snow kept on the roof" : "Snow as rain", replace("/snow/on", on === "on"))
        }
      />
      {snow.on && (
        <>
          : falling as snow below{" "}
          <Entry label="Snow below" path="/snow/threshold_c" kind="temperature" value={snow.threshold_c} />, melting{" "}
          <Entry
            label="Melt for each degree and day"
            path="/snow/melt_mm_c_day"
            kind="melt"
            value={snow.melt_mm_c_day}
          />{" "}
          above freezing each day
          {!plan.roofs.snow_counted_apart && ", once there are temperatures"}
        </>
      )}
      .
    </p>
  );
}
