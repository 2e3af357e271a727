import { replace } from "../../document/edits";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { choicesAt } from "../../document/choices";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { ShelfHere } from "../../document/shelf/ShelfHere";
import { useDocument } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { VesselDrawing } from "./VesselDrawing";

/** What starts and stops the pump, its vessel and its pressures. */
export function ControlWords() {
  const bench = useEdits();
  const { pump: entered, units } = useDocument("pump", "units");
  const { control } = entered;
  const byFlow = control === "flow_switch";
  return (
    <section aria-label="What starts and stops it">
      <h2 className="heading">What starts and stops it</h2>
      <p className="leading-[1.85]">
        The pump{" "}
        <ChoiceEntry
          path="/pump/control"
          label="Control of the pump"
          value={control}
          options={choicesAt<typeof control>("/pump/control", units)}
          onChoose={(way) => void bench.edit("Control of the pump", replace("/pump/control", way))}
        />
        {byFlow ? <StartWords /> : <BandWords />}.
        {entered.vessel_l > 0 && (
          <>
            {" "}
            The vessel’s own rating is{" "}
            <MaybeEntry
              label="Rating of the vessel"
              path="/pump/vessel_rated_kpa"
              kind="pressure"
              value={entered.vessel_rated_kpa}
              unknown="not known yet"
              around={1000}
            />
            .
          </>
        )}
      </p>
      <ShelfHere
        place="/pump/vessel"
        path="/pump/vessel_article"
        label="the vessel"
        boughtAs={entered.vessel_article}
      />
      {!byFlow && <VesselDrawing />}
    </section>
  );
}

function StartWords() {
  const { pump: entered } = useDocument("pump");
  return (
    <>
      ; it starts when the pressure falls to{" "}
      <Entry
        label="Start pressure"
        path="/pump/cut_in_kpa"
        kind="pressure"
        value={entered.cut_in_kpa}
        min={entered.precharge_kpa}
        max={entered.cut_out_kpa}
      />
      . Behind it a vessel of{" "}
      <Entry label="Size of the vessel" path="/pump/vessel_l" kind="volume" value={entered.vessel_l} /> takes up what
      drips
    </>
  );
}

function BandWords() {
  const { pump: entered } = useDocument("pump");
  const bySpeed = entered.control === "variable_speed";
  const kpa = (label: string, field: "cut_in_kpa" | "cut_out_kpa" | "precharge_kpa", min: number, max: number) => (
    <Entry label={label} path={`/pump/${field}`} kind="pressure" value={entered[field]} min={min} max={max} />
  );
  return (
    <>
      {bySpeed && (
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
      {!bySpeed && (
        <>
          , lets it run at least{" "}
          <Entry label="Least time of a run" path="/pump/run_s" kind="count" value={entered.run_s} /> seconds
        </>
      )}
    </>
  );
}
