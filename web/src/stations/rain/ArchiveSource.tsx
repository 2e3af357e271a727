import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { archiveQuery, keepSource, previewSource } from "../../api/queries";
import { useEdits, useSaved } from "../../document/workbench";
import { axisUnit, fixed } from "../../lib/units";
import { ImportAccount } from "./ImportAccount";
import { KeepFooter } from "./KeepFooter";
import { useKeepRain } from "./useKeepRain";

/** A record from the archive of invented stations that ships with the application. */
export function ArchiveSource({ done }: { done: () => void }) {
  const bench = useEdits();
  const saved = useSaved();
  const units = saved.document.units;
  const archive = useQuery(archiveQuery());
  const [station, setStation] = useState<string | null>(null);
  const { keep, keeping, problem } = useKeepRain(done);
  const source = { kind: "archive" as const, station: station ?? "" };
  const look = useQuery({
    queryKey: ["source-preview", source],
    queryFn: ({ signal }) => previewSource(source, signal),
    enabled: station !== null,
  });
  return (
    <>
      <p className="note">
        Invented stations, to try things out with. For a real property, bring in the record of a real gauge.
      </p>
      <div
        className="mt-2 max-h-[220px] overflow-y-auto border-y-[1.5px] border-ink"
        role="radiogroup"
        aria-label="Stations"
      >
        {archive.data?.map((each) => (
          <label
            key={each.key}
            className="grid cursor-pointer grid-cols-[20px_minmax(0,1fr)_auto] gap-x-3 border-b border-rule px-1 py-1.5 last:border-b-0 has-checked:bg-water-1"
          >
            <input
              type="radio"
              name="station"
              className="accent-[var(--water-7)]"
              checked={station === each.key}
              onChange={() => setStation(each.key)}
            />
            <span className="min-w-0">
              <strong>{each.name}</strong>, {each.region}
              <span className="note block">{each.about}</span>
            </span>
            <span className="note text-right">
              {each.start.slice(0, 4)} to {each.end.slice(0, 4)}
              <br />
              {fixed(each.elevation_m / axisUnit("length", units).factor, 0)} {axisUnit("length", units).unit}
            </span>
          </label>
        ))}
      </div>
      {look.data && station && <ImportAccount preview={look.data} units={units} choose={() => undefined} />}
      <KeepFooter
        refusal={look.isError || archive.isError ? "The server did not answer. Try again." : null}
        problem={problem}
        ready={look.data !== undefined}
        keeping={keeping}
        onKeep={() => void keep(() => keepSource(bench.id, saved.revision, source))}
      />
    </>
  );
}
