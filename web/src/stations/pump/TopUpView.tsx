import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { volume } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { FigureList } from "../../ui/FigureList";
import { TruckWords, WellWords } from "./FromElsewhere";
import { TopUpDrawing } from "./TopUpDrawing";

/** Water from elsewhere into the tank: at what level, over what gap, how often. */
export function TopUpView() {
  const bench = useEdits();
  const document = useDocument("household", "units");
  const plan = usePlan("cistern", "pump");
  const { units } = document;
  const { back_up: entered } = document.household;
  const comes = plan.cistern?.figures["topped_up_l_year"]?.value ?? null;
  const tops = entered.kind === "mains" || entered.kind === "well";
  return (
    <section aria-label="Top-up">
      <p className="leading-[1.85]">
        When rain is not enough,{" "}
        <ChoiceEntry
          path="/household/back_up/kind"
          label="Back-up"
          value={entered.kind}
          options={[
            { value: "none", label: "nothing else is at hand" },
            { value: "mains", label: "the mains top the tank up" },
            { value: "well", label: "a well tops the tank up" },
            { value: "truck", label: "trucks bring it by the load" },
          ]}
          onChoose={(kind) => void bench.edit(`Back-up: ${kind}`, replace("/household/back_up/kind", kind))}
        />
        {tops && (
          <>
            {" "}
            to{" "}
            <Entry
              label="Share that a top-up keeps"
              path="/household/back_up/keep_share"
              kind="percent"
              value={entered.keep_share}
            />{" "}
            of what can be drawn, through an inlet of{" "}
            <Entry
              label="Bore of the top-up"
              path="/household/back_up/inlet_mm"
              kind="bore"
              value={entered.inlet_mm}
            />{" "}
            that ends{" "}
            <Entry
              label="Air gap of the top-up"
              path="/household/back_up/gap_mm"
              kind="bore"
              value={entered.gap_mm}
            />{" "}
            above the overflow;{" "}
            <YesOrNo
              label="Rain first"
              path="/household/back_up/rain_first"
              on={entered.rain_first}
              yes="shut above that level: rain first"
              no="not locked while there is rain"
            />
          </>
        )}
        .
      </p>
      {entered.kind === "well" && entered.well && <WellWords well={entered.well} />}
      {entered.kind === "truck" && entered.truck && <TruckWords truck={entered.truck} />}
      {tops && <TopUpDrawing />}
      {tops && (
        <div className="mt-2 max-w-[560px]">
          <FigureList
            figures={plan.pump.top_up.figures}
            keys={["level_m", "gap_mm", "gap_left_mm", "days_share", "well_h_day", "well_head_m", "well_kwh_m3"]}
            units={units}
          />
        </div>
      )}
      {tops && comes !== null && <p className="note mt-1.5">{volume(comes, units)} of top-up in a mean year.</p>}
    </section>
  );
}
