import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useParams, useSearchParams } from "wouter";
import { Refused } from "../../api/client";
import type { Alternative } from "../../api/client";
import { propertyQuery } from "../../api/queries";
import { useWho } from "../../document/workbench";
import { useArrival } from "../../ui/useArrival";
import { AlternativeRow } from "./AlternativeRow";
import { Beside } from "./Beside";
import { NewAlternative } from "./NewAlternative";

/** All designs for one site: which there are, what each plan says, and two of them side by side. */
export function AlternativesPage() {
  const { id } = useParams();
  const query = useQuery({ ...propertyQuery(id!), refetchOnMount: "always" });
  const main = useArrival<HTMLElement>("alternatives");
  const who = useWho();
  const name = query.data?.document.name ?? "";
  useEffect(() => {
    document.title = `Alternatives · ${name}`;
  }, [name]);
  if (!query.data)
    return (
      <main className="p-6">
        {query.isPending ? (
          <p className="note">Opening the alternatives.</p>
        ) : (
          <>
            <p role="alert">
              {query.error instanceof Refused && query.error.status === 404
                ? "There is no such property. It may have been removed in another window."
                : "The server does not answer. Nothing is lost; try again when it does."}
            </p>
            <p className="mt-4">
              <Link className="act-quiet" to="/">
                All properties
              </Link>
            </p>
          </>
        )}
      </main>
    );
  const { alternatives, document: design } = query.data;
  const own = alternatives.find((each) => each.id === id);
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1120px] flex-wrap items-baseline justify-between gap-x-6 gap-y-2 px-4 py-4 small:px-6">
          <div>
            <h1 className="head text-title leading-none font-bold">{design.name}: alternatives</h1>
            <p className="note mt-1">
              Several designs for one site. What was seen and measured there, the rain and who lives there are the
              same in all; each has its own tanks, pipes, pump and treatment.
            </p>
          </div>
          <Link className="act-quiet" to={`/p/${id}/cistern`}>
            Back to {own?.name ?? "the design"}
          </Link>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label="Alternatives"
        className="mx-auto max-w-[1120px] px-4 py-5 outline-none small:px-6"
      >
        <ul className="border-t border-rule">
          {alternatives.map((each) => (
            <AlternativeRow key={each.id} shown={each} open={each.id === id} openId={id!} role={who?.role} />
          ))}
        </ul>
        <NewAlternative from={own?.name ?? "this design"} id={id!} taken={alternatives} />
        <TwoOfThem alternatives={alternatives} id={id!} units={design.units} />
      </main>
    </div>
  );
}

/** Which two are compared stands in the address. */
function TwoOfThem(props: { alternatives: Alternative[]; id: string; units: "metric" | "us" }) {
  const { alternatives, id, units } = props;
  const [search, setSearch] = useSearchParams();
  if (alternatives.length < 2) return null;
  const named = (key: string, not: string) =>
    alternatives.find((each) => each.id === search.get(key) && each.id !== not)?.id;
  const mainId = alternatives.find(({ standing }) => standing === "main")!.id;
  const first = named("first", "") ?? (mainId !== id ? mainId : id);
  const second = named("second", first) ?? alternatives.find((each) => each.id === id && id !== first)?.id;
  const other = second ?? alternatives.find((each) => each.id !== first)!.id;
  const choose = (key: "first" | "second", chosen: string) =>
    setSearch(
      {
        first: key === "first" ? chosen : chosen === first ? other : first,
        second: key === "second" ? chosen : chosen === other ? first : other,
      },
      { replace: true },
    );
  const nameOf = (each: string) => alternatives.find(({ id: own }) => own === each)!.name;
  return (
    <section aria-label="Side by side" className="mt-8">
      <h2 className="title">Side by side</h2>
      <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-2">
        <Pick label="One of the two" value={first} all={alternatives} choose={(each) => choose("first", each)} />
        <span>against</span>
        <Pick
          label="The other of the two"
          value={other}
          all={alternatives}
          choose={(each) => choose("second", each)}
        />
      </p>
      <Beside
        key={`${first} ${other}`}
        first={first}
        second={other}
        names={[nameOf(first), nameOf(other)]}
        units={units}
      />
    </section>
  );
}

function Pick(props: { label: string; value: string; all: Alternative[]; choose: (id: string) => void }) {
  return (
    <select
      className="field w-auto max-w-full font-semibold"
      aria-label={props.label}
      value={props.value}
      onChange={(event) => props.choose(event.target.value)}
    >
      {props.all.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}
