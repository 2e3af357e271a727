import { replace } from "../../api/edits";
import { useWorkbench } from "../../frame/workbench";
import { Choice } from "../../ui/Choice";
import { EitherWay } from "../../ui/EitherWay";
import { Cautions, Findings } from "../../ui/Findings";
import { Why } from "../../ui/Why";
import { BranchTable } from "./BranchTable";
import { ChlorineWords } from "./ChlorineWords";
import { HousingsTable } from "./HousingsTable";
import { LampWords } from "./LampWords";
import { StageRows } from "./StageRows";
import { TrainDrawing } from "./TrainDrawing";

/** What must happen to the water for each use, and what that costs in pressure. */
export function TreatmentSheet() {
  const bench = useWorkbench();
  const { document, plan } = bench.shown;
  const { units, treatment: entered } = document;
  const { treatment: told } = plan;
  const figure = (key: string) => told.figures[key] && <Why figure={told.figures[key]} units={units} />;
  const cost = told.figures["cost_year"]?.value ?? 0;
  const lamp = entered.stages.some((stage) => stage.kind === "uv");
  return (
    <>
      <div className="flex flex-col gap-x-8 min-[900px]:flex-row">
        <h1 className="title shrink-0 pt-0.5">Treatment</h1>
        <div className="leading-[1.75]">
          {entered.stages.length === 0 ? (
            <p>Nothing stands between the tank and the taps yet.</p>
          ) : (
            <p>
              At a peak of {figure("peak_l_s")} the train takes {figure("clean_kpa")} when all is new and{" "}
              {figure("dirty_kpa")} when its cartridges are due.{" "}
              {cost > 0 && <>Upkeep {figure("cost_year")} a year.</>}
            </p>
          )}
          <p>
            Another source:{" "}
            <Choice
              label="Second source"
              value={entered.second_source}
              options={[
                { value: "none", label: "none" },
                { value: "mains", label: "the mains" },
                { value: "well", label: "a well" },
              ]}
              onChoose={(source) =>
                void bench.edit(`Second source: ${source}`, replace("/treatment/second_source", source))
              }
            />
            {entered.second_source !== "none" && (
              <>
                , kept apart{" "}
                <Choice
                  label="How it is kept apart"
                  value={entered.changeover}
                  options={[
                    { value: "air_gap", label: "over an air gap", note: "two bores, at least 20 to 25 mm" },
                    { value: "interlocked", label: "by an interlocked changeover" },
                    { value: "valves", label: "by two valves" },
                  ]}
                  onChoose={(way) => void bench.edit("Changeover", replace("/treatment/changeover", way))}
                />
              </>
            )}
            . All that drinking water touches{" "}
            <EitherWay
              label="Rated for drinking"
              path="/treatment/drinking_rated"
              on={entered.drinking_rated}
              yes="is rated for it"
              no="is not all rated for it"
            />
            .
          </p>
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 min-[900px]:grid-cols-[minmax(0,1fr)_286px]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-y-5">
          {entered.stages.length > 0 && <TrainDrawing />}
          <HousingsTable />
          <StageRows />
          {entered.stages.length > 0 && <BranchTable />}
          {lamp && <LampWords />}
          <ChlorineWords />
        </div>
        <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What to mind">
          <Findings findings={plan.findings.filter((finding) => finding.stage === "treatment")} />
          {told.tests.length > 0 && (
            <section>
              <h2 className="heading">Tests</h2>
              <ul className="note mt-1 grid gap-1.5">
                {told.tests.map((test) => (
                  <li key={test}>{test}</li>
                ))}
              </ul>
            </section>
          )}
          <Cautions cautions={told.cautions} />
        </aside>
      </div>
    </>
  );
}
