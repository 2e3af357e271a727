import type { JobState } from "../../api/client";
import { JobLine } from "../../document/JobLine";
import { TakePhoto } from "../../document/photos/ItemPhotos";
import { useDocument } from "../../document/shown";
import { useJob } from "../../document/useJob";
import { placeWords } from "../../document/valueWords";
import { capital } from "../../lib/words";
import { isMissing, useItems, useMissing } from "./answers";
import type { Item } from "./answers";
import { SurveyRow } from "./SurveyRow";

type Unmeasured = NonNullable<JobState["worth"]>["items"][number];
type Group = { key: Unmeasured["rank"] | "untried" | "later"; heading: string; words: string };

const GROUPS: Group[] = [
  {
    key: "decides",
    heading: "These decide",
    words: "whether something fails, the water may be drunk, the aim is met",
  },
  { key: "later", heading: "These cannot be seen later", words: "covered, or far away, once the crew has gone" },
  { key: "moves", heading: "These move the answer", words: "the years carried, the size needed, or a caution" },
  { key: "untried", heading: "The rest", words: "what has no figure, or was not tried" },
  { key: "nothing", heading: "These move nothing", words: "in the rain, leave them out" },
];

/** What is still missing, first what changes the answer and what cannot be seen later. */
export function LeaveView() {
  const work = useJob("worth");
  const { items } = useItems();
  const missing = useMissing(items);
  const worth = work.job?.worth?.items ?? [];
  const tried = new Map(worth.map((each) => [each.path, each]));
  const groupOf = (item: Item): Group["key"] => {
    const rank = item.path === null ? undefined : tried.get(item.path)?.rank;
    if (rank === "decides") return rank;
    return item.gone_later ? "later" : (rank ?? "untried");
  };
  const { photos } = useDocument("photos");
  const pictured = new Set(Object.values(photos).map(({ of }) => of));
  const unpictured = items.filter(({ key, photo, state }) => photo && state !== "left_out" && !pictured.has(key));
  const asked = new Set(items.map(({ path }) => path));
  const beside = worth.filter(({ path, rank }) => !asked.has(path) && rank !== "nothing");
  return (
    <section aria-label="Before you leave">
      <p className="max-w-[76ch]">
        Every value that nobody has measured can be planned at both ends of what it may plausibly be: what moves
        nothing may be left out.
      </p>
      <div className="no-print my-3">
        <JobLine work={work} name="Try what is not measured" does="Takes a moment; you can go on meanwhile." />
      </div>
      {!items.some(isMissing) && <p>Nothing is missing: you may leave.</p>}
      {GROUPS.map(({ key, heading, words }) => {
        const here = missing.filter((item) => groupOf(item) === key);
        return here.length === 0 ? null : (
          <section key={key} aria-label={heading} className="mt-4">
            <h2 className="heading">
              {heading}, {here.length} <span className="head-note">{words}</span>
            </h2>
            <ul className="mt-1 border-t border-rule">
              {here.map((item) => {
                const found = item.path === null ? undefined : tried.get(item.path);
                return <SurveyRow key={item.key} item={item} why={found && <Moves of={found} />} />;
              })}
            </ul>
          </section>
        );
      })}
      {unpictured.length > 0 && (
        <section aria-label="Photos still to take" className="mt-4">
          <h2 className="heading">
            Photos still to take, {unpictured.length}{" "}
            <span className="head-note">what they show cannot be asked of a plan</span>
          </h2>
          <ul className="mt-1 border-t border-rule">
            {unpictured.map((item) => (
              <li key={item.key} className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
                <span className="min-w-0">{item.asks}</span>
                <TakePhoto of={item.key} asks={item.asks} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {beside.length > 0 && (
        <section aria-label="Assumed in the design" className="mt-4">
          <h2 className="heading">
            Assumed in the design, {beside.length}{" "}
            <span className="head-note">not a matter of the site; entered at their stations</span>
          </h2>
          <ul className="mt-1">
            {beside.map((each) => (
              <li key={each.path} className="border-b border-rule py-1.5 leading-snug">
                {capital(placeWords(each.path))}
                <Moves of={each} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </section>
  );
}

/** What a value moves between the ends of what it may be. */
function Moves({ of: { rank, ends, why } }: { of: Unmeasured }) {
  if (rank === "nothing") return <span className="block text-small leading-snug">Moves nothing ({why}).</span>;
  const said = [...new Set(ends.flatMap(({ appears }) => appears))];
  const years = ends.flatMap(({ years_carried }) => (years_carried === null ? [] : [years_carried]));
  const [least, most] = [Math.min(...years), Math.max(...years)];
  return (
    <span className="block text-small leading-snug">
      {years.length > 0 && least !== most && `${least} to ${most} years carried. `}
      {said.join(" ")}
    </span>
  );
}
