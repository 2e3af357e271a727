import { useDocument, usePlan } from "../../document/shown";
import { Entry } from "../../document/Entry";
import { Mark } from "../../ui/Mark";

/** What the water of each use passes, and what its least train has besides. */
export function BranchTable() {
  const document = useDocument("treatment");
  const plan = usePlan("treatment");
  const { treatment: entered } = document;
  const most = entered.stages.length;
  return (
    <section aria-label="By use">
      <h2 className="heading">By use</h2>
      <p className="leading-[1.85]">
        The garden’s water leaves after{" "}
        <Entry
          label="Stages before the garden"
          path="/treatment/garden_after"
          kind="count"
          value={Math.min(entered.garden_after, most)}
        />{" "}
        stages, that of toilets and laundry after{" "}
        <Entry
          label="Stages before toilets and laundry"
          path="/treatment/indoor_after"
          kind="count"
          value={Math.min(entered.indoor_after, most)}
        />
        : in pipe that is marked as not for drinking.
      </p>
      <ul className="mt-1">
        {plan.treatment.branches
          .filter((branch) => branch.served)
          .map((branch) => (
            <li key={branch.use} className="flex gap-2.5 border-b border-rule py-1.5 text-table leading-snug">
              <span className="pt-0.5">
                <Mark status={branch.lacks ? "caution" : "settled"} />
              </span>
              <span>
                <strong>{branch.name}</strong>: {branch.passes}.
                {branch.lacks && <span className="block">The least train for it has besides: {branch.lacks}.</span>}
              </span>
            </li>
          ))}
      </ul>
    </section>
  );
}
