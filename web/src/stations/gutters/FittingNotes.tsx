import type { Plan } from "../../api/client";
import { useWorkbench } from "../../frame/workbench";

type View = Plan["gutters"]["notes"][number]["view"];

/** How what stands in a view is put together. */
export function FittingNotes({ view }: { view: View }) {
  const { plan } = useWorkbench().shown;
  const notes = plan.gutters.notes.filter((note) => note.view === view);
  if (!notes.length) return null;
  return (
    <section aria-label="How it is put together">
      <h2 className="heading">How it is put together</h2>
      <dl className="mt-1 grid gap-1.5 text-[13.5px] leading-snug">
        {notes.map((note) => (
          <div key={note.head}>
            <dt className="font-semibold">{note.head}</dt>
            <dd className="note">{note.text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
