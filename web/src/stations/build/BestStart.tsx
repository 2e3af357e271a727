import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { startsQuery } from "../../api/build";
import type { Starts } from "../../api/build";
import { useDocument } from "../../document/shown";
import { useEdits, useSaved } from "../../document/workbench";
import { addDays, dayName, daysBetween, parseDay, today } from "../../lib/dates";
import { DataTable } from "../../ui/DataTable";
import { useWidth } from "../../ui/useWidth";
import { shortDay } from "./changed";

const WINDOWS = [30, 90, 180, 365];
const HIGH = 74;
type Tried = Starts["tried"][number];

const iso = (date: Date) => date.toISOString().slice(0, 10);

/** Which first day within a window had the most weather for the work, by the record. */
export function BestStart() {
  const { build } = useDocument("build");
  const { id, revision } = useSaved();
  const bench = useEdits();
  const [days, setDays] = useState<number | null>(null);
  const first = build.start_on ?? today();
  const { data, isError, isPending } = useQuery({
    ...startsQuery(id, revision, first, days ?? 0),
    enabled: days !== null,
  });
  const take = (start: string) => {
    const before =
      build.order_on && build.start_on ? daysBetween(parseDay(build.order_on), parseDay(build.start_on)) : null;
    const ordered = before === null ? build.order_on : iso(addDays(parseDay(start), -before));
    void bench.edit(`Work begins ${dayName(parseDay(start))}`, [
      { op: "replace", path: "/build/order_on", value: null },
      { op: "replace", path: "/build/start_on", value: start },
      { op: "replace", path: "/build/order_on", value: ordered },
    ]);
  };
  return (
    <div className="no-print">
      <p className="flex flex-wrap items-baseline gap-x-4" role="group" aria-label="The best first day within">
        The best first day within
        {WINDOWS.map((window) => (
          <button
            key={window}
            className={`fix min-h-8 max-desk:min-h-11 ${days === window ? "underline decoration-2 underline-offset-4" : ""}`}
            aria-pressed={days === window}
            onClick={() => setDays(days === window ? null : window)}
          >
            {window} days
          </button>
        ))}
      </p>
      {days !== null && isPending && <p className="note">Trying every day of it on the record.</p>}
      {days !== null && isError && <p className="note">It takes a rain record and a connection to try them.</p>}
      {days !== null && data && <Tries starts={data} take={take} />}
    </div>
  );
}

const percent = (share: number | null) => (share === null ? "not known" : `${Math.round(100 * share)} %`);
const wet = ({ heavy_years, of_years }: Tried) =>
  heavy_years === null ? "" : `; heavy rain in the open hole in ${heavy_years} of ${of_years} years`;

function Tries({ starts, take }: { starts: Starts; take: (start: string) => void }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const { tried, best } = starts;
  const step = Math.max(width, 240) / Math.max(1, tried.length);
  const shares = tried.flatMap(({ fit_share }) => (fit_share === null ? [] : [fit_share]));
  if (!best || shares.length === 0) return <p className="note">The record does not tell.</p>;
  const low = Math.max(0, Math.min(...shares) - 0.05);
  const tall = (share: number) => ((share - low) / Math.max(0.01, Math.max(...shares) - low)) * (HIGH - 12);
  const found = tried.find(({ start_on }) => start_on === best)!;
  return (
    <>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-4">
        <span>
          <strong>{dayName(parseDay(best))}</strong>: weather for the work on {percent(found.fit_share)} of the
          recorded days{wet(found)}; done by {dayName(parseDay(found.ends_on))}.
        </span>
        <button className="fix" onClick={() => take(best)}>
          Begin then
        </button>
      </p>
      <div ref={box}>
        <svg
          width={Math.max(width, 240)}
          height={HIGH + 16}
          role="img"
          aria-label="Weather by first day"
          className="block"
        >
          {tried.map(({ start_on, fit_share }, row) => (
            <rect
              key={start_on}
              x={row * step + step * 0.1}
              y={HIGH - tall(fit_share ?? low)}
              width={step * 0.8}
              height={Math.max(1, tall(fit_share ?? low))}
              fill={start_on === best ? "var(--water-9)" : "var(--water-3)"}
            />
          ))}
          <path d={`M0 ${HIGH}H${Math.max(width, 240)}`} stroke="var(--ink)" strokeWidth="1.2" />
          <text x={0} y={HIGH + 13} className="axis">
            {shortDay(tried[0]!.start_on)}
          </text>
          <text x={Math.max(width, 240)} y={HIGH + 13} textAnchor="end" className="axis">
            {shortDay(tried.at(-1)!.start_on)}
          </text>
        </svg>
      </div>
      <p className="note">
        Each bar is a first day on the site; the taller, the more of its recorded days would do for the work, from{" "}
        {percent(low)} at its foot to {percent(Math.max(...shares))}.
      </p>
      <details>
        <summary className="note cursor-pointer">As a table</summary>
        <DataTable
          head={["First day", "Weather for the work", "Heavy rain in the open hole", "Done by"]}
          rows={tried.map((each) => ({
            key: each.start_on,
            name: dayName(parseDay(each.start_on)),
            strong: each.start_on === best,
            cells: [
              percent(each.fit_share),
              each.heavy_years === null ? "no hole" : `${each.heavy_years} of ${each.of_years} years`,
              dayName(parseDay(each.ends_on)),
            ],
          }))}
        />
      </details>
    </>
  );
}
