import { choicesAt } from "../../document/choices";
import { useState } from "react";
import type { Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { BuildNotes } from "../../ui/BuildNotes";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { FigureList } from "../../ui/FigureList";
import { Cautions, Findings } from "../../document/Findings";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { AboveDrawing } from "./AboveDrawing";
import { DigWords } from "./DigWords";
import { FloatStages } from "./FloatStages";
import { GroundSection } from "./GroundSection";
import { PadWords } from "./PadWords";
import { QuantityList } from "./QuantityList";
import { Readings } from "./Readings";
import { AccessWords } from "./AccessWords";
import { WeightWords } from "./WeightWords";

type Pad = Plan["ground"]["pads"][number];

/** What carries the tank, how much to dig, and whether it floats, blows over or leans. */
export function GroundSheet() {
  const bench = useEdits();
  const document = useDocument("ground", "levels", "units");
  const plan = usePlan("ground");
  const { ground: entered, levels } = document;
  const { pads } = plan.ground;
  const [picked, setPicked] = useState(0);
  const pad = pads[picked] ?? pads[0]!;
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Ground</h1>
        <p className="leading-[1.75]">
          The ground at the tank is at{" "}
          <Entry
            label="Ground at the tank"
            path="/levels/tank_ground_m"
            kind="length"
            value={levels.tank_ground_m ?? pad.ground_m}
          />{" "}
          over the {levels.datum} and rises{" "}
          <Entry label="Slope of the ground" path="/ground/slope" kind="percent" value={entered.slope} /> uphill; it
          is{" "}
          <ChoiceEntry
            path="/ground/soil"
            undecided={entered.soil === "unknown"}
            label="Kind of ground"
            value={entered.soil}
            options={choicesAt<typeof entered.soil>("/ground/soil", document.units)}
            onChoose={(soil) => void bench.edit(`Ground: ${soil}`, replace("/ground/soil", soil))}
          />
          ,{" "}
          <YesOrNo
            label="Swelling soil"
            path="/ground/swelling"
            on={entered.swelling}
            yes="which swells when wet"
            no="which does not swell"
          />
          , under <Entry label="Topsoil" path="/ground/topsoil_m" kind="length" value={entered.topsoil_m} /> of
          topsoil.
        </p>
      </div>
      {pads.length > 1 && (
        <p className="no-print mt-1 flex flex-wrap gap-x-5" role="group" aria-label="Tank shown">
          {pads.map((each, i) => (
            <button
              key={each.id}
              className={`fix ${each.id === pad.id ? "underline decoration-2 underline-offset-4" : ""}`}
              aria-pressed={each.id === pad.id}
              onClick={() => setPicked(i)}
            >
              {each.name}
              {each.count > 1 && `, ${each.count}`}
            </button>
          ))}
        </p>
      )}
      <Views
        label="Parts of the ground"
        views={[
          { key: "pad", name: pad.buried ? "Hole" : "Pad", body: <PadView pad={pad} /> },
          ...(pads.some((each) => each.stages.length > 0)
            ? [
                {
                  key: "float",
                  name: "Dig & float",
                  body: (
                    <FloatView pad={pad.stages.length > 0 ? pad : pads.find((each) => each.stages.length > 0)!} />
                  ),
                },
              ]
            : []),
          { key: "weight", name: pad.buried ? "Weight" : "Weight & wind", body: <WeightView pad={pad} /> },
          { key: "access", name: "Way in", body: <WayInView /> },
        ]}
      />
    </>
  );
}

function Aside({ view, pad, figures }: { view: string; pad?: Pad; figures?: readonly string[] }) {
  const document = useDocument("units");
  const plan = usePlan("findings", "ground");
  const known = Object.fromEntries(Object.entries(pad?.figures ?? {}).filter(([, each]) => each.value !== null));
  return (
    <>
      <Findings findings={plan.findings.filter((finding) => finding.stage === "ground")} />
      {pad && figures && (
        <section>
          <h2 className="heading">Results</h2>
          <FigureList figures={known} keys={figures} units={document.units} />
        </section>
      )}
      <BuildNotes notes={plan.ground.notes} view={view} />
      <Cautions cautions={plan.ground.cautions} />
    </>
  );
}

function PadView({ pad }: { pad: Pad }) {
  const figures = ["head_kpa", "cut_m3", "fill_m3", "retained_m", "topsoil_m3", "ground_kpa", "allowed_kpa"] as const;
  return (
    <MainAndAside aside={<Aside view={pad.buried ? "dig" : "pad"} pad={pad} figures={figures} />}>
      <GroundSection pad={pad} />
      <PadWords pad={pad} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 wide:grid-cols-2">
        <QuantityList pad={pad} />
        <AboveDrawing pad={pad} />
      </div>
      {!pad.buried && <Readings pad={pad} />}
    </MainAndAside>
  );
}

function FloatView({ pad }: { pad: Pad }) {
  return (
    <MainAndAside aside={<Aside view="dig" pad={pad} figures={["ballast_l", "cut_m3", "full_kg"]} />}>
      <FloatStages pad={pad} />
      <DigWords pad={pad} />
    </MainAndAside>
  );
}

function WeightView({ pad }: { pad: Pad }) {
  const figures = ["full_kg", "base_kpa", "ground_kpa", "allowed_kpa", "hoop_kn_m", "hoop_kpa", "lean_l"] as const;
  return (
    <MainAndAside aside={<Aside view="weight" pad={pad} figures={figures} />}>
      <WeightWords pad={pad} />
    </MainAndAside>
  );
}

function WayInView() {
  return (
    <MainAndAside aside={<Aside view="access" />}>
      <AccessWords />
    </MainAndAside>
  );
}
