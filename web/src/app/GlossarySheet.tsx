import { GLOSSARY } from "../ui/Terms";
import { TextDialog } from "../ui/TextDialog";

/** Every word of the trade that the screens use, with its one meaning. */
export function GlossarySheet(props: { open: boolean; setOpen: (open: boolean) => void }) {
  return (
    <TextDialog title="Words of the trade" width={680} {...props}>
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
    </TextDialog>
  );
}
