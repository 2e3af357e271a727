import { Terms } from "./Terms";

type Note = { view: string; head: string; text: string };

/** How what stands in a view is put together. */
export function BuildNotes({ notes, view }: { notes: Note[]; view: string }) {
  const here = notes.filter((note) => note.view === view);
  if (!here.length) return null;
  return (
    <section aria-label="How it is put together">
      <h2 className="heading">How it is put together</h2>
      <dl className="mt-1 grid gap-1.5 text-small leading-snug">
        {here.map((note) => (
          <div key={note.head}>
            <dt className="font-semibold">{note.head}</dt>
            <dd className="note">
              <Terms text={note.text} />
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
