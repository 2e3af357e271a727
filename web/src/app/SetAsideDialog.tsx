import { useConnection, useEdits } from "../document/workbench";
import { TextDialog } from "../ui/TextDialog";

/** Changes that could not be kept, each with its reason, until somebody sends them once more or leaves them. */
export function SetAsideDialog({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const { setAside } = useConnection();
  const edits = useEdits();
  return (
    <TextDialog title="Changes that were set aside" width={560} open={open && setAside.length > 0} setOpen={setOpen}>
      <p className="mt-2">They could not be kept. The changes made after them went on without them.</p>
      <ul className="mt-3 border-t border-rule">
        {setAside.map(({ edit_id, label, problem }) => (
          <li key={edit_id} className="border-b border-rule py-2">
            <p>
              <strong>{label}</strong>: {problem}
            </p>
            <p className="mt-2 flex flex-wrap gap-3">
              <button className="act-quiet" onClick={() => void edits.sendAgain([edit_id])}>
                Send it again
              </button>
              <button className="act-quiet" onClick={() => void edits.discard([edit_id])}>
                Discard it
              </button>
            </p>
          </li>
        ))}
      </ul>
    </TextDialog>
  );
}
