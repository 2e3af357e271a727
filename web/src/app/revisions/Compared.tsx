import { useQuery } from "@tanstack/react-query";
import { comparisonQuery } from "../../api/queries";
import { useSaved } from "../../document/workbench";

/** Two revisions side by side: what each plan says, which stations say something else, and what was changed. */
export function Compared(props: { before: number; after: number; close: () => void }) {
  const { id } = useSaved();
  const { before, after } = props;
  const query = useQuery(comparisonQuery(id, before, after));
  const found = query.data;
  return (
    <section aria-label={`Revision ${before} and revision ${after}`} className="mt-3 border-[1.5px] border-ink p-3">
      <div className="flex items-baseline justify-between gap-4">
        <h3 className="heading">
          Revision {before} and revision {after}
        </h3>
        <button className="fix min-h-11" onClick={props.close}>
          Close the comparison
        </button>
      </div>
      {query.isPending && <p className="note">Working out both.</p>}
      {query.isError && (
        <p role="alert" className="text-alarm">
          They could not be compared: {query.error.message}
        </p>
      )}
      {found && (
        <>
          <dl className="grid gap-x-4 gap-y-1 narrow:grid-cols-[auto_1fr]">
            <dt className="font-semibold">rev {before}</dt>
            <dd>{found.before_verdict}</dd>
            <dt className="font-semibold">rev {after}</dt>
            <dd>{found.after_verdict}</dd>
          </dl>
          {found.moved && <p className="mt-2">From the one to the other: {found.moved}.</p>}
          <Labels title={`Only on the way to revision ${before}`} labels={found.taken_back} />
          <Labels title={`Changed for revision ${after}`} labels={found.changed} />
          {found.stations.length > 0 ? (
            <table className="mt-3 w-full text-table">
              <thead>
                <tr className="text-left">
                  <th className="pr-4">Station</th>
                  <th className="pr-4">rev {before}</th>
                  <th>rev {after}</th>
                </tr>
              </thead>
              <tbody>
                {found.stations.map((each) => (
                  <tr key={each.stage} className="border-t border-rule align-top">
                    <th className="pr-4 text-left font-semibold">{each.name}</th>
                    <td className="pr-4">{each.before}</td>
                    <td>{each.after}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <p className="note mt-2">No station says anything else.</p>
          )}
        </>
      )}
    </section>
  );
}

function Labels({ title, labels }: { title: string; labels: string[] }) {
  if (!labels.length) return null;
  return (
    <p className="mt-2">
      <strong>{title}:</strong> {labels.join("; ")}.
    </p>
  );
}
