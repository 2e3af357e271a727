import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { intensity } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { Views } from "../../ui/Views";
import { Why } from "../../ui/Why";
import { DownpourView } from "./DownpourView";
import { InsideView } from "./InsideView";
import { LevelsView } from "./LevelsView";
import { ScreensView } from "./ScreensView";
import { StormView } from "./StormView";

/** Does it fall, does it fit the downpour, does it stay clean. */
export function GuttersSheet() {
  return (
    <>
      <RateSentence />
      <Views
        label="Parts of the gutters and pipes"
        views={[
          { key: "levels", name: "Levels", body: <LevelsView /> },
          { key: "downpour", name: "Downpour", body: <DownpourView /> },
          { key: "storm", name: "Downpour test", body: <StormView /> },
          { key: "screens", name: "Screens", body: <ScreensView /> },
          { key: "inside", name: "Inside the tank", body: <InsideView /> },
        ]}
      />
    </>
  );
}

/** The rates of rain and what they stand for, as words in two sentences. */
function RateSentence() {
  const bench = useEdits();
  const document = useDocument("climate", "downpour", "rain", "units");
  const plan = usePlan("gutters");
  const { climate, units, downpour, rain } = document;
  const { figures, estimate, rate_mm_h } = plan.gutters;
  const take = () =>
    estimate &&
    void bench.edit("The estimate from the record", [
      ...replace("/rain/design_intensity_mm_h", Number(estimate.intensity_mm_h.toFixed(1))),
      ...replace("/downpour/source", "estimate"),
    ]);
  return (
    <div className="flex flex-col gap-x-8 desk:flex-row">
      <h1 className="title shrink-0 pt-0.5">Gutters &amp; pipes</h1>
      <div className="leading-[1.75]">
        <p>
          A downpour of{" "}
          <Entry
            label="Design downpour"
            path="/rain/design_intensity_mm_h"
            kind="intensity"
            value={rain.design_intensity_mm_h}
          />
          , once in{" "}
          <Entry label="Return period" path="/downpour/return_years" kind="count" value={downpour.return_years} />{" "}
          years over{" "}
          <Entry
            label="Minutes of the downpour"
            path="/downpour/duration_min"
            kind="count"
            value={downpour.duration_min}
          />{" "}
          minutes,{" "}
          <ChoiceEntry
            path="/downpour/source"
            label="Where the rate comes from"
            value={downpour.source}
            options={[
              { value: "table", label: "from the local table" },
              { value: "estimate", label: "estimated from the record" },
              { value: "assumed", label: "assumed so far" },
            ]}
            onChoose={(source) => void bench.edit("Source of the rate", replace("/downpour/source", source))}
          />
          , taken{" "}
          <ChoiceEntry
            path="/climate/downpours"
            label="Downpours to come"
            value={climate.downpours}
            options={choicesAt<typeof climate.downpours>("/climate/downpours", units)}
            onChoose={(downpours) => void bench.edit("Downpours to come", replace("/climate/downpours", downpours))}
          />
          {climate.downpours !== "entered" && ` (${intensity(rate_mm_h, units)})`}:{" "}
          <Why figure={figures["flow_l_s"]!} units={units} /> off the roofs.{" "}
          {estimate && downpour.source !== "estimate" && (
            <span title={estimate.working}>
              The record alone suggests {intensity(estimate.low_mm_h, units)} to{" "}
              {intensity(estimate.high_mm_h, units)};{" "}
              <button className="fix" onClick={take}>
                take {intensity(estimate.intensity_mm_h, units)}
              </button>
              .
            </span>
          )}
        </p>
        <p>
          Size by{" "}
          <ChoiceEntry
            path="/downpour/method"
            label="Method of sizing"
            value={downpour.method}
            options={choicesAt<typeof downpour.method>("/downpour/method", units)}
            onChoose={(method) => void bench.edit("Method of sizing", replace("/downpour/method", method))}
          />
          , rain{" "}
          <YesOrNo
            label="Wind on the rain"
            path="/downpour/driven_rain"
            on={downpour.driven_rain}
            yes="driven by wind"
            no="falling straight"
            yesNote="half the roof’s rise counts too"
          />
          , screens{" "}
          <Entry
            label="How far screens are clogged"
            path="/downpour/clogged_share"
            kind="percent"
            value={downpour.clogged_share}
          />{" "}
          clogged.
        </p>
      </div>
    </div>
  );
}
