import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { returnFocus } from "./returnFocus";

type Action = { label: string; act: () => void; disabled?: boolean };

/** Something to fill in, over the page: what is asked, what was wrong with it, the one action, and Cancel. */
export function EntryDialog(props: {
  title: string;
  /** What is asked for, in a sentence or two. */
  asks?: ReactNode;
  width?: number;
  open: boolean;
  setOpen: (open: boolean) => void;
  /** What opens it, where it is opened from its own place. */
  trigger?: ReactNode;
  problem: string | null;
  action: Action;
  children: ReactNode;
}) {
  const { problem, action } = props;
  return (
    <Dialog.Root open={props.open} onOpenChange={props.setOpen}>
      {props.trigger && <Dialog.Trigger asChild>{props.trigger}</Dialog.Trigger>}
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          onCloseAutoFocus={returnFocus}
          className="dialog"
          style={props.width ? { width: `min(${props.width}px, calc(100vw - 24px))` } : undefined}
          {...(props.asks ? {} : { "aria-describedby": undefined })}
        >
          <Dialog.Title className="title">{props.title}</Dialog.Title>
          {props.asks && <Dialog.Description className="note mt-1">{props.asks}</Dialog.Description>}
          {props.children}
          {problem && (
            <p role="alert" className="mt-2 font-semibold text-alarm">
              {problem}
              <span className="note mt-1 block font-normal">Nothing was changed.</span>
            </p>
          )}
          <p className="mt-4 flex gap-3">
            <button className="act" disabled={action.disabled} onClick={action.act}>
              {action.label}
            </button>
            <Dialog.Close className="act-quiet">Cancel</Dialog.Close>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
