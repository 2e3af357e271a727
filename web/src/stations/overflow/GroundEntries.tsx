import { useDocument, usePlan } from "../../document/shown";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";

const IN_THE_GROUND = ["soakaway", "swale", "rain_garden", "basins"];

/** What the ground must be given to take the overflow, from the test on the spot. */
export function GroundEntries() {
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
        <MaybeEntry
          label="Infiltration from a test"
          path="/overflow/infiltration_mm_h"
          kind="intensity"
          value={entered.infiltration_mm_h}
          unknown="not tested yet"
          around={20}
        />
        , by a test on the spot, divided by{" "}
        <Entry
          label="Safety factor on the test"
          path="/overflow/infiltration_safety"
          kind="count"
          value={entered.infiltration_safety}
        />{" "}
        as the ground clogs. {soakaway ? "A pit " : "Ponding "}
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
      {ground && <p className="note mt-1">{ground.rule}</p>}
    </section>
  );
}
