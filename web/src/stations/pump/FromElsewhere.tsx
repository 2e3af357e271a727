import type { Document } from "../../api/client";
import { Entry } from "../../document/Entry";

type BackUp = Document["household"]["back_up"];

/** The well: what it gives, how it was tested, and the pump that lifts its water. */
export function WellWords({ well }: { well: NonNullable<BackUp["well"]> }) {
  const at = "/household/back_up/well";
  return (
    <p className="leading-[1.85]">
      The well gives{" "}
      <Entry label="Yield of the well" path={`${at}/yield_l_min`} kind="flow_min" value={well.yield_l_min} /> by a
      test of <Entry label="Hours of the test" path={`${at}/test_h`} kind="count" value={well.test_h} /> h. While it
      is pumped its water stands{" "}
      <Entry label="Water of the well, below the ground" path={`${at}/level_m`} kind="length" value={well.level_m} />{" "}
      below the ground at the tank. Its pump gives{" "}
      <Entry label="Flow of its pump" path={`${at}/pump_l_min`} kind="flow_min" value={well.pump_l_min} /> with{" "}
      <Entry label="Head of its pump" path={`${at}/pump_head_m`} kind="length" value={well.pump_head_m} /> of head, at
      an efficiency of{" "}
      <Entry label="Efficiency of its pump" path={`${at}/efficiency`} kind="percent" value={well.efficiency} />,
      through <Entry label="Length of its pipe" path={`${at}/length_m`} kind="length" value={well.length_m} /> of
      pipe, <Entry label="Bore of its pipe" path={`${at}/bore_mm`} kind="pipe" value={well.bore_mm} /> bore.
    </p>
  );
}

/** How a truck with water reaches the tank. */
export function TruckWords({ truck }: { truck: NonNullable<BackUp["truck"]> }) {
  const at = "/household/back_up/truck";
  return (
    <p className="leading-[1.85]">
      From where it can stand it is{" "}
      <Entry label="Way of the hose" path={`${at}/way_m`} kind="length" value={truck.way_m} /> to the inlet of the
      tank; it brings <Entry label="Hose of the truck" path={`${at}/hose_m`} kind="length" value={truck.hose_m} /> of
      hose. The narrowest place on its way in is{" "}
      <Entry label="Gate for the truck" path={`${at}/gate_m`} kind="length" value={truck.gate_m} />.
    </p>
  );
}
