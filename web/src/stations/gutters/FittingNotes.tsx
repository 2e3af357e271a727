import type { Plan } from "../../api/client";
import { useWorkbench } from "../../document/workbench";
import { BuildNotes } from "../../ui/BuildNotes";

type View = Plan["gutters"]["notes"][number]["view"];

/** How gutters and pipes of a view are put together. */
export function FittingNotes({ view }: { view: View }) {
  return <BuildNotes notes={useWorkbench().shown.plan.gutters.notes} view={view} />;
}
