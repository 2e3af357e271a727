import { useDocument } from "../../document/shown";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { VesselDrawing } from "./VesselDrawing";

/** The vessel and its pressures. */
export function VesselWords() {
  const { pump: entered } = useDocument("pump");
  const kpa = (label: string, field: "cut_in_kpa" | "cut_out_kpa" | "precharge_kpa", min: number, max: number) => (
    <Entry label={label} path={`/pump/${field}`} kind="pressure" value={entered[field]} min={min} max={max} />
  );
  return (
    <section aria-label="The vessel">
      <h2 className="heading">The vessel</h2>
      <p className="leading-[1.85]">
        The pump{" "}
        <YesOrNo
          label="Speed of the pump"
          path="/pump/variable_speed"
          on={entered.variable_speed}
          yes="keeps its pressure by its speed"
          no="switches on and off"
        />
        {entered.variable_speed && (
          <>
            {" "}
            at{" "}
            <MaybeEntry
              label="Set point"
              path="/pump/set_point_kpa"
              kind="pressure"
              value={entered.set_point_kpa}
              unknown="its cut-out"
              around={entered.cut_out_kpa}
              min={1}
              max={2000}
            />
          </>
        )}
        , in at {kpa("Cut-in", "cut_in_kpa", entered.precharge_kpa, entered.cut_out_kpa)} and out at{" "}
        {kpa("Cut-out", "cut_out_kpa", entered.cut_in_kpa, 2000)}. A vessel of{" "}
        <Entry label="Size of the vessel" path="/pump/vessel_l" kind="volume" value={entered.vessel_l} />, pumped to{" "}
        {kpa("Pre-charge", "precharge_kpa", 0, entered.cut_in_kpa)} when empty
        {!entered.variable_speed && (
          <>
            , lets it run at least{" "}
            <Entry label="Least time of a run" path="/pump/run_s" kind="count" value={entered.run_s} /> seconds
          </>
        )}
        .
      </p>
      <VesselDrawing />
    </section>
  );
}
