import { choicesAt } from "../../document/choices";
import { useDocument, usePlan } from "../../document/shown";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { Why } from "../../ui/Why";

/** Chlorine in the tank: its dose for the water of the day, and its time. */
export function ChlorineWords() {
  const document = useDocument("treatment", "units");
  const plan = usePlan("tank_l", "treatment");
  const { units } = document;
  const { chlorine } = document.treatment;
  const { figures } = plan.treatment;
  const label = choicesAt("/treatment/chlorine/strength_percent", units)[0]!;
  return (
    <section aria-label="Chlorine">
      <h2 className="heading">Chlorine</h2>
      <p className="leading-[1.85]">
        <YesOrNo
          label="Chlorine"
          path="/treatment/chlorine/on"
          on={chlorine.on}
          yes="Chlorine is dosed in the tank"
          no="No chlorine is dosed"
        />
        {chlorine.on && (
          <>
            ,{" "}
            <Entry
              label="Dose of chlorine"
              path="/treatment/chlorine/dose_mg_l"
              kind="count"
              value={chlorine.dose_mg_l}
            />{" "}
            mg/L of a bleach of{" "}
            <Entry
              label="Strength of the bleach"
              path="/treatment/chlorine/strength_percent"
              kind="count"
              value={chlorine.strength_percent}
            />{" "}
            % ({label.label}: {label.note}) for{" "}
            <MaybeEntry
              label="Water in the tank"
              path="/treatment/chlorine/in_tank_l"
              kind="volume"
              value={chlorine.in_tank_l}
              unknown="a full tank"
              around={Math.round(plan.tank_l / 2)}
            />
            : <Why figure={figures["bleach_ml"]!} units={units} />. With{" "}
            <Entry
              label="Free residual"
              path="/treatment/chlorine/residual_mg_l"
              kind="count"
              value={chlorine.residual_mg_l}
            />{" "}
            mg/L left at pH <Entry label="pH" path="/treatment/chlorine/ph" kind="count" value={chlorine.ph} /> it
            must stand <Why figure={figures["contact_min"]!} units={units} />, and stands{" "}
            <Entry
              label="Minutes it stands"
              path="/treatment/chlorine/contact_min"
              kind="count"
              value={chlorine.contact_min}
            />{" "}
            min
          </>
        )}
        .
      </p>
    </section>
  );
}
