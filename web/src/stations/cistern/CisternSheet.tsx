import { resize } from "../../document/edits";
import type { SheetProps } from "../../document/sheet";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Entry } from "../../document/Entry";
import { fetched } from "../../ui/fetched";
import { Views } from "../../ui/Views";
import { Why } from "../../ui/Why";
import { NoRain } from "../../document/NoRain";
import { DaysView } from "./DaysView";

const TanksView = fetched(async () => (await import("./TanksView")).TanksView);
const MethodsView = fetched(async () => (await import("./MethodsView")).MethodsView);
const SafetyView = fetched(async () => (await import("./SafetyView")).SafetyView);
const SearchView = fetched(async () => (await import("./SearchView")).SearchView);

/** The store: its record, its tanks, the methods of sizing, how safe it is, and what else there could be. */
export function CisternSheet({ days, yearRow, pickYear }: SheetProps) {
  const { cistern, rain } = usePlan("cistern", "rain");
  if (!cistern || !rain || !days) return <NoRain title="Cistern" settings={<CisternSettings />} />;
  return (
    <>
      <CisternSettings />
      <Views
        label="Parts of the cistern"
        views={[
          { key: "days", name: "Every day", body: <DaysView days={days} yearRow={yearRow} pickYear={pickYear} /> },
          { key: "tanks", name: "The tanks", body: <TanksView /> },
          { key: "methods", name: "Methods of sizing", body: <MethodsView /> },
          { key: "safety", name: "How safe", body: <SafetyView /> },
          { key: "search", name: "Design search", body: <SearchView /> },
        ]}
      />
    </>
  );
}

/** The settings of the cistern, as words in two sentences. */
function CisternSettings() {
  const bench = useEdits();
  const document = useDocument("cistern", "units");
  const plan = usePlan("cistern", "household", "rain", "roofs", "tank_l");
  const { cistern: entered, units } = document;
  const { cistern, rain, roofs, household } = plan;
  const counted = cistern?.counted_years ?? 0;
  const built = entered.tanks
    .filter((tank) => tank.phase <= entered.built_phase)
    .reduce((sum, tank) => sum + tank.count, 0);
  const roofArea = roofs.figures["area_m2"]!;
  const use = household.figures["demand_l_day"]!;
  return (
    <div className="flex flex-col gap-x-8 desk:flex-row">
      <h1 className="title shrink-0 pt-0.5">Cistern</h1>
      <div className="leading-[1.75]">
        <p>
          {built > 1 ? `${built} tanks` : "A tank"} of{" "}
          <Entry
            label="Tank size"
            path="/cistern/tanks/0/shape"
            kind="volume"
            value={plan.tank_l}
            max={1e9}
            toOperations={resize}
          />
          {rain ? `, replayed through ${rain.days.toLocaleString("en-US")} recorded days: ` : ": "}
          <Why figure={roofArea} units={units} /> of roof in, <Why figure={use} units={units} /> out. Let{" "}
          <Entry
            label="Short years allowed"
            path="/cistern/short_years_allowed"
            kind="count"
            value={entered.short_years_allowed}
          />{" "}
          {counted ? `of ${counted} years` : "years"} run short.
        </p>
        <p>
          Count the day’s use{" "}
          <ChoiceEntry
            path="/cistern/rule"
            label="When the day's use is counted"
            value={entered.rule}
            options={[
              { value: "yas", label: "after the spill", note: "the careful one" },
              { value: "ybs", label: "before the spill" },
            ]}
            onChoose={(rule) =>
              void bench.edit(`Use counted ${rule === "yas" ? "after" : "before"} the spill`, [
                { op: "replace", path: "/cistern/rule", value: rule },
              ])
            }
          />
          {cistern &&
            ` (${entered.rule === "yas" ? "before" : "after"} it: ${cistern.other_rule_years_carried} years)`}
          . Hold back{" "}
          <Entry label="Fire reserve" path="/cistern/fire_reserve_l" kind="volume" value={entered.fire_reserve_l} />{" "}
          for fire
          {cistern && (
            <>
              ; <Why figure={cistern.figures["dead_l"]!} units={units} /> is below the outlet
            </>
          )}
          . Begin{" "}
          <ChoiceEntry
            path="/cistern/start_share"
            label="Start"
            value={String(entered.start_share)}
            options={[
              { value: "1", label: "full" },
              { value: "0.5", label: "half full" },
              { value: "0", label: "empty" },
              ...([0, 0.5, 1].includes(entered.start_share)
                ? []
                : [{ value: String(entered.start_share), label: `${Math.round(entered.start_share * 100)} % full` }]),
            ]}
            onChoose={(share) =>
              void bench.edit(`Begin ${{ "1": "full", "0.5": "half full", "0": "empty" }[share] ?? share}`, [
                { op: "replace", path: "/cistern/start_share", value: Number(share) },
              ])
            }
          />
          .
        </p>
      </div>
    </div>
  );
}
