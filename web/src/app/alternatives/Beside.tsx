import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { besideQuery } from "../../api/alternatives";
import type { Finding, SideBySide } from "../../api/client";
import { placeWords, valueWords } from "../../document/valueWords";
import type { Units } from "../../lib/units";
import { money } from "../../lib/units";
import { capital } from "../../lib/words";
import { BesideYear } from "./BesideYear";

type Names = [string, string];

/** What the parts cost that the second has more of, and those that it has less of. */
function moreOrLess({ parts, currency, first_total }: SideBySide): string {
  if (first_total === null) return "not priced";
  const sum = (of: (costs: number) => boolean) =>
    parts.reduce((total, { costs }) => total + (of(costs) ? Math.abs(costs) : 0), 0);
  const [more, less] = [sum((costs) => costs > 0), sum((costs) => costs < 0)];
  const said = [more > 0 && `${money(currency, more)} more`, less > 0 && `${money(currency, less)} less`];
  return `materials alone: ${said.filter(Boolean).join(", ") || "the same"}`;
}

/** Two alternatives compared: what differs in them, and what comes of it. */
export function Beside(props: { first: string; second: string; names: Names; units: Units }) {
  const { first, second, names, units } = props;
  const query = useQuery({ ...besideQuery(first, second), refetchOnMount: "always" });
  if (query.isPending) return <p className="note mt-3">Working out both.</p>;
  if (query.isError)
    return (
      <p role="alert" className="mt-3 text-alarm">
        They could not be compared: {query.error.message}{" "}
        <button className="fix" onClick={() => void query.refetch()}>
          Try again
        </button>
      </p>
    );
  const found = query.data;
  const differs = found.stations.filter((each) => each.differs.length > 0);
  const repairs = found.first_as_found && !found.second_as_found;
  const said = found.stations.filter((each) => each.first !== each.second);
  return (
    <>
      <Columns names={names} head="Answer">
        <tr className="align-top">
          <Head>Years carried</Head>
          <td className="py-1 pr-4 font-semibold">{yearsOf(found.first_years_carried, found.counted_years)}</td>
          <td className="py-1 font-semibold">{yearsOf(found.second_years_carried, found.counted_years)}</td>
        </tr>
        {found.first_total !== null && found.second_total !== null && (
          <>
            <tr className="border-t border-rule align-top">
              <Head>{found.missing ? "Price, at least" : "Price"}</Head>
              <td className="py-1 pr-4 font-semibold">{money(found.currency, found.first_total)}</td>
              <td className="py-1 font-semibold">{money(found.currency, found.second_total)}</td>
            </tr>
            <tr className="border-t border-rule align-top">
              <Head>Upkeep in a year</Head>
              <td className="py-1 pr-4">{money(found.currency, found.first_yearly ?? 0)}</td>
              <td className="py-1">{money(found.currency, found.second_yearly ?? 0)}</td>
            </tr>
          </>
        )}
        <tr className="border-t border-rule align-top">
          <Head>What the plan says</Head>
          <td className="py-1 pr-4">{found.first_verdict}</td>
          <td className="py-1">{found.second_verdict}</td>
        </tr>
      </Columns>
      {found.lean_year && <BesideYear year={found.lean_year} names={names} units={units} />}
      <h3 className="heading mt-6">
        {repairs ? "List of repairs" : "What differs"}{" "}
        <span className="head-note">
          {repairs
            ? "what was found, and what is proposed in its place, by where it is entered"
            : "every value that is not the same, by where it is entered"}
        </span>
      </h3>
      {differs.length === 0 ? (
        <p className="mt-1">Nothing: they are the same design.</p>
      ) : (
        <Columns names={names} head="Value">
          {differs.flatMap((station) =>
            station.differs.map(({ path, name, first: was, second: now }, at) => (
              <tr key={path} className="border-t border-rule align-top">
                <Head>
                  {at === 0 && <span className="note block">{station.name}</span>}
                  {name || capital(placeWords(path))}
                </Head>
                <td className="py-1 pr-4">{valueWords(path, was, units)}</td>
                <td className="py-1">{valueWords(path, now, units)}</td>
              </tr>
            )),
          )}
        </Columns>
      )}
      {found.parts.length > 0 && (
        <>
          <h3 className="heading mt-6">
            {repairs ? "What is bought for the repair" : "What is bought otherwise"}
            <span className="head-note">{moreOrLess(found)}</span>
          </h3>
          <Columns names={names} head="Part">
            {found.parts.map(({ name, was, now }, at) => (
              <tr key={`${at} ${name}`} className="border-t border-rule align-top">
                <Head>{name}</Head>
                <td className="py-1 pr-4">{was}</td>
                <td className="py-1">{now}</td>
              </tr>
            ))}
          </Columns>
        </>
      )}
      {said.length > 0 && (
        <>
          <h3 className="heading mt-6">What the stations say</h3>
          <Columns names={names} head="Station">
            {said.map(({ stage, name, first: was, second: now }) => (
              <tr key={stage} className="border-t border-rule align-top">
                <Head>{name}</Head>
                <td className="py-1 pr-4">{was}</td>
                <td className="py-1">{now}</td>
              </tr>
            ))}
          </Columns>
        </>
      )}
      <Findings found={found} names={names} repairs={repairs} />
    </>
  );
}

const yearsOf = (carried: number | null, of: number | null) =>
  carried === null ? "no rain yet" : `${carried} of ${of}`;

const Head = ({ children }: { children: ReactNode }) => (
  <th scope="row" className="py-1 pr-4 text-left font-semibold">
    {children}
  </th>
);

function Columns({ names, head, children }: { names: Names; head: string; children: ReactNode }) {
  return (
    <table className="mt-2 w-full table-fixed text-table">
      <thead>
        <tr className="border-b border-ink text-left">
          <th scope="col" className="w-[30%] pr-4">
            {head}
          </th>
          {names.map((name) => (
            <th key={name} scope="col" className="pr-4 wrap-break-word">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}

function Findings({ found, names, repairs }: { found: SideBySide; names: Names; repairs: boolean }) {
  const { lost, gained, otherwise } = found;
  if (lost.length + gained.length + otherwise.length === 0)
    return <p className="mt-6">Both have the same findings.</p>;
  return (
    <>
      <Only of={lost} heading={repairs ? `What ${names[1]} puts right` : `Found in ${names[0]} alone`} />
      <Only of={gained} heading={`Found in ${names[1]} alone`} />
      {otherwise.length > 0 && (
        <section aria-label="Found in both, of other sizes" className="mt-6">
          <h3 className="heading">Found in both, of other sizes, {otherwise.length}</h3>
          <ul className="mt-1 border-t border-rule">
            {otherwise.map(({ first, second }, at) => (
              <li key={at} className="border-b border-rule py-1.5">
                <p>
                  <strong>{names[0]}:</strong> {first.text}
                </p>
                <p>
                  <strong>{names[1]}:</strong> {second.text}
                </p>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

const SEVERITY: Record<Finding["severity"], string> = { fails: "Fails", caution: "Caution", note: "Note" };

function Only({ of, heading }: { of: Finding[]; heading: string }) {
  if (of.length === 0) return null;
  return (
    <section aria-label={heading} className="mt-6">
      <h3 className="heading">
        {heading}, {of.length}
      </h3>
      <ul className="mt-1 border-t border-rule">
        {of.map(({ severity, text, fix }, at) => (
          <li key={at} className="border-b border-rule py-1.5">
            <strong className={severity === "fails" ? "text-alarm" : ""}>{SEVERITY[severity]}:</strong> {text}{" "}
            {fix && <span className="text-ink-2">{fix}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
