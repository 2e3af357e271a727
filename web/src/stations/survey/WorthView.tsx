import type { JobState } from "../../api/client";
import { JobLine } from "../../document/JobLine";
import { usePlan } from "../../document/shown";
import { useJob } from "../../document/useJob";
import { fieldWords } from "../../lib/words";

type Unmeasured = NonNullable<JobState["worth"]>["items"][number];

const RANKS: { rank: Unmeasured["rank"]; heading: string; words: string }[] = [
  {
    rank: "decides",
    heading: "These decide",
    words: "whether something fails, the water may be drunk, or the aim is met",
  },
  { rank: "moves", heading: "These move the answer", words: "the years carried, the size needed, or a caution" },
  { rank: "nothing", heading: "These move nothing", words: "in the rain, leave them" },
];

/** Everything that nobody has measured, tried at both ends of what it may be. */
export function WorthView() {
  const work = useJob("worth");
  const { survey } = usePlan("survey");
  const asked = Object.fromEntries(survey.items.flatMap(({ path, asks }) => (path ? [[path, asks]] : [])));
  const worth = work.job?.worth ?? null;
  return (
    <section aria-label="What is worth measuring" className="max-w-[76ch]">
      <p className="mb-3">
        Every value that nobody has measured is planned at both ends of what it may plausibly be. What moves nothing
        may be left out.
      </p>
      <JobLine work={work} name="Try them" does="Takes a moment; you can go on meanwhile." />
      {worth &&
        RANKS.map(({ rank, heading, words }) => {
          const items = worth.items.filter((item) => item.rank === rank);
          return (
            <section key={rank} aria-label={heading} className="mt-4">
              <h2 className="heading">
                {heading}, {items.length} <span className="head-note">{words}</span>
              </h2>
              <ul className="mt-1">
                {items.map((item) => (
                  <li key={item.path} className="border-b border-rule py-1.5 leading-snug">
                    <strong className="font-semibold">{asked[item.path] ?? fieldWords(item.path.slice(1))}</strong>{" "}
                    <span className="note">{item.why}</span>
                    {rank !== "nothing" && <Moves item={item} />}
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
    </section>
  );
}

function Moves({ item }: { item: Unmeasured }) {
  const said = [...new Set(item.ends.flatMap(({ appears }) => appears))];
  const years = item.ends.flatMap(({ years_carried }) => (years_carried === null ? [] : [years_carried]));
  const [least, most] = [Math.min(...years), Math.max(...years)];
  return (
    <span className="block text-small">
      {years.length > 0 && least !== most && `${least} to ${most} years carried. `}
      {said.join(" ")}
    </span>
  );
}
