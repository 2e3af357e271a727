import { useQuery } from "@tanstack/react-query";
import { Link } from "wouter";
import { operatingQuery } from "../../api/build";
import type { Operating, Valve } from "../../api/build";
import { useEdits, useSaved } from "../../document/workbench";
import { SchematicDrawing } from "./SchematicDrawing";

const SEASONS: Record<string, string> = {
  rain: "rain",
  dry: "dry months",
  frost: "frost",
  transfer: "transfer",
  cleaning: "cleaning",
};

/** What hangs on the wall of the plant room: every valve, and what to do on a bad day. */
export function OperatingView() {
  const { id } = useEdits();
  const { revision } = useSaved();
  const { data, isError } = useQuery({
    ...operatingQuery(id, revision),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
  if (!data)
    return <p>{isError ? "The operating sheet is not kept here: it takes a connection to open it." : "Opening."}</p>;
  return (
    <>
      <SchematicDrawing drawing={data.drawing as Operating["drawing"]} valves={data.valves} />
      <p className="no-print">
        <Link className="act-quiet" to={`/p/${id}/papers?sheet=operating`}>
          On paper, for the wall
        </Link>
      </p>
      <section aria-label="Valves">
        <h2 className="heading border-b-[1.5px] border-ink">Valves</h2>
        <ul>
          {data.valves.map((valve) => (
            <ValveRow key={valve.key} valve={valve} />
          ))}
        </ul>
        {data.never.length > 0 && (
          <>
            <h3 className="heading mt-3">Never open together</h3>
            <ul className="text-small leading-snug">
              {data.never.map(({ first, second, why }) => (
                <li key={`${first}${second}`}>
                  <strong>
                    {first} and {second}
                  </strong>
                  : {why}.
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
      <Failures failures={data.failures} />
    </>
  );
}

function ValveRow({ valve }: { valve: Valve }) {
  const otherwise = Object.entries(valve.positions)
    .map(([season, stands]) => `${stands} in ${SEASONS[season] ?? season}`)
    .join(", ");
  return (
    <li className="grid grid-cols-[44px_minmax(0,1fr)] gap-x-2 border-b border-rule py-1.5" aria-label={valve.name}>
      <strong>{valve.tag}</strong>
      <span className="leading-snug">
        {valve.name}
        <span className="note ml-2">
          {[valve.size, valve.count > 1 ? `${valve.count} alike` : ""].filter(Boolean).join(", ")}
        </span>
        <span className="block text-small">
          <strong>{valve.normal === "by itself" ? "works by itself" : `normally ${valve.normal}`}</strong>
          {otherwise && `; ${otherwise}`}. {valve.wrong}
        </span>
      </span>
    </li>
  );
}

function Failures({ failures }: { failures: Operating["failures"] }) {
  return (
    <section aria-label="When something fails">
      <h2 className="heading border-b-[1.5px] border-ink">When something fails</h2>
      <ul>
        {failures.map(({ key, what, notices, has, does, calls }) => (
          <li key={key} className="border-b border-rule py-2 leading-snug" aria-label={what}>
            <strong>{what}</strong>
            <dl className="mt-0.5 grid grid-cols-[110px_minmax(0,1fr)] gap-x-3 gap-y-0.5 text-small">
              <dt className="text-ink-2">You notice</dt>
              <dd>{notices}</dd>
              <dt className="text-ink-2">How much</dt>
              <dd>{has}</dd>
              <dt className="text-ink-2">Do this</dt>
              <dd>{does}</dd>
              {calls && (
                <>
                  <dt className="text-ink-2">Call</dt>
                  <dd>{calls}</dd>
                </>
              )}
            </dl>
          </li>
        ))}
      </ul>
    </section>
  );
}
