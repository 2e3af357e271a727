import type { Document } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { choicesAt } from "../../document/choices";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";

/** Over the full tank, where a suction is led over its rim and nobody has measured it. */
const OVER_WATER_M = 0.3;

type Pipe = Document["pump"]["delivery"];

/** Bore, length and fittings of one pipe, as words. */
export function PipeEntries({ name, at, pipe }: { name: string; at: string; pipe: Pipe }) {
  return (
    <>
      <Entry label={`Bore of the ${name}`} path={`${at}/bore_mm`} kind="pipe" value={pipe.bore_mm} /> bore,{" "}
      <Entry label={`Length of the ${name}`} path={`${at}/length_m`} kind="length" value={pipe.length_m} /> long,
      fittings, total K{" "}
      <Entry
        label={`Fittings of the ${name}, total K`}
        path={`${at}/fittings_k`}
        kind="count"
        value={pipe.fittings_k}
      />
    </>
  );
}

/** The pipe to the taps, how friction is counted, and what else takes pressure. */
export function DeliveryWords() {
  const bench = useEdits();
  const document = useDocument("pump", "site");
  const { pump: entered, site } = document;
  return (
    <section aria-label="Pipes">
      <h2 className="heading">{entered.feed === "header" ? "To the header tank" : "To the taps"}</h2>
      <p className="leading-[1.85]">
        <PipeEntries name="delivery" at="/pump/delivery" pipe={entered.delivery} />, of{" "}
        <ChoiceEntry
          path="/pump/pipe"
          label="What the pipe is made of"
          value={entered.pipe}
          options={[
            { value: "plastic", label: "plastic" },
            { value: "metal", label: "metal", note: "a stopped flow hammers harder in it" },
          ]}
          onChoose={(pipe) => void bench.edit(`Pipe of ${pipe}`, replace("/pump/pipe", pipe))}
        />
        , friction by{" "}
        <ChoiceEntry
          path="/pump/friction"
          label="Method of friction"
          value={entered.friction}
          options={[
            { value: "darcy", label: "Darcy and Colebrook" },
            { value: "hazen_williams", label: "Hazen and Williams", note: "the trade’s" },
          ]}
          onChoose={(method) => void bench.edit("Method of friction", replace("/pump/friction", method))}
        />
        {entered.friction === "hazen_williams" && (
          <>
            {" "}
            with a C of{" "}
            <Entry label="C of Hazen and Williams" path="/pump/hazen_c" kind="count" value={entered.hazen_c} />
          </>
        )}
        ; a backflow device takes{" "}
        <Entry label="Backflow device" path="/pump/backflow_kpa" kind="pressure" value={entered.backflow_kpa} />. All
        fittings have a pressure rating of{" "}
        <Entry
          label="Pressure rating of the fittings"
          path="/pump/fittings_kpa"
          kind="pressure"
          value={entered.fittings_kpa}
        />
        .
      </p>
      <p className="leading-[1.85]">
        In a trench it lies{" "}
        <Entry label="Depth of the trench" path="/pump/trench_m" kind="length" value={entered.trench_m} /> deep; the
        ground freezes to{" "}
        <Entry label="Depth of frost" path="/site/frost_depth_m" kind="length" value={site.frost_depth_m} />.
      </p>
    </section>
  );
}

/** The way from the tank to a pump that stands beside it. */
function BesideWords() {
  const bench = useEdits();
  const { pump: entered, levels } = useDocument("pump", "levels");
  const { heights } = usePlan("pump").pump;
  const over = entered.over_rim_m !== null;
  return (
    <>
      Its suction leaves the tank{" "}
      <ChoiceEntry
        path="/pump/over_rim_m"
        label="Where the suction leaves the tank"
        value={over ? "rim" : "wall"}
        options={[
          { value: "wall", label: "through its wall" },
          { value: "rim", label: "over its rim", note: "from a float, without a hole in the wall" },
        ]}
        onChoose={(way) =>
          void bench.edit(
            "Where the suction leaves the tank",
            replace("/pump/over_rim_m", way === "wall" ? null : Number((heights.full_m + OVER_WATER_M).toFixed(2))),
          )
        }
      />
      {over && (
        <>
          , at its highest{" "}
          <Entry label="Height of the suction" path="/pump/over_rim_m" kind="length" value={entered.over_rim_m} />{" "}
          over the {levels.datum},{" "}
          <YesOrNo
            label="Siphon"
            path="/pump/siphon"
            on={entered.siphon}
            yes="filled once and run as a siphon"
            no="not run as a siphon"
          />
        </>
      )}
      : <PipeEntries name="suction" at="/pump/suction" pipe={entered.suction} />. Altitude{" "}
      <Entry label="Altitude" path="/pump/altitude_m" kind="length" value={entered.altitude_m} />; the water is at{" "}
      <Entry label="Water temperature" path="/pump/water_c" kind="temperature" value={entered.water_c} />. There is{" "}
      <YesOrNo
        label="Foot valve"
        path="/pump/foot_valve"
        on={entered.foot_valve}
        yes="a foot valve"
        no="no foot valve"
      />
      .{" "}
    </>
  );
}

/** What comes before the pump, and what keeps it primed. */
export function SuctionWords() {
  const bench = useEdits();
  const { pump: entered, units } = useDocument("pump", "units");
  const { stands } = entered;
  const beside = stands === "beside";
  return (
    <section aria-label="Suction">
      <h2 className="heading">{beside ? "Suction" : "In the water"}</h2>
      <p className="leading-[1.85]">
        The pump{" "}
        <ChoiceEntry
          path="/pump/stands"
          label="Where the pump stands"
          value={stands}
          options={choicesAt<typeof stands>("/pump/stands", units)}
          onChoose={(where) => void bench.edit("Where the pump stands", replace("/pump/stands", where))}
        />
        . {beside && <BesideWords />}
        There is{" "}
        <YesOrNo
          label="Check valve"
          path="/pump/check_valve"
          on={entered.check_valve}
          yes="a check valve"
          no="no check valve"
        />
        ,{" "}
        <YesOrNo
          label="Dry-run stop"
          path="/pump/dry_run_stop"
          on={entered.dry_run_stop}
          yes="a stop against running dry"
          no="nothing that stops it when dry"
        />
        .
      </p>
    </section>
  );
}
