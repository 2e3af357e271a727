import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Plan, Roof } from "../../api/client";
import { choicesQuery } from "../../api/queries";
import { monthStarts } from "../../lib/dates";
import { volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { usedHere } from "../../document/drained";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { freshNumber } from "../../lib/freshNumber";
import { Cautions, Findings } from "../../document/Findings";
import { SiteTemperatures } from "../../document/SiteTemperatures";
import { Derivation, Why } from "../../ui/Why";
import { AddRoofDialog } from "./AddRoofDialog";
import { DownpipeRows } from "./DownpipeRows";
import { GeojsonButton } from "./GeojsonButton";
import { RoofPlanDrawing } from "./RoofPlanDrawing";
import { RoofRow } from "./RoofRow";
import { WeatherOnRoofs } from "./WeatherOnRoofs";

/** What catches rain: every surface drawn to scale from above, with what it brings and what it is worth. */
export function RoofsSheet() {
  const document = useDocument("downpipes", "roofs", "site", "snow", "supplies", "units");
  const plan = usePlan("cistern", "findings", "rain", "roofs");
  const { roofs, cistern } = plan;
  const units = document.units;
  const choices = useQuery(choicesQuery());
  const [focus, setFocus] = useState<string | null>(null);
  const figure = (key: string) => <Why figure={roofs.figures[key]!} units={units} />;
  const [drawing, setDrawing] = useState(false);
  const noMore = full("/roofs", document.roofs);
  const on = document.roofs.filter((roof) => usedHere(roof, document)).length;

  const addRoof = useAddRoof();
  const shownSurface = roofs.surfaces.find((surface) => surface.id === focus) ?? roofs.surfaces[0];
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Roofs</h1>
        <div className="leading-[1.75]">
          <p>
            {on === 1 ? "One roof" : `${on} roofs`} in use, {figure("area_m2")} seen from above:{" "}
            {figure("litres_per_mm")} of rain.
            {roofs.figures["harvest_l_year"] && <> A mean year brings {figure("harvest_l_year")} to the gutters.</>}
          </p>
          <WeatherOnRoofs />
        </div>
      </div>

      {document.snow.on && (document.site.tmin_c !== null || !roofs.snow_counted_apart) && (
        <SiteTemperatures months={monthStarts(plan.rain?.first_month ?? 1).map(({ month }) => month)} />
      )}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,78%)_minmax(0,1fr)]">
        <div>
          <section aria-label="Roofs from above">
            <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
              <h2 className="heading">
                From above{" "}
                <span className="head-note">
                  {drawing
                    ? "press for each corner, then on the first again or Enter; Escape gives up"
                    : "drag a surface to its place"}
                </span>
              </h2>
              <p className="no-print flex flex-wrap gap-2">
                <AddRoofDialog disabled={noMore} onAdd={addRoof} />
                <button
                  className="act-quiet"
                  disabled={noMore}
                  aria-pressed={drawing}
                  onClick={() => setDrawing(!drawing)}
                >
                  {drawing ? "Stop drawing" : "Draw an outline"}
                </button>
                <GeojsonButton />
              </p>
            </div>
            <RoofPlanDrawing
              focus={shownSurface?.id ?? null}
              setFocus={setFocus}
              drawing={drawing}
              onDrawn={(points) => {
                setDrawing(false);
                if (points) addRoof({ kind: "outline", points_m: points });
              }}
            />
          </section>
          <section aria-label="Surfaces" className="mt-4">
            {cistern && (
              <p className="mb-1 text-aside">
                With them all, {cistern.rain_alone_years_carried} of {cistern.counted_years} years are carried on rain
                alone. Switch one off to see how many years it carries.
              </p>
            )}
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
          </section>
        </div>
        <aside aria-label="Why" className="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
          <Findings findings={plan.findings.filter((finding) => finding.stage === "roofs")} />
          {shownSurface && <WhyOfSurface surface={shownSurface} units={units} />}
          <DownpipeRows />
          <Cautions cautions={roofs.cautions} />
        </aside>
      </div>
    </>
  );
}

/** Adds a surface: an outline where it was drawn, anything else beside what is there. */
function useAddRoof() {
  const bench = useEdits();
  const document = useDocument("downpipes", "roofs");
  const { surfaces } = usePlan("roofs").roofs;
  return (extent: Roof["extent"], name = "") => {
    const number = freshNumber("roof", document.roofs);
    const below = Math.min(...surfaces.flatMap((each) => each.outline_m.map(([, y]) => y!)), 0) - 8;
    // What is left out nobody has entered: it is assumed.
    const roof: Partial<Roof> = {
      id: `roof-${number}`,
      name: name || `Roof ${number}`,
      extent,
      drains: [{ group: document.downpipes[0]!.id, share: 1 }],
      y_m: extent.kind === "outline" ? 0 : below,
    };
    void bench.edit(`Added ${roof.name}`, [{ op: "add", path: `/roofs/${document.roofs.length}`, value: roof }]);
  };
}

function WhyOfSurface({ surface, units }: { surface: Plan["roofs"]["surfaces"][number]; units: Units }) {
  return (
    <section>
      <h2 className="heading">Why, for {surface.name}</h2>
      <div className="mt-1 grid gap-3">
        {Object.entries(surface.figures).map(([key, each]) => (
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
        {surface.low_l_year !== null && surface.high_l_year !== null && (
          <p className="note">
            With the low and the high coefficient of its covering: {volume(surface.low_l_year, units)} to{" "}
            {volume(surface.high_l_year, units)} a year.
          </p>
        )}
      </div>
    </section>
  );
}
