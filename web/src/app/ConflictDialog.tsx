import { AlertDialog } from "radix-ui";
import { useConnection, useEdits } from "../document/workbench";
import { returnFocus } from "../ui/returnFocus";

/** Tells who came second in two windows, and leaves the choice with them. */
export function ConflictDialog() {
  const edits = useEdits();
  const { conflict } = useConnection();
  return (
    <AlertDialog.Root open={conflict !== null}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="veil" />
        <AlertDialog.Content
          onCloseAutoFocus={returnFocus}
          className="dialog"
          style={{ width: "min(560px, calc(100vw - 24px))" }}
          tabIndex={-1}
          onOpenAutoFocus={(event) => {
            // It comes up while somebody types: the Enter that was meant for an entry must choose nothing.
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
        >
          <AlertDialog.Title className="title">Changed in another window</AlertDialog.Title>
          <AlertDialog.Description className="mt-3">
            This property stands at revision {conflict?.standing} now, not at the one you see. Your entry was not put
            over it. It is kept here:
          </AlertDialog.Description>
          <ul className="my-3 border-y border-rule py-2">
            {conflict?.edits.map((edit) => (
              <li key={edit.edit_id}>
                <strong>{edit.label}</strong>
              </li>
            ))}
          </ul>
          <p className="mt-5 flex flex-wrap gap-3">
            <AlertDialog.Action className="act" onClick={() => void edits.resolveConflict("apply")}>
              Apply my changes on top
            </AlertDialog.Action>
            <AlertDialog.Cancel className="act-quiet" onClick={() => void edits.resolveConflict("drop")}>
              Discard my changes
            </AlertDialog.Cancel>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
