import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { inShortQuery } from "../../api/alternatives";
import type { components } from "../../api/schema";
import { money, volume } from "../../lib/units";
import type { Units } from "../../lib/units";

type InShort = components["schemas"]["AlternativeInShort"];
const AT_ONCE = 3;
const HEIGHT = 54;

/** Up to three alternatives beside one another: how sure the water is, what it costs, what is given up. */
export function BesideOneAnother({ id, units }: { id: string; units: Units }) {
  const query = useQuery({ ...inShortQuery(id), refetchOnMount: "always" });
  const [picked, setPicked] = useState<string[] | null>(null);
  if (query.isPending) return <p className="note mt-6">Working out all of them.</p>;
  if (query.isError)
    return (
      <p role="alert" className="mt-6 text-alarm">
        They could not be worked out: {query.error.message}{" "}
        <button className="fix" onClick={() => void query.refetch()}>
          Try again
        </button>
      </p>
    );
  const all = query.data.alternatives;
  if (all.length < 2) return null;
  const ids = picked ?? all.slice(0, AT_ONCE).map((each) => each.id);
  const shown = all.filter((each) => ids.includes(each.id));
  const toggle = (each: string) =>
    setPicked(ids.includes(each) ? ids.filter((one) => one !== each) : [...ids, each].slice(-AT_ONCE));
  return (
    <section aria-label="Beside one another" className="mt-8">
      <h2 className="title">Beside one another</h2>
      {all.length > AT_ONCE && (
        <p className="mt-1 flex flex-wrap gap-x-5" role="group" aria-label="Which are shown">
          {all.map((each) => (
            <button
              key={each.id}
              className={`fix max-desk:min-h-11 ${ids.includes(each.id) ? "underline decoration-2 underline-offset-4" : ""}`}
              aria-pressed={ids.includes(each.id)}
              onClick={() => toggle(each.id)}
            >
              {each.name}
            </button>
          ))}
        </p>
      )}
      <ul className="mt-3 grid gap-x-8 gap-y-6 desk:grid-cols-3">
        {shown.map((each) => (
          <Column key={each.id} of={each} units={units} />
        ))}
      </ul>
    </section>
  );
}

function Column({ of, units }: { of: InShort; units: Units }) {
  const { name, standing, short } = of;
  const { currency } = short;
  const rows: [string, string][] = [
    ["Tanks", volume(short.tank_l, units)],
    ["Upkeep in a year", short.yearly === null ? "not priced" : money(currency, short.yearly)],
    [
      `Over ${short.over_years} years, in money of today`,
      short.present_cost === null ? "not priced" : money(currency, short.present_cost),
    ],
  ];
  return (
    <li aria-label={name} className="border-t-[1.5px] border-ink pt-2">
      <h3 className="heading">
        {name}
        {standing === "main" && <span className="head-note">the main one</span>}
      </h3>
      <p className="mt-1 text-title leading-tight font-bold">
        {short.total === null ? (
          <span className="note">not priced</span>
        ) : (
          <>
            {short.missing > 0 && <span className="note">at least </span>}
            {money(currency, short.total)}
          </>
        )}
      </p>
      <p className="mt-1 font-semibold desk:min-h-[2lh]">{short.answer}</p>
      {short.warning && <p className="text-alarm">{short.warning}</p>}
      {short.years.length > 0 && <Years years={short.years} name={name} />}
      <dl className="mt-2 text-table">
        {rows.map(([what, how]) => (
          <div key={what} className="flex items-baseline justify-between gap-3 border-b border-rule py-[3px]">
            <dt>{what}</dt>
            <dd className="text-right font-semibold whitespace-nowrap">{how}</dd>
          </div>
        ))}
      </dl>
      <h4 className="mt-2 font-semibold">What is given up</h4>
      {short.given_up.length === 0 ? (
        <p>Nothing, in all the recorded years.</p>
      ) : (
        <ul className="grid gap-1">
          {short.given_up.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </li>
  );
}

/** The lowest water of every recorded year; one that runs short stands in red. */
function Years({ years, name }: { years: InShort["short"]["years"]; name: string }) {
  const wide = 100 / years.length;
  const short = years.filter((year) => year.short_days > 0).length;
  return (
    <svg
      className="mt-2 block w-full"
      height={HEIGHT}
      viewBox={`0 0 100 ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={`${name}: the lowest water of each of ${years.length} years, ${short} of them short`}
    >
      {years.map((year, at) => {
        const high = Math.max(year.short_days > 0 ? 5 : 1, year.lowest_share * (HEIGHT - 2));
        return (
          <rect
            key={year.label}
            x={at * wide + wide * 0.15}
            y={HEIGHT - 1 - high}
            width={wide * 0.7}
            height={high}
            fill={year.short_days > 0 ? "var(--alarm)" : "var(--water-5)"}
          />
        );
      })}
      <path d={`M0 ${HEIGHT - 0.5}H100`} stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
