import type { ReactNode } from "react";
import type { Stage } from "../api/client";
import { useHandOn } from "../ui/useHandOn";
import { once } from "./once";
import { usePlan } from "./shown";
import { useEdits, useWho } from "./workbench";

/** What is assumed on a sheet so far, and all of it confirmed in a press; under a sheet that is there already. */
export function AssumedHere({ stage }: { stage: Stage }) {
  const bench = useEdits();
  const reads = useWho()?.role === "owner";
  const station = usePlan("stations").stations.find((each) => each.stage === stage);
  const assumed = station?.assumed ?? [];
  if (!station || !assumed.length || reads) return null;
  const confirm = () =>
    void bench.edit(`${station.name}: confirmed`, [{ op: "confirm", path: "/assumed", value: assumed }]);
  return (
    <section
      aria-label="Assumed so far"
      className="no-print mt-5 first:hidden border-t border-rule pt-2 text-table leading-snug"
    >
      <p className="max-w-[76ch]">
        <span className="word assumed cursor-default">Underlined in dashes</span> is what nobody has entered:{" "}
        {assumed.length === 1 ? "one value" : `${assumed.length} values`} of {station.name}, in all its views. Enter
        what you have measured; pressing Enter on one keeps it as it stands.{" "}
        <ConfirmButton confirm={confirm}>
          Confirm {assumed.length === 1 ? "it" : "all of them"} as {assumed.length === 1 ? "it stands" : "they stand"}
        </ConfirmButton>
      </p>
    </section>
  );
}

function ConfirmButton({ confirm, children }: { confirm: () => void; children: ReactNode }) {
  return (
    <button ref={useHandOn()} className="fix" onClick={(event) => once(event) && confirm()}>
      {children}
    </button>
  );
}
