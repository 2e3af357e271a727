import { Link } from "wouter";
import type { ListedProperty } from "../../api/client";
import type { SupplyInUse } from "../../api/inUse";
import { whenKept } from "../../lib/dates";
import { Wants } from "./Wants";

/** `remove` is null for who may not. */
export function PropertyRow({
  listed,
  supply,
  remove,
}: {
  listed: ListedProperty;
  supply: SupplyInUse | undefined;
  remove: (() => void) | null;
}) {
  const [answer, ...rest] = listed.verdict.split(/(?<=\.) /);
  return (
    <li className="relative grid gap-x-8 gap-y-1 border-b border-rule py-4 hover:bg-wall small:grid-cols-[220px_minmax(0,1fr)_200px_8.5rem]">
      <div>
        <Link
          to={`/p/${listed.id}/cistern`}
          className="head text-lead leading-tight font-bold text-ink after:absolute after:inset-0 after:content-['']"
        >
          {listed.name}
        </Link>
        <p className="note">
          {listed.place}
          {listed.demo && (listed.place ? " · invented demo" : "invented demo")}
          {listed.alternatives > 1 && `, ${listed.alternatives} alternatives`}
        </p>
        {supply?.area && <p className="note">Area: {supply.area}</p>}
      </div>
      <div>
        <p className="font-[650]">{answer}</p>
        <p className="note">{rest.join(" ")}</p>
        <p className="note mt-1">{listed.summary}</p>
      </div>
      {supply && (
        <div className="small:col-span-3 small:col-start-2 small:row-start-2">
          <Wants supply={supply} />
        </div>
      )}
      <div>
        <YearBars years={listed.years} />
        {listed.years.length > 0 && <p className="note text-fine">lowest store, each year</p>}
      </div>
      <div className="flex items-start justify-between gap-4 small:block small:text-right">
        <p className="note whitespace-nowrap">
          rev {listed.revision}, {whenKept(listed.changed_at)}
        </p>
        {remove && (
          <button
            className="fix relative z-10 min-h-11 text-table"
            onClick={remove}
            aria-label={`Remove ${listed.name}`}
          >
            Remove
          </button>
        )}
      </div>
    </li>
  );
}

/** The lowest store of every recorded year; a year with dry days in red. */
function YearBars({ years }: { years: number[] }) {
  const step = 200 / Math.max(years.length, 1);
  const bars = (wanted: (year: number) => boolean) =>
    years
      .map((year, i) => {
        const height = year < 0 ? 9 : Math.max(1.5, (year / 100) * 54);
        return wanted(year) ? `M${i * step} 56v${-height}h${Math.max(1, step - 1.2)}v${height}z` : "";
      })
      .join("");
  const dry = years.filter((year) => year < 0).length;
  return (
    <svg
      viewBox="0 0 200 58"
      className="h-[58px] w-full max-w-[200px]"
      role="img"
      aria-label={years.length ? `Lowest store of ${years.length} years, ${dry} with dry days` : "No rain record yet"}
    >
      <path d={bars((year) => year >= 0)} fill="var(--water-5)" />
      <path d={bars((year) => year < 0)} fill="var(--alarm)" />
      <path d="M0 2H200" stroke="var(--rule)" strokeDasharray="3 3" />
      <path d="M0 56.5H200" stroke="var(--ink)" strokeWidth="1.2" />
    </svg>
  );
}
