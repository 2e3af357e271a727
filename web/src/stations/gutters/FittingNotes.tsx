import type { Plan } from "../../api/client";
import { usePlan } from "../../document/shown";
import { BuildNotes } from "../../ui/BuildNotes";

type View = Plan["gutters"]["notes"][number]["view"];

/** How gutters and pipes of a view are put together. */
export function FittingNotes({ view }: { view: View }) {
  return <BuildNotes notes={usePlan("gutters").gutters.notes} view={view} />;
}
