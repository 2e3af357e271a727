import { useMutation, useQueryClient } from "@tanstack/react-query";
import { AlertDialog } from "radix-ui";
import { removeProperty } from "../../api/removeProperty";
import type { ListedProperty } from "../../api/client";
import { returnFocus } from "../../ui/returnFocus";
import { toast } from "../../ui/Toasts";

/** Asks once more before a property goes for good. */
export function RemoveDialog({ listed, close }: { listed: ListedProperty | null; close: () => void }) {
  const cache = useQueryClient();
  const remove = useMutation({
    mutationFn: removeProperty,
    onSuccess: () => cache.invalidateQueries({ queryKey: ["properties"] }),
    onError: () => toast("It could not be removed. Nothing was changed."),
  });
  return (
    <AlertDialog.Root open={listed !== null} onOpenChange={(open) => !open && close()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="veil" />
        <AlertDialog.Content
          onCloseAutoFocus={returnFocus}
          className="dialog"
          style={{ width: "min(480px, calc(100vw - 24px))" }}
        >
          <AlertDialog.Title className="title">Remove {listed?.name}?</AlertDialog.Title>
          <AlertDialog.Description className="mt-3">
            It goes with {listed?.revision === 1 ? "its one revision" : `all ${listed?.revision} revisions`}
            {(listed?.alternatives ?? 1) > 1 && ` and all ${listed!.alternatives} alternatives`}, for good. To keep a
            copy, save it as a property file first.
          </AlertDialog.Description>
          <p className="mt-5 flex gap-3">
            <AlertDialog.Action className="act bg-alarm" onClick={() => listed && remove.mutate(listed.id)}>
              Remove
            </AlertDialog.Action>
            <AlertDialog.Cancel className="act-quiet">Keep it</AlertDialog.Cancel>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
