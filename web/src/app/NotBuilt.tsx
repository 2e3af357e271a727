import { useParams } from "wouter";
import { usePlan } from "../document/shown";
import { Mark } from "../ui/Mark";

/** An honest sheet for a station that this version does not work out. */
export function NotBuilt() {
  const { stage } = useParams();
  const station = usePlan("stations").stations.find((each) => each.stage === stage);
  return (
    <div className="max-w-[58ch] pt-2">
      <h1 className="title flex items-center gap-3">
        {station?.name} <Mark status="not_built" size={22} />
      </h1>
      <p className="mt-4">
        This version does not work this station out yet. It shows no figure here, and nothing on the other sheets
        depends on it.
      </p>
      <p className="note mt-3">
        Until then, plan it by hand with the local code, and with a licensed plumber, electrician or structural
        engineer where the work is theirs.
      </p>
    </div>
  );
}
