import { useDocument, usePlan } from "../../document/shown";
import { quantity, write } from "../../lib/units";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { LimitBars } from "../../ui/LimitBars";
import { MaybeEntry } from "../../document/MaybeEntry";
import { GateDrawing } from "./GateDrawing";

/** How the tank gets there, and what it must keep away from. */
export function AccessWords() {
  const document = useDocument("ground", "units");
  const plan = usePlan("ground");
  const { ground: entered, units } = document;
  const away = (label: string, field: "to_boundary_m" | "to_septic_m" | "to_trees_m") => (
    <Entry label={label} path={`/ground/${field}`} kind="length" value={entered[field]} />
  );
  return (
    <section aria-label="The way in">
      <h2 className="heading">
        The way in
        <span className="head-note">the narrowest place, and each whole tank on its slimmest side</span>
      </h2>
      <GateDrawing />
      <p className="mt-3 leading-[1.85]">
        The narrowest place is{" "}
        <Entry label="Narrowest place" path="/ground/gate_m" kind="length" value={entered.gate_m} /> wide,{" "}
        <MaybeEntry
          label="Clear height"
          path="/ground/overhead_m"
          kind="length"
          value={entered.overhead_m}
          unknown="with nothing overhead"
          around={4.5}
        />
        {entered.overhead_m !== null && " clear under wires and branches"};{" "}
        <YesOrNo
          label="Soft way"
          path="/ground/soft_access"
          on={entered.soft_access}
          yes="a truck sinks in when it is wet"
          no="it carries a truck in any weather"
        />
        . Pipes and cables in the ground{" "}
        <YesOrNo
          label="Services"
          path="/ground/services_located"
          on={entered.services_located}
          yes="are located and marked"
          no="are not located"
        />
        .
      </p>
      <h2 className="heading mt-5">Kept apart</h2>
      <p className="leading-[1.85]">
        From the tank it is {away("To the boundary", "to_boundary_m")} to the boundary,{" "}
        {away("To the septic field", "to_septic_m")} to a septic field, {away("To the trees", "to_trees_m")} to the
        nearest tree. It stands{" "}
        <YesOrNo
          label="Shade"
          path="/ground/shaded"
          on={entered.shaded}
          yes="shaded or painted light"
          no="in the sun"
        />
        ,{" "}
        <YesOrNo
          label="Copper near"
          path="/ground/copper_near"
          on={entered.copper_near}
          yes="with copper or brass on its coated metal"
          no="with no copper or brass on coated metal"
        />
        .
      </p>
      <LimitBars
        label="Kept apart"
        bars={plan.ground.setbacks.map((each) => ({
          name: `to ${each.name}`,
          value: each.away_m,
          limit: each.least_m,
          atLeast: true,
          answer: write("length", units, each.away_m),
          limitTold: `${quantity("spacing", each.least_m, units)} usual`,
        }))}
      />
    </section>
  );
}
