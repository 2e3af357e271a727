import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Roof } from "../../api/client";
import { choicesQuery } from "../../api/queries";
import { useWorkbench } from "../../frame/workbench";
import { Cautions, Findings } from "../../ui/Findings";
import { Derivation, Why } from "../../ui/Why";
import { RoofPlanDrawing } from "./RoofPlanDrawing";
import { RoofRow } from "./RoofRow";

/** What catches rain: every surface drawn to scale from above, with what it brings and what it is worth. */
export function RoofsSheet() {
  const bench = useWorkbench();
  const { plan, document } = bench.shown;
  const { roofs, cistern } = plan;
  const units = document.units;
  const choices = useQuery(choicesQuery());
  const [focus, setFocus] = useState<string | null>(null);
  const figure = (key: string) => <Why figure={roofs.figures[key]!} units={units} />;
  const on = document.roofs.filter((roof) => roof.on).length;

  const addRoof = () => {
    const taken = new Set(document.roofs.map((roof) => roof.id));
    let number = document.roofs.length + 1;
    while (taken.has(`roof-${number}`)) number++;
    const roof: Roof = {
      id: `roof-${number}`,
      name: `Roof ${number}`,
      material: "metal",
      extent: { kind: "rectangle", length_m: 8, width_m: 6, along_slope: false },
      pitch_deg: 20,
      runoff: null,
      loss_mm: 0.5,
      on: true,
    };
    void bench.edit(`Added ${roof.name}`, [{ op: "add", path: `/roofs/${document.roofs.length}`, value: roof }]);
  };

  const shownSurface = roofs.surfaces.find((surface) => surface.id === focus) ?? roofs.surfaces[0];
  return (
    <>
      <div className="flex flex-col gap-x-8 min-[900px]:flex-row">
        <h1 className="title shrink-0 pt-0.5">Roofs</h1>
        <div className="leading-[1.75]">
          <p>
            {on === 1 ? "One roof" : `${on} roofs`} in use, {figure("area_m2")} seen from above:{" "}
            {figure("litres_per_mm")} of rain.
            {roofs.figures["harvest_l_year"] && <> A mean year brings {figure("harvest_l_year")} to the gutters.</>}
          </p>
          {cistern && (
            <p>
              With them the house is carried through {cistern.years_carried} of {cistern.counted_years} years. Switch
              one off to see what it is worth.
            </p>
          )}
        </div>
      </div>

      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 min-[900px]:grid-cols-[minmax(0,78%)_minmax(0,1fr)]">
        <div>
          <RoofPlanDrawing focus={shownSurface?.id ?? null} setFocus={setFocus} />
          <section aria-label="Surfaces" className="mt-4">
            {document.roofs.map((roof, index) => (
              <RoofRow
                key={roof.id}
                roof={roof}
                index={index}
                surface={roofs.surfaces[index]!}
                choices={choices.data}
                onFocus={() => setFocus(roof.id)}
              />
            ))}
            <p className="mt-3">
              <button className="act-quiet" onClick={addRoof} disabled={document.roofs.length >= 50}>
                Add a roof
              </button>
            </p>
          </section>
        </div>
        <aside aria-label="Why" className="grid content-start gap-4">
          {shownSurface && (
            <section>
              <h2 className="heading">Why, for {shownSurface.name}</h2>
              <div className="mt-1 grid gap-3">
                {Object.entries(shownSurface.figures).map(([key, each]) => (
                  <div key={key} className="border-b border-rule pb-2">
                    {key === "runoff" ? (
                      <div className="note">
                        <p className="text-ink">
                          <strong>{each.label}:</strong> {each.value}
                        </p>
                        <Derivation figure={each} units={units} title={false} />
                      </div>
                    ) : (
                      <Derivation figure={each} units={units} />
                    )}
                  </div>
                ))}
              </div>
            </section>
          )}
          <Findings findings={plan.findings.filter((finding) => finding.stage === "roofs")} />
          <Cautions cautions={roofs.cautions} />
        </aside>
      </div>
    </>
  );
}
