import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useSearchParams } from "wouter";
import { Refused } from "../../api/client";
import { inUseQuery, roundQuery } from "../../api/inUse";
import type { Round } from "../../api/inUse";
import { addDays, dayName, parseDay, today } from "../../lib/dates";
import { distance } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useArrival } from "../../ui/useArrival";

const USUALLY_DAYS = 30;
const iso = (date: Date) => date.toISOString().slice(0, 10);
const isDay = (text: string | null) => text !== null && /^\d{4}-\d{2}-\d{2}$/.test(text) && !isNaN(Date.parse(text));

/** Whom to visit for what is due, in which order, and what the van takes along. */
export function RoundPage() {
  const [address, setAddress] = useSearchParams();
  const now = useQuery(inUseQuery()).data;
  const main = useArrival<HTMLElement>("round");
  useEffect(() => {
    document.title = "A day’s round · Lean Year";
  }, []);
  const area = address.get("area") ?? "";
  const asked = address.get("until");
  const until = isDay(asked) ? asked! : iso(addDays(parseDay(today()), USUALLY_DAYS));
  const units = unitsOf(now?.supplies ?? []);
  const query = useQuery({ ...roundQuery(area, until, units), enabled: now !== undefined });
  const ask = (name: string, value: string) =>
    setAddress(
      (before) => {
        const next = new URLSearchParams(before);
        next.set(name, value);
        return next;
      },
      { replace: true },
    );
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall print:hidden">
        <div className="mx-auto flex max-w-[1080px] flex-wrap items-baseline justify-between gap-4 px-4 py-4 small:px-6">
          <h1 className="head text-title leading-none font-bold">A day’s round</h1>
          <p className="flex flex-wrap gap-3">
            <button className="act-quiet" onClick={() => window.print()}>
              Print
            </button>
            <Link className="act-quiet" to="/">
              All properties
            </Link>
          </p>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label="A day’s round"
        className="outline-none mx-auto max-w-[1080px] px-4 py-5 small:px-6"
      >
        <p className="mb-4 flex flex-wrap items-end gap-x-6 gap-y-3 print:hidden">
          <label>
            <span className="note block">Area</span>
            <select className="field w-auto!" value={area} onChange={(event) => ask("area", event.target.value)}>
              <option value="">all areas</option>
              {(now?.areas ?? []).map((each) => (
                <option key={each}>{each}</option>
              ))}
            </select>
          </label>
          <label>
            <span className="note block">For what is due by</span>
            <input
              className="field w-auto!"
              type="date"
              value={until}
              onChange={(event) => isDay(event.target.value) && ask("until", event.target.value)}
            />
          </label>
        </p>
        {query.isError && (
          <p role="alert">
            {query.error instanceof Refused && !query.error.later
              ? `The round cannot be shown: ${query.error.reason}.`
              : "The server does not answer. The round is worked out there; try again when it does."}
          </p>
        )}
        {!query.data && !query.isError && <p className="note">Working out the round.</p>}
        {query.data && <Shown round={query.data} area={area} until={until} units={units} />}
      </main>
    </div>
  );
}

/** The units of most supplies. */
function unitsOf(supplies: { units: Units }[]): Units {
  const us = supplies.filter(({ units }) => units === "us").length;
  return us > supplies.length / 2 ? "us" : "metric";
}

function Shown({ round, area, until, units }: { round: Round; area: string; until: string; units: Units }) {
  const by = dayName(parseDay(until));
  if (round.stops.length === 0)
    return (
      <p>
        Nothing is due by {by}
        {area && ` in ${area}`}. What is due is counted from the day on which a supply came into use, which is entered
        on its log.
      </p>
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 medium:grid-cols-[minmax(0,1fr)_300px]">
      <section aria-label="Stops">
        <h2 className="heading">
          {round.stops.length === 1 ? "One stop" : `${round.stops.length} stops`}
          {area && ` in ${area}`} for what is due by {by}
        </h2>
        <ol>
          {round.stops.map((stop, number) => (
            <li
              key={stop.property_id}
              className="grid grid-cols-[34px_minmax(0,1fr)] break-inside-avoid border-b border-rule py-3"
            >
              <span className="head text-lead leading-tight font-bold">{number + 1}</span>
              <div>
                <p className="flex flex-wrap items-baseline justify-between gap-x-4">
                  <Link className="head text-lead leading-tight font-bold text-ink" to={`/p/${stop.property_id}/log`}>
                    {stop.name}
                  </Link>
                  {stop.from_last_km !== null && (
                    <span className="note">{distance(1000 * stop.from_last_km, units)} from the last</span>
                  )}
                </p>
                {stop.place && <p className="note">{stop.place}</p>}
                <ul className="mt-1">
                  {stop.jobs.map((job) => (
                    <li key={`${job.name}${job.on}`} className="flex flex-wrap justify-between gap-x-4 py-0.5">
                      <span>
                        {job.name}
                        {job.licensed && <span className="note"> · {job.licensed}</span>}
                      </span>
                      <span className={job.late ? "text-alarm" : "note"}>
                        {job.late ? "was due" : "due"} {dayName(parseDay(job.on))}
                      </span>
                    </li>
                  ))}
                </ul>
              </div>
            </li>
          ))}
        </ol>
        <Said round={round} units={units} />
      </section>
      <section aria-label="For the van" className="break-inside-avoid">
        <h2 className="heading">For the van</h2>
        {round.stock.length === 0 && <p className="mt-1">Nothing is bought for these jobs; tools alone.</p>}
        <ul>
          {round.stock.map((line) => (
            <li key={line.name} className="flex justify-between gap-4 border-b border-rule py-1.5 leading-snug">
              <span>{line.name}</span>
              <strong className="whitespace-nowrap">{line.sold}</strong>
            </li>
          ))}
        </ul>
        <p className="note mt-3">
          Nobody works alone on a roof, and nobody enters a tank: its air can kill. Before a lamp chamber or a filter
          housing is opened: power off, then the pressure let off.
        </p>
      </section>
    </div>
  );
}

function Said({ round, units }: { round: Round; units: Units }) {
  return (
    <p className="note mt-3">
      {round.straight_km > 0 &&
        `${distance(1000 * round.straight_km, units)} in all in straight lines from stop to stop; the road is longer. `}
      {round.without_position > 0 &&
        `${round.without_position === 1 ? "One stop has" : `${round.without_position} stops have`} no position and ${
          round.without_position === 1 ? "comes" : "come"
        } last: enter latitude and longitude on its log, under what is due. `}
      {round.left_out > 0 && `${round.left_out} more with something due are over what one round takes.`}
    </p>
  );
}
