import type { Plan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { BuildNotes } from "../../ui/BuildNotes";
import { Cautions, Findings } from "../../document/Findings";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { Why } from "../../ui/Why";
import { BalanceWords } from "./BalanceWords";
import { BranchTable } from "./BranchTable";
import { ChlorineWords } from "./ChlorineWords";
import { HousingsTable } from "./HousingsTable";
import { LampWords } from "./LampWords";
import { MethodRows } from "./MethodRows";
import { SourceWords } from "./SourceWords";
import { StageRows } from "./StageRows";
import { TestRows } from "./TestRows";
import { TrainDrawing } from "./TrainDrawing";
import { WallDrawing } from "./WallDrawing";

/** What must happen to the water for each use, and what that costs in pressure. */
export function TreatmentSheet() {
  const document = useDocument("treatment", "units");
  const plan = usePlan("treatment");
  const { units, treatment: entered } = document;
  const { treatment: answer } = plan;
  const figure = (key: string) => answer.figures[key] && <Why figure={answer.figures[key]} units={units} />;
  const cost = answer.figures["cost_year"]?.value ?? 0;
  const staged = entered.stages.length > 0;
  const indoors = answer.branches.some(({ use, served }) => use !== "garden" && served);
  const treated = indoors || staged || entered.chlorine.on;
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Treatment</h1>
        <p className="leading-[1.75]">
          {staged ? (
            <>
              At a peak of {figure("peak_l_s")} the train takes {figure("clean_kpa")} when all is new and{" "}
              {figure("dirty_kpa")} when its cartridges are due.{" "}
              {cost > 0 && <>Upkeep {figure("cost_year")} a year.</>}
            </>
          ) : (
            `Nothing stands between the tank and the ${indoors ? "taps" : "garden"} yet.`
          )}
        </p>
      </div>
      <Views
        label="Parts of the treatment"
        views={[
          { key: "train", name: "Train", body: <TrainView /> },
          { key: "disinfection", name: "Disinfection", body: <DisinfectionView /> },
          { key: "water", name: "Water & tests", body: <WaterView /> },
          { key: "plant-room", name: "Plant room", body: <PlantRoomView /> },
        ].filter(({ key }) => treated || key === "train")}
      />
    </>
  );
}

type View = Plan["treatment"]["notes"][number]["view"];

function Aside({ view }: { view: View }) {
  const plan = usePlan("findings", "treatment");
  return (
    <>
      <Findings findings={plan.findings.filter((finding) => finding.stage === "treatment")} />
      <BuildNotes notes={plan.treatment.notes} view={view} />
      <Cautions cautions={plan.treatment.cautions} />
    </>
  );
}

function TrainView() {
  const staged = useDocument("treatment").treatment.stages.length > 0;
  return (
    <MainAndAside aside={<Aside view="train" />}>
      {staged && <TrainDrawing />}
      <HousingsTable />
      <StageRows />
      {staged && <BranchTable />}
      <SourceWords />
    </MainAndAside>
  );
}

function DisinfectionView() {
  const document = useDocument("treatment");
  return (
    <MainAndAside aside={<Aside view="disinfection" />}>
      <MethodRows />
      {document.treatment.stages.some((stage) => stage.kind === "uv") && <LampWords />}
      <ChlorineWords />
    </MainAndAside>
  );
}

function WaterView() {
  return (
    <MainAndAside aside={<Aside view="water" />}>
      <TestRows />
      <BalanceWords />
    </MainAndAside>
  );
}

function PlantRoomView() {
  return (
    <MainAndAside aside={<Aside view="plant_room" />}>
      <WallDrawing />
    </MainAndAside>
  );
}
