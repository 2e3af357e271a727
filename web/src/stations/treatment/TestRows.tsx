import { capital } from "../../lib/words";
import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { Mark } from "../../ui/Mark";
import { MaybeEntry } from "../../document/MaybeEntry";

type Test = NonNullable<Plan["treatment"]["water"]>["rows"][number];

/** What to test and when, what the last test showed, and the steps that a failed one opens. */
export function TestRows() {
  const { water } = usePlan("treatment").treatment;
  if (!water) return <p>Rain is not drunk here: nothing has to be tested.</p>;
  return (
    <>
      {water.steps.map((set) => (
        <section key={set.key} aria-label={set.name} className="border-l-[3px] border-alarm pl-3">
          <h2 className="heading">{set.name}</h2>
          <p className="note">{set.because}.</p>
          <ol className="mt-1 grid list-decimal gap-1 pl-5 leading-snug">
            {set.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </section>
      ))}
      <section aria-label="Tests of the water">
        <h2 className="heading">
          Tests of the water
          <span className="head-note">at the tap, by a laboratory; enter what the last one showed</span>
        </h2>
        <ul>
          {water.rows.map((row) => (
            <TestRow key={row.key} row={row} />
          ))}
        </ul>
      </section>
    </>
  );
}

function TestRow({ row }: { row: Test }) {
  const { last_test: results } = useDocument("treatment").treatment;
  const allowed = row.high === 0 ? "none allowed" : row.low > 0 ? `${row.low} to ${row.high}` : `at most ${row.high}`;
  return (
    <li className="grid grid-cols-[20px_minmax(0,1fr)_auto] gap-x-2.5 border-b border-rule py-1.5 leading-snug">
      <span className="pt-0.5">
        <Mark status={row.failed ? "fails" : row.result === null ? "decide" : "settled"} />
      </span>
      <div>
        <strong>{row.label}</strong>
        <span className="note block">
          {allowed}
          {row.unit && ` ${row.unit}`} ({row.source}). {capital(row.when)}.
        </span>
      </div>
      <div className="text-right">
        <MaybeEntry
          label={row.label}
          path={`/treatment/last_test/${row.key}`}
          kind="count"
          value={results[row.key as keyof typeof results]}
          unknown="not tested"
        />
        {row.result !== null && row.unit && <span className="note block">{row.unit}</span>}
      </div>
    </li>
  );
}
