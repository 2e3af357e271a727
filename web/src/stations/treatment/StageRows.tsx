import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { fixed, flow, pressure } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Choice } from "../../ui/Choice";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { ShelfHere } from "../../document/shelf/ShelfHere";
import { isCartridge } from "./stageKinds";
import type { TreatmentStage } from "./stageKinds";

/** The stages one under the other: what each is, what it takes, how long it lasts. */
export function StageRows() {
  const bench = useEdits();
  const document = useDocument("treatment", "units");
  const { stages } = document.treatment;
  return (
    <section aria-label="Stages of the train">
      <ol>
        {stages.map((stage, number) => (
          <StageRow key={number} stage={stage} number={number} />
        ))}
      </ol>
      {!full("/treatment/stages", stages) && (
        <p className="mt-1.5">
          <Choice
            label="Add a stage"
            value={"" as TreatmentStage["kind"]}
            options={choicesAt<TreatmentStage["kind"]>("/treatment/stages/0/kind", document.units)}
            onChoose={(kind) =>
              void bench.edit(`Added a stage: ${kind}`, [{ op: "add", path: "/treatment/stages/-", value: { kind } }])
            }
          >
            Add a stage
          </Choice>
        </p>
      )}
    </section>
  );
}

function StageRow({ stage, number }: { stage: TreatmentStage; number: number }) {
  const bench = useEdits();
  const document = useDocument("prices", "units");
  const plan = usePlan("treatment");
  const { units } = document;
  const answer = plan.treatment.stages[number];
  const at = `/treatment/stages/${number}`;
  const name = `stage ${number + 1}`;
  const cartridge = isCartridge(stage);
  const move = (to: number) =>
    void bench.edit(`Moved ${name}`, [{ op: "move", from: at, path: `/treatment/stages/${to}` }]);
  return (
    <li className="border-b border-rule py-1.5 leading-[1.8]">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <p>
          <strong>{number + 1}</strong> A{" "}
          <ChoiceEntry
            path={`${at}/kind`}
            label={`Kind of ${name}`}
            value={stage.kind}
            options={choicesAt<TreatmentStage["kind"]>("/treatment/stages/0/kind", document.units)}
            onChoose={(kind) => void bench.edit(`${name}: ${kind}`, replace(`${at}/kind`, kind))}
          />
          {cartridge && (
            <>
              {" "}
              of{" "}
              <ChoiceEntry
                path={`${at}/size`}
                label={`Housing of ${name}`}
                value={stage.size}
                options={choicesAt<TreatmentStage["size"]>("/treatment/stages/0/size", document.units)}
                onChoose={(size) => void bench.edit(`${name}: ${size}`, replace(`${at}/size`, size))}
              />
              ,{" "}
              <Entry
                label={`Side by side at ${name}`}
                path={`${at}/side_by_side`}
                kind="count"
                value={stage.side_by_side}
              />{" "}
              side by side
            </>
          )}
          {(cartridge || stage.kind === "strainer" || stage.kind === "tap_filter") && (
            <>
              , <Entry label={`Micron of ${name}`} path={`${at}/micron`} kind="count" value={stage.micron} /> micron{" "}
              <YesOrNo
                label={`Rating of ${name}`}
                path={`${at}/absolute`}
                on={stage.absolute}
                yes="absolute"
                no="nominal"
              />
            </>
          )}
          .
        </p>
        <span className="no-print flex gap-4 text-table">
          {number > 0 && (
            <button className="fix" aria-label={`Move ${name} up`} onClick={() => move(number - 1)}>
              Up
            </button>
          )}
          <button
            className="fix"
            aria-label={`Remove ${name}`}
            onClick={() => void bench.edit(`Removed ${name}`, [{ op: "remove", path: at }])}
          >
            Remove
          </button>
        </span>
      </div>
      {answer && (
        <p className="note leading-[1.7]">
          Takes {answer.takes}. {flow(answer.flow_l_s, units)} at the peak: {pressure(answer.clean_kpa, units)}
          {answer.dirty_kpa > answer.clean_kpa + 0.5 && ` new, ${pressure(answer.dirty_kpa, units)} when due`}
          {(cartridge || stage.kind === "calcite") && (
            <>
              , by{" "}
              <MaybeEntry
                label={`Drop of ${name} when new`}
                path={`${at}/clean_kpa`}
                kind="pressure"
                value={stage.clean_kpa}
                unknown="what is usual"
                around={20}
              />
              {stage.clean_kpa !== null && (
                <>
                  {" "}
                  new at{" "}
                  <MaybeEntry
                    label={`Flow for which ${name} takes that`}
                    path={`${at}/clean_flow_l_s`}
                    kind="flow"
                    value={stage.clean_flow_l_s}
                    unknown={flow(0.5, units)}
                    around={0.5}
                  />{" "}
                  on its sheet
                </>
              )}
            </>
          )}
          .{answer.life_months !== null && <> Changed every {fixed(answer.life_months, 0)} months</>}
          {cartridge && (
            <>
              , by{" "}
              <MaybeEntry
                label={`Months that ${name} lasts in this house`}
                path={`${at}/life_months`}
                kind="count"
                value={stage.life_months}
                unknown="the water that passes it"
                around={6}
              />
              {stage.life_months !== null && " months in this house"}
            </>
          )}
          {answer.life_months !== null && (
            <>
              {" "}
              at {document.prices.currency}
              <Entry label={`Cost of ${name}`} path={`${at}/cost_each`} kind="money" value={stage.cost_each} />
            </>
          )}
          {answer.cost_year ? `: ${document.prices.currency}${fixed(answer.cost_year, 0)} a year` : ""}
          {answer.life_months !== null && "."} Its ports are{" "}
          <MaybeEntry
            label={`Ports of ${name}`}
            path={`${at}/port_mm`}
            kind="bore"
            value={stage.port_mm}
            unknown="as wide as the pipe"
            around={25}
          />
          .
        </p>
      )}
      <ShelfHere place={at} path={`${at}/article`} label={name} boughtAs={stage.article} />
    </li>
  );
}
