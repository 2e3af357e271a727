import { choicesAt } from "../../document/choices";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { rainDaysQuery } from "../../api/queries";
import type { SheetProps } from "../../document/sheet";
import { useDocument, usePlan } from "../../document/shown";
import { replace } from "../../document/edits";
import { useEdits, useSaved } from "../../document/workbench";
import { dayName, monthName, parseDay } from "../../lib/dates";
import { unpack16 } from "../../lib/days";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Cautions } from "../../document/Findings";
import { Views } from "../../ui/Views";
import { Why } from "../../ui/Why";
import { DaysView } from "./DaysView";
import { ImportDialog } from "./ImportDialog";
import { SpellsView } from "./SpellsView";
import { YearsView } from "./YearsView";

/** What fell, how far it can be trusted, and what a lean year looks like. */
export function RainSheet({ yearRow, pickYear }: SheetProps) {
  const bench = useEdits();
  const { record } = useSaved();
  const plan = usePlan("rain", "findings", "cistern");
  const document = useDocument("climate", "units", "rain");
  const [importing, setImporting] = useState(false);
  const { rain } = plan;
  const units = document.units;
  const query = useQuery(rainDaysQuery(bench.id, document.rain.record_id));
  const tenths = useMemo(() => (query.data ? unpack16(query.data.tenth_mm) : null), [query.data]);
  const dialog = <ImportDialog open={importing} setOpen={setImporting} />;

  if (!rain) {
    return (
      <>
        <h1 className="title">Rain</h1>
        <div className="mt-6 max-w-[60ch]">
          <p className="heading">No record yet</p>
          <p className="mt-1">
            Everything here is worked out from daily rain: the record of a gauge near the property in any common form,
            or, to begin with, an invented station or twelve monthly means. Twenty years or more are worth looking
            for, since a lean year that comes once in twenty has to be in it.
          </p>
          <p className="mt-4">
            <button className="act" onClick={() => setImporting(true)}>
              Bring in rain
            </button>
          </p>
        </div>
        {dialog}
      </>
    );
  }

  const figure = (key: string) => <Why figure={rain.figures[key]!} units={units} />;
  const drier = plan.cistern?.drier;
  const leanRow = plan.cistern?.lean_year ?? -1;
  const shown = { yearRow, pickYear, units };
  const missing = rain.figures["missing_d"]!.value ?? 0;
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Rain</h1>
        <div className="min-w-0 flex-1 leading-[1.75]">
          <p>
            <strong>{record?.name}</strong>: {rain.days.toLocaleString("en-US")} days, {dayName(parseDay(rain.start))}{" "}
            to {dayName(parseDay(rain.end))}, {missing ? figure("missing_d") : "none"} missing. A mean year brings{" "}
            {figure("mean_year_mm")}, the driest {figure("driest_year_mm")}.
          </p>
          <p>
            Take missing days{" "}
            <ChoiceEntry
              path="/rain/filling"
              label="Missing days"
              value={document.rain.filling}
              options={choicesAt<typeof document.rain.filling>("/rain/filling", document.units)}
              onChoose={(filling) =>
                void bench.edit(`Missing days: ${filling.replace("_", " ")}`, replace("/rain/filling", filling))
              }
            />
            . Water years begin in {monthName(rain.first_month)}; the three before are the driest.{" "}
            <button
              className="fix relative after:absolute after:-inset-2 after:content-['']"
              onClick={() => setImporting(true)}
            >
              Bring in another record
            </button>
          </p>
          <p>
            For a climate to come, plan with{" "}
            <ChoiceEntry
              path="/climate/rain"
              label="Rain to come"
              value={document.climate.rain}
              options={choicesAt<typeof document.climate.rain>("/climate/rain", document.units)}
              onChoose={(value) => void bench.edit("Rain to come", replace("/climate/rain", value))}
            />
            {drier && ` (${drier.years_carried} of ${drier.of_years} years carried by rain alone)`} and downpours{" "}
            <ChoiceEntry
              path="/climate/downpours"
              label="Downpours to come"
              value={document.climate.downpours}
              options={choicesAt<typeof document.climate.downpours>("/climate/downpours", document.units)}
              onChoose={(value) => void bench.edit("Downpours to come", replace("/climate/downpours", value))}
            />
            .
          </p>
        </div>
      </div>

      <Views
        label="Parts of the rain"
        views={[
          {
            key: "days",
            name: "Every day",
            body: <DaysView rain={rain} query={query} tenths={tenths} leanRow={leanRow} {...shown} />,
          },
          {
            key: "years",
            name: "Years side by side",
            body: <YearsView rain={rain} tenths={tenths} leanRow={leanRow} {...shown} />,
          },
          { key: "spells", name: "Dry spells", body: <SpellsView rain={rain} leanRow={leanRow} {...shown} /> },
        ]}
      />
      <p className="note mt-3 max-w-[90ch]">{record?.note}</p>
      <Cautions cautions={rain.cautions} />
      {dialog}
    </>
  );
}
