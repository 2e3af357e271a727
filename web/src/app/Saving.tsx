import { useState } from "react";
import { useConnection, useSaved } from "../document/workbench";
import { whenHere } from "../lib/dates";
import { capital } from "../lib/words";
import { fetched } from "../ui/fetched";

const SetAsideDialog = fetched(async () => (await import("./SetAsideDialog")).SetAsideDialog);

/** How what was changed here stands with the server, where not all of it is kept there. */
export function Saving() {
  const { offline, oldSince, trouble, waiting, setAside, keepsNothing } = useConnection();
  const { revision } = useSaved();
  const [open, setOpen] = useState(false);
  // One that is on its way is soon kept; what gathered without a connection takes its time.
  const sending = !offline && waiting > 1;
  if (!offline && !sending && !setAside.length) return null;
  return (
    <div className="note max-w-[34ch]">
      {offline && (
        <p role="status" className="text-parched-7">
          <strong>{trouble ? `${capital(trouble)}.` : "No connection."}</strong>{" "}
          {oldSince !== null && `Shown as of ${whenHere(oldSince)}. `}
          {waiting > 0 &&
            `${waiting === 1 ? "1 change is" : `${waiting} changes are`} kept here and sent as soon as that can be done; what is worked out is still that of revision ${revision}.`}
          {waiting > 0 && keepsNothing && " This browser stores nothing: leave the page open."}
        </p>
      )}
      {sending && <p role="status">{waiting} changes are being sent.</p>}
      {setAside.length > 0 && (
        <button className="act-quiet text-alarm" onClick={() => setOpen(true)}>
          {setAside.length === 1 ? "1 change was" : `${setAside.length} changes were`} not kept
        </button>
      )}
      {open && <SetAsideDialog open setOpen={setOpen} />}
    </div>
  );
}
