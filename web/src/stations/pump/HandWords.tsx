import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { useDocument, usePlan } from "../../document/shown";
import { YesOrNo } from "../../document/YesOrNo";
import { Why } from "../../ui/Why";
import { PipeEntries } from "./PipeWords";

/** What a pump worked by hand gives, and what it asks of a person. */
export function HandWords() {
  const { pump: entered, units } = useDocument("pump", "units");
  const { figures } = usePlan("pump").pump;
  const { hand } = entered;
  if (!hand) return null;
  const figure = (key: string) =>
    figures[key]?.value != null ? <Why figure={figures[key]} units={units} /> : "an unknown strength";
  return (
    <p>
      A stroke gives{" "}
      <Entry label="Water of a stroke" path="/pump/hand/stroke_l" kind="stroke" value={hand.stroke_l} />, at{" "}
      <Entry
        label="Strokes a minute"
        path="/pump/hand/strokes_per_minute"
        kind="count"
        value={hand.strokes_per_minute}
      />{" "}
      strokes a minute. The water of a mean day takes {figure("hand_min_d")} of pumping, and asks for{" "}
      {figure("hand_w")}:{" "}
      <Entry
        label="Efficiency of the hand pump"
        path="/pump/hand/efficiency"
        kind="percent"
        value={hand.efficiency}
      />{" "}
      of a person’s work lifts the water.
    </p>
  );
}

/** Where its cylinder is, and the pipe that it sucks or lifts through. */
export function HandPipeWords() {
  const { pump: entered, levels } = useDocument("pump", "levels");
  const { hand } = entered;
  if (!hand) return null;
  return (
    <section aria-label="The hand pump">
      <h2 className="heading">The hand pump</h2>
      <p className="leading-[1.85]">
        Its spout stands{" "}
        <MaybeEntry
          label="Height of the hand pump"
          path="/levels/pump_m"
          kind="length"
          value={levels.pump_m}
          unknown="at a height not measured yet"
        />{" "}
        over the {levels.datum}. Its cylinder{" "}
        <YesOrNo
          label="Cylinder of the hand pump"
          path="/pump/hand/in_the_water"
          on={hand.in_the_water}
          yes="hangs in the water, on a rod"
          no="is in its body, and sucks"
        />
        . Its pipe: <PipeEntries name="suction" at="/pump/suction" pipe={entered.suction} />.
      </p>
    </section>
  );
}
