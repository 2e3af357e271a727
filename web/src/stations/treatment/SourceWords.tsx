import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { nothingIndoors } from "../../document/nothingIndoors";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { MaybeEntry } from "../../document/MaybeEntry";
import { Why } from "../../ui/Why";

/** Another source, how it is kept apart, and what the water touches and becomes. */
export function SourceWords() {
  const bench = useEdits();
  const document = useDocument("treatment", "household", "units");
  const plan = usePlan("treatment");
  const { treatment: entered, household, units } = document;
  const dose = plan.treatment.figures["second_dose_mj_cm2"];
  return (
    <section aria-label="Sources and materials">
      <h2 className="heading">Sources and materials</h2>
      <p className="leading-[1.85]">
        Another source:{" "}
        <ChoiceEntry
          path="/treatment/second_source"
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
            <ChoiceEntry
              path="/treatment/changeover"
              label="How it is kept apart"
              value={entered.changeover}
              options={choicesAt<typeof entered.changeover>("/treatment/changeover", units)}
              onChoose={(way) => void bench.edit("Changeover", replace("/treatment/changeover", way))}
            />
            {entered.changeover === "rpz" && (
              <>
                {" "}
                <YesOrNo
                  label="Test of the backflow device"
                  path="/treatment/backflow_tested"
                  on={entered.backflow_tested}
                  yes="that was tested where it stands"
                  no="not tested yet"
                />
              </>
            )}
          </>
        )}
        .
        {entered.second_source === "well" && (
          <>
            {" "}
            The well’s transmittance{" "}
            <MaybeEntry
              label="Transmittance of the well, in percent"
              path="/treatment/second_uvt_percent"
              kind="count"
              value={entered.second_uvt_percent}
              unknown="is not measured"
              around={75}
            />
            {entered.second_uvt_percent !== null && " %"}
            {dose && (
              <>
                ; on it the lamp gives <Why figure={dose} units={units} />
              </>
            )}
            .
          </>
        )}{" "}
        {!nothingIndoors(household) && (
          <>
            All that drinking water touches{" "}
            <YesOrNo
              label="Rated for drinking"
              path="/treatment/drinking_rated"
              on={entered.drinking_rated}
              yes="is rated for it"
              no="is not all rated for it"
            />
            ; house pipes are{" "}
            <YesOrNo
              label="House pipes"
              path="/treatment/copper_pipe"
              on={entered.copper_pipe}
              yes="of copper"
              no="of plastic"
            />
            .{" "}
          </>
        )}
        Water is{" "}
        <YesOrNo
          label="Mist and spray"
          path="/treatment/mist"
          on={entered.mist}
          yes="misted or sprayed outdoors"
          no="not misted"
        />
        .
      </p>
    </section>
  );
}
