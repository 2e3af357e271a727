import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { returnFocus } from "./returnFocus";

/** Something to read, over the page. */
export function TextDialog(props: {
  title: string;
  width: number;
  open: boolean;
  setOpen: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={props.open} onOpenChange={props.setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          onCloseAutoFocus={returnFocus}
          className="dialog"
          style={{ width: `min(${props.width}px, calc(100vw - 24px))` }}
          aria-describedby={undefined}
        >
          <Dialog.Title className="title">{props.title}</Dialog.Title>
          {props.children}
          <p className="mt-5">
            <Dialog.Close className="act-quiet">Close</Dialog.Close>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
