import { Dialog } from "radix-ui";
import { GLOSSARY } from "../ui/Terms";

/** Every word of the trade that the screens use, with its one meaning. */
export function GlossarySheet({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="dialog"
          style={{ width: "min(680px, calc(100vw - 24px))" }}
          aria-describedby={undefined}
        >
          <Dialog.Title className="title">Words of the trade</Dialog.Title>
          <dl className="mt-3">
            {GLOSSARY.map((term) => (
              <div
                key={term.word}
                className="grid gap-x-6 border-b border-rule py-1.5 narrow:grid-cols-[minmax(0,190px)_minmax(0,1fr)]"
              >
                <dt className="font-semibold">{term.word}</dt>
                <dd className="text-ink-2">{term.meaning}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-5">
            <Dialog.Close className="act-quiet">Close</Dialog.Close>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
