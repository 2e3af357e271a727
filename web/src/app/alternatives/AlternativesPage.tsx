import { useParams, useSearchParams } from "wouter";
import type { Alternative, PropertyState } from "../../api/client";
import { useWho } from "../../document/workbench";
import { PropertyPage } from "../PropertyPage";
import { AlternativeRow } from "./AlternativeRow";
import { Beside } from "./Beside";
import { BesideOneAnother } from "./BesideOneAnother";
import { NewAlternative } from "./NewAlternative";

/** All designs for one site: which there are, what each plan says, and two of them side by side. */
export const AlternativesPage = () => (
  <PropertyPage
    whole
    name="Alternatives"
    opening="Opening the alternatives."
    note="Several designs for one site. What was seen and measured there, the rain and who lives there are the same in all; each has its own tanks, pipes, pump and treatment."
  >
    {(state) => <Designs state={state} />}
  </PropertyPage>
);

function Designs({ state }: { state: PropertyState }) {
  const { id } = useParams();
  const who = useWho();
  const { alternatives, document: design } = state;
  const own = alternatives.find((each) => each.id === id);
  return (
    <>
      <ul className="border-t border-rule">
        {alternatives.map((each) => (
          <AlternativeRow key={each.id} shown={each} open={each.id === id} openId={id!} role={who?.role} />
        ))}
      </ul>
      <NewAlternative from={own?.name ?? "this design"} id={id!} taken={alternatives} />
      {alternatives.length > 1 && <BesideOneAnother id={id!} units={design.units} />}
      <TwoOfThem alternatives={alternatives} id={id!} units={design.units} />
    </>
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
