import { useCallback, useMemo } from "react";
import { useWorkbench } from "../../frame/workbench";
import { useAxis } from "../../lib/axis";
import { FULL, yearSpans } from "../../lib/days";
import type { Days } from "../../lib/days";
import { volume } from "../../lib/units";
import { Choice } from "../../ui/Choice";
import { DayPicture, rowTops } from "../../ui/DayPicture";
import { Entry } from "../../ui/Entry";
import { Cautions, Findings } from "../../ui/Findings";
import { Why } from "../../ui/Why";
import { NoRain } from "../NoRain";
import { LowestDots } from "./LowestDots";
import { ResultsTable } from "./ResultsTable";
import { SizeCurve } from "./SizeCurve";
import { css, DRY_DAY, STORE_SCALE, storeStep } from "./storeScale";
import { YearsTable } from "./YearsTable";

const PICTURE_HEIGHT = 236;

type SheetProps = { days: Days | null; yearRow: number; pickYear: (row: number) => void };

/** Every recorded day as a picture, security over size with a handle to drag, and the results. */
export function CisternSheet({ days, yearRow, pickYear }: SheetProps) {
  const bench = useWorkbench();
  const axis = useAxis();
  const { document, plan } = bench.shown;
  const units = document.units;
  const { cistern, rain } = plan;
  const spans = useMemo(() => (rain ? yearSpans(rain) : []), [rain]);
  const colour = useCallback(
    (day: number) => (days!.isShort(day) ? DRY_DAY : STORE_SCALE[storeStep(days!.share[day]! / FULL)]!),
    [days],
  );
  if (!cistern || !rain || !days) return <NoRain title="Cistern" settings={<CisternSettings />} />;

  const reading = (day: number) => {
    const held = volume((days.share[day]! / FULL) * days.liveL, units);
    return days.isShort(day) ? `dry, ${held} in the store at night` : `${held} in the store`;
  };
  const strongRows = [cistern.lean_year];
  const findings = plan.findings.filter((finding) => finding.stage === "cistern");
  const smallest = cistern.figures["smallest_for_aim_l"]!;
  const tightest = cistern.figures["tightest_l"]!;
  return (
    <>
      <CisternSettings />
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)] gap-x-6 min-[900px]:grid-cols-[minmax(0,78%)_minmax(0,1fr)]">
        <section aria-label="Every recorded day">
          <div className="mb-1 flex flex-wrap items-center gap-x-6 gap-y-1">
            <h2 className="heading">Every recorded day</h2>
            <StoreLegend liveL={cistern.live_l} units={units} />
          </div>
          <div className="flex">
            <DayPicture
              name="Store on every recorded day"
              years={rain.years}
              spans={spans}
              firstMonth={rain.first_month}
              strongRows={strongRows}
              yearRow={yearRow}
              height={PICTURE_HEIGHT}
              colour={colour}
              reading={reading}
              pickYear={pickYear}
            />
            {!axis.narrow && (
              <LowestDots
                cistern={cistern}
                tops={rowTops(rain.years.length, [...strongRows, yearRow], PICTURE_HEIGHT)}
                yearRow={yearRow}
                units={units}
              />
            )}
          </div>
        </section>
        <aside className="max-[899px]:mt-4" aria-label="Why">
          <h2 className="heading">Why {smallest.value === null ? "no size" : volume(smallest.value, units)}</h2>
          <p className="mt-0.5 text-[13.5px] leading-snug font-semibold">
            {tightest.formula.split("; ").map((line) => (
              <span key={line} className="block">
                {line}
              </span>
            ))}
          </p>
          <p className="note mt-1.5 border-t border-rule pt-1.5 leading-snug">
            <strong className="text-ink">V</strong> store tonight, <strong className="text-ink">V′</strong> last
            night, <strong className="text-ink">Q</strong> off the roofs, <strong className="text-ink">D</strong>{" "}
            wanted, <strong className="text-ink">Y</strong> drawn, <strong className="text-ink">S</strong> live size
          </p>
          <p className="note mt-1.5 border-t border-rule pt-1.5 leading-snug">
            {tightest.label}: {tightest.working}
          </p>
          <p className="note mt-1.5 border-t border-rule pt-1.5 leading-snug">
            {smallest.label}: <Why figure={smallest} units={units} />, {smallest.working}.
          </p>
        </aside>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 min-[900px]:grid-cols-[minmax(0,41%)_minmax(0,1fr)]">
        <SizeCurve />
        <ResultsTable yearRow={yearRow} />
      </div>
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-6 min-[900px]:grid-cols-2">
        <section aria-label="Findings">
          <Findings findings={findings} />
        </section>
        <Cautions cautions={cistern.cautions} />
      </div>
      <YearsTable />
    </>
  );
}

function StoreLegend({ liveL, units }: { liveL: number; units: "metric" | "us" }) {
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-[13.5px] whitespace-nowrap">
      store 0
      <svg width="144" height="14" role="img" aria-label="From low, sand, to full, deep blue">
        {STORE_SCALE.map((rgb, step) => (
          <rect key={rgb} x={step * 16} width="16" height="14" fill={css(rgb)} />
        ))}
      </svg>
      {volume(liveL, units)}
      <svg width="14" height="14" aria-hidden="true" className="ml-3">
        <rect width="14" height="14" fill={css(DRY_DAY)} />
      </svg>
      the house is dry
    </p>
  );
}

/** The settings of the cistern, as words in two sentences. */
function CisternSettings() {
  const bench = useWorkbench();
  const { document, plan } = bench.shown;
  const { cistern: entered, units, assumed } = document;
  const { cistern, rain, roofs, household } = plan;
  const counted = cistern?.counted_years ?? 0;
  const roofArea = roofs.figures["area_m2"]!;
  const use = household.figures["demand_l_day"]!;
  const isAssumed = (field: string) => assumed.includes(`/cistern/${field}`);
  const volumeEntry = (label: string, field: "tank_l" | "fire_reserve_l" | "below_outlet_l") => (
    <Entry label={label} path={`/cistern/${field}`} kind="volume" value={entered[field]} max={1e9} />
  );
  return (
    <div className="flex flex-col gap-x-8 min-[900px]:flex-row">
      <h1 className="title shrink-0 pt-0.5">Cistern</h1>
      <div className="leading-[1.75]">
        <p>
          A tank of {volumeEntry("Tank size", "tank_l")}
          {rain ? `, replayed through ${rain.days.toLocaleString("en-US")} recorded days: ` : ": "}
          <Why figure={roofArea} units={units} /> of roof in, <Why figure={use} units={units} /> out. Let{" "}
          <Entry
            label="Short years allowed"
            path="/cistern/short_years_allowed"
            kind="count"
            value={entered.short_years_allowed}
            max={200}
          />{" "}
          {counted ? `of ${counted} years` : "years"} run short.
        </p>
        <p>
          Count the day’s use{" "}
          <Choice
            label="When the day's use is counted"
            value={entered.rule}
            assumed={isAssumed("rule")}
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
          . Hold back {volumeEntry("Fire reserve", "fire_reserve_l")} for fire and{" "}
          {volumeEntry("Water below the outlet", "below_outlet_l")} below the outlet. Begin{" "}
          <Choice
            label="Start"
            value={String(entered.start_share)}
            assumed={isAssumed("start_share")}
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
