import type { UseQueryResult } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";
import type { RainPlan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { useAxis } from "../../lib/axis";
import { monthName } from "../../lib/dates";
import { MISSING, yearSpans } from "../../lib/days";
import { useLight } from "../../lib/light";
import { dayRain, rain as rainWords } from "../../lib/units";
import type { Units } from "../../lib/units";
import { DataTable, yearName } from "../../ui/DataTable";
import { DayPicture, rowTops } from "../../ui/DayPicture";
import { LegendKey } from "../../ui/LegendKey";
import { Findings } from "../../document/Findings";
import { Why } from "../../ui/Why";
import { css } from "../../ui/storeScale";
import { AnnualTotals } from "./AnnualTotals";
import { MonthsChart } from "./MonthsChart";
import { RankedYears } from "./RankedYears";

const PICTURE_HEIGHT = 236;
/** Colours of a day's rain from none to 25 mm and more, and of a missing day. As 0xRRGGBB. */
const WET = {
  light: [0xf4efe2, 0xd3e5e8, 0x9cc6d6, 0x3a8cb2, 0x125b83, 0x0b3a57],
  dark: [0x1c272e, 0x284b5e, 0x346b87, 0x4f9dc4, 0x86c5e3, 0xd5edf6],
};
const LIMITS_MM = [0.05, 1, 5, 12, 25];
const MISSING_DAY = 0xd08f22;

type ViewProps = {
  rain: RainPlan;
  query: UseQueryResult;
  tenths: Uint16Array | null;
  yearRow: number;
  leanRow: number;
  units: Units;
  pickYear: (row: number) => void;
};

/** Every recorded day as a picture, the months, and how dry the years get. */
export function DaysView({ rain, query, tenths, yearRow, leanRow, units, pickYear }: ViewProps) {
  const axis = useAxis();
  const plan = usePlan("findings");
  const wet = WET[useLight()];
  const spans = useMemo(() => yearSpans(rain), [rain]);
  const colour = useCallback(
    (day: number) => {
      const value = tenths?.[day] ?? 0;
      if (value === MISSING) return MISSING_DAY;
      const step = LIMITS_MM.findIndex((limit) => value / 10 < limit);
      return wet[step < 0 ? wet.length - 1 : step]!;
    },
    [tenths, wet],
  );
  const figure = (key: string) => <Why figure={rain.figures[key]!} units={units} />;
  const strongRows = leanRow >= 0 ? [leanRow] : [];
  return (
    <>
      {/* The right column has its own height: a long finding must not push the months down. */}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-3 gap-y-4 desk:grid-cols-[auto_minmax(0,1fr)]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-3">
          <section aria-label="Every recorded day">
            <div className="mb-1 flex flex-wrap items-center gap-x-6 gap-y-1">
              <h2 className="heading">Every recorded day</h2>
              <p className="flex flex-wrap items-center gap-x-2 text-small">
                none, to {rainWords(LIMITS_MM.at(-1)!, units)} a day and more
                <svg width="132" height="14" aria-hidden="true">
                  {wet.map((rgb, i) => (
                    <rect
                      key={rgb}
                      x={i * 22}
                      width="22"
                      height="14"
                      fill={css(rgb)}
                      stroke="var(--rule)"
                      strokeWidth="0.5"
                    />
                  ))}
                </svg>
                <LegendKey fill={css(MISSING_DAY)}>missing</LegendKey>
              </p>
            </div>
            {query.isError ? (
              <p className="note" style={{ height: PICTURE_HEIGHT }}>
                The days could not be fetched.{" "}
                <button className="fix" onClick={() => void query.refetch()}>
                  Try again
                </button>
              </p>
            ) : (
              <DayPicture
                name="Rain on every recorded day"
                years={rain.years}
                spans={spans}
                firstMonth={rain.first_month}
                strongRows={strongRows}
                yearRow={yearRow}
                height={PICTURE_HEIGHT}
                colour={colour}
                reading={(day) => {
                  const value = tenths?.[day];
                  return value === undefined || value === MISSING ? "missing" : dayRain(value / 10, units);
                }}
                pickYear={pickYear}
              />
            )}
          </section>
          <MonthsChart rain={rain} yearRow={yearRow} units={units} />
        </div>
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
          <div className="flex gap-4">
            {!axis.narrow && (
              <div className="shrink-0 pt-[25px]">
                <AnnualTotals
                  rain={rain}
                  tops={rowTops(rain.years.length, [...strongRows, yearRow], PICTURE_HEIGHT)}
                  yearRow={yearRow}
                  leanRow={leanRow}
                  units={units}
                />
              </div>
            )}
            <aside className="min-w-0 flex-1" aria-label="How dry it gets">
              <h2 className="heading">How dry it gets</h2>
              <dl className="mt-1 text-table">
                {[
                  ["dry_year_1_in_5_mm", "1 year in 5 is under"],
                  ["dry_year_1_in_10_mm", "1 year in 10"],
                  ["dry_year_1_in_20_mm", "1 year in 20"],
                  ["driest_12_months_mm", "driest 12 months"],
                  ["longest_dry_spell_d", `longest run under ${dayRain(rain.dry_day_mm, units)} a day`],
                  ["wettest_day_mm", "wettest day"],
                ].map(([key, name]) => (
                  <div key={key} className="flex items-baseline justify-between gap-2 border-b border-rule py-[3px]">
                    <dt>{name}</dt>
                    <dd className="text-right font-semibold whitespace-nowrap">{figure(key!)}</dd>
                  </div>
                ))}
              </dl>
            </aside>
          </div>
          <Findings findings={plan.findings.filter((finding) => finding.stage === "rain")} />
          <RankedYears rain={rain} yearRow={yearRow} leanRow={leanRow} units={units} />
        </div>
      </div>
      <MonthsTable />
    </>
  );
}

function MonthsTable() {
  const document = useDocument("units");
  const plan = usePlan("rain");
  const rain = plan.rain!;
  const cell = (value: number | null) => (value === null ? "–" : rainWords(value, document.units));
  return (
    <details className="mt-3">
      <summary className="fix min-h-11 cursor-pointer py-2">Months and years as tables</summary>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-6 desk:grid-cols-2">
        <DataTable
          head={["Month", "Mean", "Median", "Dry, 1 in 10", "Wet, 1 in 10"]}
          rows={rain.months.map((month) => ({
            key: String(month.month),
            name: monthName(month.month),
            cells: [month.mean_mm, month.median_mm, month.p10_mm, month.p90_mm].map(cell),
          }))}
        />
        <DataTable
          head={["Year", "Rain", "Missing", "Longest dry spell"]}
          rows={rain.years.map((year) => ({
            key: year.start,
            name: yearName(year),
            cells: [cell(year.total_mm), `${year.missing_days} d`, `${year.dry_spell_days} d`],
          }))}
        />
      </div>
    </details>
  );
}
