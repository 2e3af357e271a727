import { Cautions, Findings } from "../../document/Findings";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { freshNumber } from "../../lib/freshNumber";
import { MainAndAside } from "../../ui/MainAndAside";
import { isOpen, written } from "./entered";
import { PermitRow } from "./PermitRow";

/** What others must agree to, or do, before something is built. */
export function PermitsSheet() {
  const bench = useEdits();
  const { permits: entered } = useDocument("permits");
  const { permits: plan, findings } = usePlan("permits", "findings");
  const known = new Set(plan.asked.map(({ key }) => key));
  const own = Object.keys(entered).filter((key) => !known.has(key));
  const wanted = [...plan.asked.filter(({ why }) => why).map(({ key }) => key), ...own];
  const open = wanted.filter((key) => isOpen(entered[key])).length;
  const add = () => {
    const number = freshNumber(
      "own",
      own.map((id) => ({ id })),
    );
    void bench.edit("Added a permit", written(`own-${number}`, undefined, { name: "Another permit" }));
  };
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Permits</h1>
        <p className="leading-[1.75]">
          {open === 0
            ? "None of what this design asks others for is open."
            : `${open} of the ${wanted.length} that this design asks others for are open: what nobody has asked counts as open.`}
        </p>
      </div>
      <div className="mt-3">
        <MainAndAside
          label="What to take care of"
          aside={
            <>
              <Findings findings={findings.filter((finding) => finding.stage === "permits")} />
              <Cautions cautions={plan.cautions} />
            </>
          }
        >
          <ul className="border-t-[1.5px] border-ink" aria-label="Permits, inspections and licensed trades">
            {plan.asked.map((each) => (
              <PermitRow key={each.key} of={each.key} asked={each} entered={entered[each.key]} />
            ))}
            {own.map((key) => (
              <PermitRow key={key} of={key} asked={null} entered={entered[key]} />
            ))}
          </ul>
          <p className="no-print">
            <button className="act-quiet" onClick={add}>
              Add a permit
            </button>
          </p>
        </MainAndAside>
      </div>
    </>
  );
}
