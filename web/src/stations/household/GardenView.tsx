import { axisUnit } from "../../lib/units";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { useAxis } from "../../lib/axis";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Entry } from "../../document/Entry";
import { Why } from "../../ui/Why";
import { SiteTemperatures } from "../../document/SiteTemperatures";
import { MonthBars } from "./MonthBars";
import { MonthEntries } from "../../document/MonthEntries";
import { PeopleCalendar } from "./PeopleCalendar";

/** Who is there when, and how the watered ground drinks. */
export function GardenView({ months }: { months: number[] }) {
  const bench = useEdits();
  const axis = useAxis();
  const document = useDocument("household", "site", "units");
  const plan = usePlan("household");
  const { irrigation } = document.household;
  const units = document.units;
  const figures = plan.household.figures;
  const at = "/household/irrigation";
  const place = { months, narrow: axis.narrow, left: axis.left, width: axis.width };
  const temps = irrigation.et0 === "temperatures";
  const watering = plan.household.uses.find((use) => use.id === "watering");
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6">
      <PeopleCalendar months={months} />
      <section aria-label="Watered ground">
        <h2 className="heading">Watered ground</h2>
        <p className="leading-[1.9]">
          <Entry label="Watered area" path={`${at}/area_m2`} kind="area" value={irrigation.area_m2} /> watered with an
          efficiency of{" "}
          <Entry
            label="Efficiency of watering"
            path={`${at}/efficiency`}
            kind="percent"
            value={irrigation.efficiency}
          />
          . The roots’ soil holds{" "}
          <Entry
            label="Water the soil holds"
            path={`${at}/available_water_mm`}
            kind="depth"
            value={irrigation.available_water_mm}
          />
          , of which{" "}
          <Entry
            label="Share the plants may take"
            path={`${at}/allowed_depletion`}
            kind="percent"
            value={irrigation.allowed_depletion}
          />{" "}
          may be used before it is watered again. Evapotranspiration from{" "}
          <ChoiceEntry
            path={`${at}/et0`}
            label="Where the evapotranspiration comes from"
            value={irrigation.et0}
            options={[
              { value: "entered", label: "twelve values", note: "entered below" },
              { value: "temperatures", label: "temperatures", note: "Hargreaves, FAO-56" },
              { value: "record", label: "the record", note: "its own column" },
            ]}
            onChoose={(way) => void bench.edit(`Evapotranspiration from ${way}`, replace(`${at}/et0`, way))}
          />
          {temps && (
            <>
              {" "}
              at latitude{" "}
              <Entry
                label="Latitude"
                path="/site/latitude_deg"
                kind="position"
                value={document.site.latitude_deg ?? 0}
              />
            </>
          )}
          , and it drinks{" "}
          <ChoiceEntry
            path={`${at}/from_rain`}
            label="Which water the ground drinks"
            value={irrigation.from_rain ? "rain" : "other"}
            options={[
              { value: "rain", label: "rain" },
              { value: "other", label: "other water" },
            ]}
            onChoose={(from) => void bench.edit(`Garden drinks ${from}`, replace(`${at}/from_rain`, from === "rain"))}
          />
          .
          {figures["watering_l_year"] && (
            <>
              {" "}
              That is <Why figure={figures["watering_l_year"]} units={units} /> in a mean year
              {figures["et0_mm_year"] && (
                <>
                  , under <Why figure={figures["et0_mm_year"]} units={units} /> of evapotranspiration
                </>
              )}
              .
            </>
          )}
        </p>
        {irrigation.area_m2 > 0 && (
          <>
            {watering && (
              <MonthBars
                {...place}
                name={`Watering on a mean day, ${axisUnit("rate", units).unit}`}
                values={watering.by_month_l_day.map((litres) => litres / axisUnit("rate", units).factor)}
              />
            )}
            <MonthEntries
              {...place}
              title="Crop factor; 0 where nothing is watered"
              name="Crop factor"
              path={`${at}/crop_factor`}
              kind="share"
              values={irrigation.crop_factor}
              step={0.05}
            />
            {irrigation.et0 === "entered" && (
              <MonthEntries
                {...place}
                title={`Evapotranspiration, ${axisUnit("rain", units).unit} a day`}
                name="Evapotranspiration"
                path={`${at}/et0_mm_day`}
                kind="depth"
                values={irrigation.et0_mm_day}
              />
            )}
          </>
        )}
        {temps && <SiteTemperatures months={months} />}
      </section>
    </div>
  );
}
