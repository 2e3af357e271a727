import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { Entry } from "../../document/Entry";

const IN_THE_GROUND = ["soakaway", "swale", "rain_garden", "basins"];

/** What the ground must be given to take the overflow, from the test on the spot. */
export function GroundEntries() {
  const bench = useEdits();
  const document = useDocument("overflow");
  const plan = usePlan("overflow");
  const { overflow: entered } = document;
  const { ground, destination } = plan.overflow;
  if (!IN_THE_GROUND.includes(entered.destination) || entered.kind === "none") return null;
  const soakaway = entered.destination === "soakaway";
  return (
    <section aria-label={`What ${destination} must hold`}>
      <h2 className="heading">How large {destination} must be</h2>
      <p className="leading-[1.85]">
        The ground takes{" "}
        {entered.infiltration_mm_h === null ? (
          <button
            className="word assumed"
            onClick={() => void bench.edit("Infiltration test", replace("/overflow/infiltration_mm_h", 20))}
          >
            not tested yet
          </button>
        ) : (
          <>
            <Entry
              label="Infiltration from a test"
              path="/overflow/infiltration_mm_h"
              kind="intensity"
              value={entered.infiltration_mm_h}
            />
          </>
        )}
        , by a test on the spot. {soakaway ? "A pit " : "Ponding "}
        {soakaway && (
          <>
            <Entry label="Width of the soakaway" path="/overflow/width_m" kind="length" value={entered.width_m} />{" "}
            wide and{" "}
          </>
        )}
        <Entry
          label={soakaway ? "Depth of the soakaway" : "Ponding"}
          path="/overflow/depth_m"
          kind="length"
          value={entered.depth_m}
        />{" "}
        deep
        {soakaway && (
          <>
            , of stone with{" "}
            <Entry label="Voids of the stone" path="/overflow/void_ratio" kind="percent" value={entered.void_ratio} />{" "}
            voids
          </>
        )}
        {entered.destination === "basins" && (
          <>
            , which also take{" "}
            <Entry
              label="Greywater into the basins"
              path="/overflow/greywater_l_day"
              kind="rate"
              value={entered.greywater_l_day}
            />{" "}
            of greywater a day
          </>
        )}
        .
      </p>
      {ground && <p className="mt-1 font-semibold">{ground.text}</p>}
      <p className="note mt-1">
        For the gutters’ return period over all durations from 5 minutes to a day, longer ones by the one-third power
        rule (BRE Digest 365, the method from memory). The local rule comes first.
      </p>
    </section>
  );
}
