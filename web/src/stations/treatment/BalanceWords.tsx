import { useDocument, usePlan } from "../../document/shown";
import { Entry } from "../../document/Entry";
import { FigureList } from "../../ui/FigureList";
import { MaybeEntry } from "../../document/MaybeEntry";

/** How soft and acid the water is, and what takes that off. */
export function BalanceWords() {
  const document = useDocument("treatment", "units");
  const plan = usePlan("treatment");
  const { treatment: entered, units } = document;
  return (
    <section aria-label="Balance">
      <h2 className="heading">Soft and acid</h2>
      <p className="leading-[1.85]">
        Its alkalinity{" "}
        <MaybeEntry
          label="Alkalinity"
          path="/treatment/alkalinity_mg_l"
          kind="count"
          value={entered.alkalinity_mg_l}
          unknown="is not measured"
          around={20}
        />
        {entered.alkalinity_mg_l !== null && " mg/L as calcium carbonate"}; soda is to raise it to{" "}
        <Entry
          label="Wanted alkalinity"
          path="/treatment/wanted_alkalinity_mg_l"
          kind="count"
          value={entered.wanted_alkalinity_mg_l}
        />{" "}
        mg/L. A contactor of calcite is a stage of the train.
      </p>
      <div className="max-w-[560px]">
        <FigureList
          figures={plan.treatment.figures}
          keys={["soda_g", "calcite_mg_l", "calcite_l", "calcite_kg_year"]}
          units={units}
        />
      </div>
    </section>
  );
}
