import type { Document, Plan } from "../../api/client";
import { addGuessed, replace } from "../../document/edits";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { freshNumber } from "../../lib/freshNumber";
import { flow, head, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Choice } from "../../ui/Choice";
import { DataTable } from "../../ui/DataTable";
import { Entry } from "../../document/Entry";
import { Cautions, Findings } from "../../document/Findings";
import { InUse } from "../../document/InUse";
import { Why } from "../../ui/Why";
import { BankDrawing } from "./BankDrawing";
import { TankRow } from "./TankRow";
import type { Tank } from "./tankShapes";
import { LegendKey } from "../../ui/LegendKey";

const LAYOUTS = [
  { value: "linked", label: "linked at the base", note: "one level, as fast as the links allow" },
  { value: "settling_first", label: "a settling tank first", note: "it spills into the linked rest" },
  { value: "series", label: "one spilling into the next", note: "in the order of the list" },
  { value: "transfer", label: "pumped from one to the next", note: "in the order of the list" },
] as const;

/** The tanks as they stand, on one datum, and what of their water the house can draw. */
export function TanksView() {
  const bench = useEdits();
  const document = useDocument("cistern", "household", "units");
  const plan = usePlan("cistern", "findings");
  const filledFromElsewhere = document.household.back_up.kind !== "none";
  const { units, cistern: entered } = document;
  const { bank, figures, cautions, counted_years } = plan.cistern!;
  const holds = (tank: Tank) => bank.vessels.find((each) => each.id === tank.id)?.gross_l ?? 0;

  const add = () => {
    const last = entered.tanks.at(-1)!;
    const number = freshNumber("tank", entered.tanks);
    const tank: Tank = { ...last, id: `tank-${number}`, name: `Tank ${number}`, count: 1 };
    void bench.edit(`Added ${tank.name}`, addGuessed("/cistern/tanks", entered.tanks.length, tank));
  };

  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_270px]">
      <div>
        <section aria-label="Tanks on one datum">
          <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1">
            <h2 className="heading">On one datum, to scale</h2>
            <p className="note flex flex-wrap items-center gap-x-4">
              <LegendKey fill="var(--water-3)">can be drawn</LegendKey>
              <LegendKey fill="url(#below-outlet)">below the outlet</LegendKey>
              {bank.stranded_l > 0.5 && <LegendKey fill="url(#stranded)">stranded</LegendKey>}
            </p>
          </div>
          <BankDrawing
            bank={bank}
            linked={entered.layout === "linked" || entered.layout === "settling_first"}
            units={units}
          />
        </section>
        <section aria-label="The tanks" className="mt-2">
          {entered.tanks.length > 1 && <HowJoined cistern={entered} />}
          <p className="leading-[1.8]">
            {entered.tanks.length > 1 ? "They are" : "It is"}{" "}
            {filledFromElsewhere && !entered.out_of_use ? (
              "in use all year, since other water runs in"
            ) : (
              <InUse what="The store" path="/cistern/out_of_use" value={entered.out_of_use} />
            )}
            {entered.out_of_use && ": drained on the first day, and nothing runs in until the last"}. <SecondOutlet />
          </p>
          {entered.tanks.map((tank, index) => (
            <TankRow key={tank.id} tank={tank} index={index} holds={holds(tank)} />
          ))}
          <p className="mt-3">
            <button className="act-quiet" onClick={add} disabled={full("/cistern/tanks", entered.tanks)}>
              Add a tank
            </button>
          </p>
        </section>
      </div>
      <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What the tanks hold">
        <WhatTheyHold figures={figures} units={units} />
        {bank.links.length > 0 && <Links bank={bank} units={units} />}
        {bank.phases.length > 0 && (
          <Phases bank={bank} planned={entered.built_phase} countedYears={counted_years} units={units} />
        )}
        <Findings findings={plan.findings.filter((finding) => finding.stage === "cistern")} />
        <Cautions cautions={cautions} />
      </aside>
    </div>
  );
}

type Bank = NonNullable<Plan["cistern"]>["bank"];

function HowJoined({ cistern }: { cistern: Document["cistern"] }) {
  const bench = useEdits();
  const later = cistern.tanks.some((tank) => tank.phase > 0);
  return (
    <p className="leading-[1.8]">
      The tanks are{" "}
      <ChoiceEntry
        path="/cistern/layout"
        label="How the tanks are joined"
        value={cistern.layout}
        options={[...LAYOUTS]}
        onChoose={(layout) =>
          void bench.edit(`Tanks ${layout.replace("_", " ")}`, replace("/cistern/layout", layout))
        }
      />
      {cistern.layout === "transfer" && (
        <>
          ,{" "}
          <Entry
            label="Pumped on in a day"
            path="/cistern/transfer_l_day"
            kind="rate"
            value={cistern.transfer_l_day}
          />{" "}
          a day
        </>
      )}
      {cistern.layout !== "linked" && (
        <>
          ; the garden draws from{" "}
          <ChoiceEntry
            path="/cistern/garden_from_first"
            label="Where the garden draws"
            value={cistern.garden_from_first ? "first" : "last"}
            options={[
              { value: "last", label: "the same tank as all else" },
              { value: "first", label: "the first tank" },
            ]}
            onChoose={(from) =>
              void bench.edit(
                `The garden draws from the ${from} tank`,
                replace("/cistern/garden_from_first", from === "first"),
              )
            }
          />
        </>
      )}
      .{later && " Planned now: "}
      {later && (
        <Choice
          label="Phase that is planned"
          value={String(cistern.built_phase)}
          options={[0, 1, 2].map((phase) => ({
            value: String(phase),
            label: phase === 0 ? "the first phase" : `phase ${phase}`,
          }))}
          onChoose={(phase) =>
            void bench.edit(`Planned phase ${phase}`, replace("/cistern/built_phase", Number(phase)))
          }
        />
      )}
      {later && "."}
    </p>
  );
}

const SECOND = [
  { value: "none", label: "no other" },
  { value: "garden", label: "one for the garden", note: "lower or higher than the taps’" },
  { value: "fire", label: "one for fire", note: "below the taps’; what lies between is kept for it" },
] as const;

/** One outlet or two, at two heights. */
function SecondOutlet() {
  const bench = useEdits();
  const { cistern } = useDocument("cistern");
  const { second_outlet: second } = cistern;
  const choose = (serves: "none" | "garden" | "fire") =>
    void bench.edit(
      "Outlets of the tank",
      second && serves !== "none"
        ? replace("/cistern/second_outlet/serves", serves)
        : replace("/cistern/second_outlet", serves === "none" ? null : { serves }),
    );
  return (
    <>
      Besides the outlet of the taps there is{" "}
      <ChoiceEntry
        path="/cistern/second_outlet"
        label="Outlets"
        value={second?.serves ?? "none"}
        options={[...SECOND]}
        onChoose={choose}
      />
      {second && (
        <>
          ,{" "}
          <Entry
            label="Height of the second outlet"
            path="/cistern/second_outlet/height_m"
            kind="length"
            value={second.height_m}
          />{" "}
          over its floor
        </>
      )}
      .
    </>
  );
}

function WhatTheyHold({ figures, units }: { figures: NonNullable<Plan["cistern"]>["figures"]; units: Units }) {
  return (
    <section>
      <h2 className="heading">What they hold</h2>
      <dl className="mt-1 text-table">
        {[
          "tank_l",
          "live_l",
          "dead_l",
          "stranded_l",
          "shut_l",
          "below_taps_l",
          "below_garden_l",
          "for_fire_l",
          "fire_level_m",
        ]
          .filter((key) => figures[key])
          .map((key) => (
            <div key={key} className="flex items-baseline justify-between gap-2 border-b border-rule py-[3px]">
              <dt>{figures[key]!.label}</dt>
              <dd className="text-right font-semibold whitespace-nowrap">
                <Why figure={figures[key]!} units={units} />
              </dd>
            </div>
          ))}
      </dl>
    </section>
  );
}

/** What must cross each link in the design downpour. */
function Links({ bank, units }: { bank: Bank; units: Units }) {
  const { rain } = useDocument("rain");
  return (
    <section aria-label="Links">
      <h2 className="heading">
        At {flow(bank.design_inflow_l_s, units)} off the roofs
        <span className="head-note">
          a downpour of{" "}
          <Entry
            label="Design downpour"
            path="/rain/design_intensity_mm_h"
            kind="intensity"
            value={rain.design_intensity_mm_h}
          />
        </span>
      </h2>
      {bank.links.map((link) => (
        <div key={`${link.near}-${link.far}`} className="border-b border-rule py-1.5 text-table leading-snug">
          <p className="font-semibold">
            {link.near} to {link.far}
          </p>
          <p>
            {flow(link.flow_l_s, units)} needs {head(link.head_m, units)} of head
            {link.room_left_l > 1
              ? `: ${link.near} spills with ${volume(link.room_left_l, units)} of room left beyond.`
              : "; the far side fills too."}
          </p>
        </div>
      ))}
    </section>
  );
}

function Phases(props: { bank: Bank; planned: number; countedYears: number; units: Units }) {
  const { bank, units } = props;
  return (
    <section aria-label="Phases">
      <h2 className="heading">By phase</h2>
      <DataTable
        head={["Phase", "Holds", "Usable", "Carried"]}
        rows={bank.phases.map((phase) => ({
          key: String(phase.phase),
          name: phase.phase === 0 ? "first" : `phase ${phase.phase}`,
          cells: [
            volume(phase.gross_l, units),
            volume(phase.live_l, units),
            `${phase.years_carried} of ${props.countedYears}`,
          ],
          strong: phase.phase === props.planned,
        }))}
      />
    </section>
  );
}
