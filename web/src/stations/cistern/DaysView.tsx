import { useCallback, useMemo } from "react";
import { useDocument, usePlan } from "../../document/shown";
import { useAxis } from "../../lib/axis";
import { addDays, inSeason, parseDay } from "../../lib/dates";
import { FULL, yearSpans } from "../../lib/days";
import type { Days } from "../../lib/days";
import { volume } from "../../lib/units";
import { DayPicture, rowTops } from "../../ui/DayPicture";
import { Cautions, Findings } from "../../document/Findings";
import { LegendKey } from "../../ui/LegendKey";
import { Why } from "../../ui/Why";
import { LowestDots } from "./LowestDots";
import { ResultsTable } from "./ResultsTable";
import { SizeCurve } from "./SizeCurve";
import { css, DRY_DAY, OUT_OF_USE_DAY, STORE_SCALE, storeStep } from "../../ui/storeScale";
import { YearsTable } from "./YearsTable";

const PICTURE_HEIGHT = 222;

type ViewProps = { days: Days; yearRow: number; pickYear: (row: number) => void };

/** Every recorded day as a picture, security over size with a handle to drag, and the results. */
export function DaysView({ days, yearRow, pickYear }: ViewProps) {
  const axis = useAxis();
  const document = useDocument("units", "cistern");
  const season = document.cistern.out_of_use;
  const plan = usePlan("cistern", "findings", "rain");
  const units = document.units;
  const cistern = plan.cistern!;
  const rain = plan.rain!;
  const spans = useMemo(() => yearSpans(rain), [rain]);
  const isOut = useMemo(() => {
    const begun = parseDay(rain.years[0]!.start);
    return (day: number) => season !== null && inSeason(addDays(begun, day), season);
  }, [rain, season]);
  const colour = useCallback(
    (day: number) => {
      if (days.isShort(day)) return DRY_DAY;
      return isOut(day) ? OUT_OF_USE_DAY : STORE_SCALE[storeStep(days.share[day]! / FULL)]!;
    },
    [days, isOut],
  );
  const reading = (day: number) => {
    if (isOut(day)) return days.isShort(day) ? "water wanted, and the store out of use" : "the store is out of use";
    const held = volume((days.share[day]! / FULL) * days.liveL, units);
    return days.isShort(day) ? `dry, ${held} in the store at night` : `${held} in the store`;
  };
  const strongRows = [cistern.lean_year];
  const findings = plan.findings.filter((finding) => finding.stage === "cistern");
  const smallest = cistern.figures["smallest_for_aim_l"]!;
  const tightest = cistern.figures["tightest_l"]!;
  return (
    <>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 desk:grid-cols-[minmax(0,78%)_minmax(0,1fr)]">
        <section aria-label="Every recorded day">
          <div className="mb-1 flex flex-wrap items-center gap-x-6 gap-y-1">
            <h2 className="heading">Every recorded day</h2>
            <StoreLegend liveL={cistern.live_l} units={units} outOfUse={season !== null} />
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
        <aside className="max-desk:mt-4" aria-label="Why">
          <h2 className="heading">Why {smallest.value === null ? "no size" : volume(smallest.value, units)}</h2>
          <p className="mt-0.5 text-small leading-snug font-semibold">
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
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,41%)_minmax(0,1fr)]">
        <SizeCurve />
        <ResultsTable yearRow={yearRow} />
      </div>
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-6 desk:grid-cols-2">
        <section aria-label="Findings">
          <Findings findings={findings} />
        </section>
        <Cautions cautions={cistern.cautions} />
      </div>
      <YearsTable />
    </>
  );
}

function StoreLegend({ liveL, units, outOfUse }: { liveL: number; units: "metric" | "us"; outOfUse: boolean }) {
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-small whitespace-nowrap">
      store 0
      <svg width="144" height="14" role="img" aria-label="From low, sand, to full, deep blue">
        {STORE_SCALE.map((rgb, step) => (
          <rect key={rgb} x={step * 16} width="16" height="14" fill={css(rgb)} />
        ))}
      </svg>
      {volume(liveL, units)}
      <LegendKey fill={css(DRY_DAY)}>no water left</LegendKey>
      {outOfUse && <LegendKey fill={css(OUT_OF_USE_DAY)}>out of use</LegendKey>}
    </p>
  );
}
