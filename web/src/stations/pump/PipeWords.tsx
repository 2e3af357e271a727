import { replace } from "../../api/edits";
import { useWorkbench } from "../../frame/workbench";
import { Choice } from "../../ui/Choice";
import { EitherWay } from "../../ui/EitherWay";
import { Entry } from "../../ui/Entry";

/** Suction and delivery, how friction is counted, and what else takes pressure. */
export function PipeWords() {
  const bench = useWorkbench();
  const { pump: entered } = bench.shown.document;
  const pipe = (name: "suction" | "delivery") => (
    <>
      <Entry
        label={`Bore of the ${name}`}
        path={`/pump/${name}/bore_mm`}
        kind="bore"
        value={entered[name].bore_mm}
        min={5}
        max={2000}
      />{" "}
      bore,{" "}
      <Entry
        label={`Length of the ${name}`}
        path={`/pump/${name}/length_m`}
        kind="length"
        value={entered[name].length_m}
        min={0.1}
        max={10000}
      />{" "}
      long, bends and valves of{" "}
      <Entry
        label={`Fittings of the ${name}`}
        path={`/pump/${name}/fittings`}
        kind="count"
        value={entered[name].fittings}
        max={1000}
      />{" "}
      velocity heads
    </>
  );
  return (
    <section aria-label="Pipes">
      <h2 className="heading">Pipes</h2>
      <p className="leading-[1.85]">
        {entered.way === "pump" && <>Suction of {pipe("suction")}. </>}
        Delivery of {pipe("delivery")}, friction by{" "}
        <Choice
          label="School of friction"
          value={entered.friction}
          options={[
            { value: "darcy", label: "Darcy and Colebrook" },
            { value: "hazen_williams", label: "Hazen and Williams", note: "the trade’s" },
          ]}
          onChoose={(school) => void bench.edit("School of friction", replace("/pump/friction", school))}
        />
        ; a backflow device takes{" "}
        <Entry
          label="Backflow device"
          path="/pump/backflow_kpa"
          kind="pressure"
          value={entered.backflow_kpa}
          max={500}
        />
        . All fittings bear{" "}
        <Entry
          label="Rating of the fittings"
          path="/pump/fittings_kpa"
          kind="pressure"
          value={entered.fittings_kpa}
          min={10}
          max={10000}
        />
        .
      </p>
      {entered.way === "pump" && (
        <p className="leading-[1.85]">
          The place lies{" "}
          <Entry
            label="Altitude"
            path="/pump/altitude_m"
            kind="length"
            value={entered.altitude_m}
            min={-500}
            max={6000}
          />{" "}
          above the sea, its water has{" "}
          <Entry
            label="Warmth of the water"
            path="/pump/water_c"
            kind="temperature"
            value={entered.water_c}
            max={50}
          />
          . There is{" "}
          <EitherWay
            label="Foot valve"
            path="/pump/foot_valve"
            on={entered.foot_valve}
            yes="a foot valve"
            no="no foot valve"
          />
          ,{" "}
          <EitherWay
            label="Check valve"
            path="/pump/check_valve"
            on={entered.check_valve}
            yes="a check valve"
            no="no check valve"
          />
          ,{" "}
          <EitherWay
            label="Dry-run stop"
            path="/pump/dry_run_stop"
            on={entered.dry_run_stop}
            yes="a stop against running dry"
            no="nothing that stops it when dry"
          />
          ; it stands{" "}
          <EitherWay
            label="Frost"
            path="/pump/frost_housed"
            on={entered.frost_housed}
            yes="housed against frost"
            no="in the open"
          />
          .
        </p>
      )}
    </section>
  );
}
