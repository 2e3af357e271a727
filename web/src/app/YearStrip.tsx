import { scaleLinear } from "d3-scale";
import { Slider } from "radix-ui";
import { memo, useMemo, useState } from "react";
import { useAxis } from "../lib/axis";
import { daysBetween, monthName, monthStarts, parseDay } from "../lib/dates";
import { dailyQuantiles, FULL, YEAR_DAYS, yearSpans } from "../lib/days";
import type { CisternPlan, RainPlan } from "../api/client";
import type { Days, YearSpan } from "../lib/days";
import { dayRain, rain as rainWords, volume, volumeTick, volumeTicks, volumeUnit } from "../lib/units";
import type { Units } from "../lib/units";
import { useDocument, usePlan } from "../document/shown";

const HEIGHT = 124;
/** Half the width of the words that say how many days were dry, so that they stay on the drawing. */
const DRY_LABEL_HALF = 44;
const RAIN_TOP = 3;
const RAIN_REACH = 30;
const STORE_TOP = 36;
const STORE_FOOT = 102;

type StripProps = {
  days: Days | null;
  yearRow: number;
  pickYear: (row: number) => void;
  /** Whether the sheet above is about what happens through the year; under any other the strip is folded at first. */
  throughTheYear: boolean;
};

/** The water year along the foot: every recorded year as a band, one year drawn strong, rain hanging from the top. */
export const YearStrip = memo(function YearStrip({ days, yearRow, pickYear, throughTheYear }: StripProps) {
  const [open, setOpen] = useOpen(throughTheYear);
  const plan = usePlan("cistern", "rain");
  const { units } = useDocument("units");
  if (!plan.rain || !plan.cistern || !days) {
    return (
      <footer style={{ gridArea: "strip" }} className="border-t-[1.5px] border-ink bg-wall px-6 py-4">
        <p className="heading">The year</p>
        <p className="note">Drawn here once there is a rain record: every recorded year, and the lean one on top.</p>
      </footer>
    );
  }
  if (!open) {
    return (
      <footer
        style={{ gridArea: "strip" }}
        aria-label="The year"
        className="flex items-center justify-between gap-x-4 border-t-[1.5px] border-ink bg-wall px-4 py-1.5 desk:py-1 desk:pr-3 desk:pl-6"
      >
        <p className="leading-tight">
          <YearName rain={plan.rain} leanRow={plan.cistern.lean_year} yearRow={yearRow} />{" "}
          <span className="note whitespace-nowrap">
            <YearSaid rain={plan.rain} years={plan.cistern.years} yearRow={yearRow} units={units} />
          </span>
        </p>
        <FoldButton open={open} setOpen={setOpen} />
      </footer>
    );
  }
  return (
    <footer
      style={{ gridArea: "strip" }}
      aria-label="The year"
      className="relative border-t-[1.5px] border-ink bg-wall px-4 desk:pr-0 desk:pl-6"
    >
      <div className="flex flex-wrap desk:flex-nowrap">
        <YearDrawing rain={plan.rain} years={plan.cistern.years} days={days} yearRow={yearRow} units={units} />
        <YearPicker
          rain={plan.rain}
          years={plan.cistern.years}
          leanRow={plan.cistern.lean_year}
          yearRow={yearRow}
          pickYear={pickYear}
          units={units}
        />
      </div>
      <div className="absolute top-0 right-0 desk:right-1">
        <FoldButton open={open} setOpen={setOpen} />
      </div>
    </footer>
  );
});

/** Whether the strip is open under sheets of this kind: as it was last left in this browser. */
function useOpen(throughTheYear: boolean) {
  const key = `lean-year-strip-${throughTheYear ? "year" : "other"}`;
  const [left, setLeft] = useState<Record<string, string | null>>({});
  const kept = key in left ? left[key] : localStorage.getItem(key);
  const setOpen = (open: boolean) => {
    localStorage.setItem(key, open ? "open" : "folded");
    setLeft((before) => ({ ...before, [key]: open ? "open" : "folded" }));
  };
  return [kept ? kept === "open" : throughTheYear, setOpen] as const;
}

function FoldButton({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  return (
    <button
      className="reach no-print grid size-8 shrink-0 place-items-center text-ink-2 hover:text-ink"
      aria-label={open ? "Fold the year" : "Show the year"}
      title={open ? "Fold the year" : "Show the year"}
      aria-expanded={open}
      onClick={() => setOpen(!open)}
    >
      <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
        <path
          d={open ? "M3 6l5 5 5-5" : "M3 10l5-5 5 5"}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.8"
          strokeLinecap="round"
        />
      </svg>
    </button>
  );
}

function YearName({ rain, yearRow, leanRow }: { rain: RainPlan; yearRow: number; leanRow: number }) {
  return (
    <strong className="heading" data-testid="strip-year">
      {rain.years[yearRow]!.label}
      {yearRow === leanRow ? ", the lean year" : ""}
    </strong>
  );
}

/** The rain of a year, and how low the store came in it. */
function YearSaid({ rain, years, yearRow, units }: Replayed) {
  const year = rain.years[yearRow]!;
  return (
    <>
      {rainWords(year.total_mm, units)} of rain, {lowestWords(years[yearRow]!, units)}
      {years[yearRow + 1]?.dry_before && (
        <>
          , and on into <span className="whitespace-nowrap">{years[yearRow + 1]!.label}</span>
        </>
      )}
      {years[yearRow]!.dry_before && (
        <>
          , begun in <span className="whitespace-nowrap">{years[yearRow - 1]!.label}</span>
        </>
      )}
      {!year.counted && (year.whole ? ", not counted" : ", part year")}
    </>
  );
}

function lowestWords(year: CisternPlan["years"][number], units: Units) {
  return year.short_days
    ? `dry ${year.short_days} ${year.short_days === 1 ? "day" : "days"}`
    : `lowest ${volume(year.lowest_l, units)}`;
}

type Replayed = { rain: RainPlan; years: CisternPlan["years"]; yearRow: number; units: Units };

// Both get the parts of the plan that they draw, so that a preview which leaves these alone leaves the drawing alone.
const YearDrawing = memo(function YearDrawing({ rain, years, days, yearRow, units }: Replayed & { days: Days }) {
  const axis = useAxis();
  const spans = useMemo(() => yearSpans(rain), [rain]);
  const [low, p10, median, p90, high] = useMemo(
    () =>
      dailyQuantiles(days.share, spans, [0, 0.1, 0.5, 0.9, 1]) as [
        Float64Array,
        Float64Array,
        Float64Array,
        Float64Array,
        Float64Array,
      ],
    [days, spans],
  );
  const span = spans[yearRow]!;
  const year = rain.years[yearRow]!;
  const x = scaleLinear([0, YEAR_DAYS - 1], [axis.left, axis.left + axis.width]);
  const y = scaleLinear([0, FULL], [STORE_FOOT, STORE_TOP]);
  const line = (values: ArrayLike<number>, offset = 0) => {
    let path = "";
    for (let day = 0; day < values.length; day++) {
      const value = values[day]!;
      if (!Number.isNaN(value)) path += `${path ? "L" : "M"}${x(day + offset).toFixed(1)} ${y(value).toFixed(1)}`;
    }
    return path;
  };
  const band = (above: Float64Array, below: Float64Array) => {
    const back = Array.from(below, (value, day) => `L${x(day).toFixed(1)} ${y(value).toFixed(1)}`).reverse();
    return `${line(above)}${back.join("")}Z`;
  };
  const strong = days.share.subarray(span.first, span.first + span.days);
  const dry = dryStretches(days, span);
  const dryDays = dry.reduce((sum, [from, to]) => sum + to - from, 0);
  const months = monthStarts(rain.first_month);
  const monthWidth = axis.width / 12;
  const ticks = volumeTicks(days.liveL, units, 2);
  const spellStart = year.dry_spell_start
    ? daysBetween(parseDay(year.start), parseDay(year.dry_spell_start)) + span.offset
    : 0;
  const spellWidth = x(spellStart + year.dry_spell_days) - x(spellStart);
  const storeY = (litres: number) => y(days.liveL > 0 ? (litres / days.liveL) * FULL : 0);
  return (
    <svg
      width={axis.left + axis.width + 8}
      height={HEIGHT}
      className="block shrink-0 overflow-visible"
      role="img"
      aria-label={`Store through ${year.label}: lowest ${volume(years[yearRow]!.lowest_l, units)}, ${dryDays} dry days, ${rainWords(year.total_mm, units)} of rain.`}
    >
      <defs>
        <pattern id="dry-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill="var(--parched-2)" opacity="0.55" />
          <path d="M0 0V7" stroke="var(--parched-5)" strokeWidth="1" opacity="0.55" />
        </pattern>
      </defs>
      {year.dry_spell_days > 6 && (
        <>
          <rect
            x={x(spellStart)}
            y={0}
            width={spellWidth}
            height={STORE_FOOT}
            fill="var(--parched-2)"
            opacity="0.5"
          />
          <rect
            x={x(spellStart)}
            y={STORE_TOP - 2}
            width={spellWidth}
            height={STORE_FOOT - STORE_TOP + 2}
            fill="url(#dry-hatch)"
          />
        </>
      )}
      <path d={band(high, low)} fill="var(--water-1)" />
      <path d={band(p90, p10)} fill="var(--water-3)" opacity="0.62" />
      <path d={line(median)} fill="none" stroke="var(--water-5)" strokeWidth="1.3" />
      <MonthsRain rain={rain} year={year} months={months} x={x} />
      <path d={line(strong, span.offset)} fill="none" stroke="var(--wall)" strokeWidth="5" />
      <path d={line(strong, span.offset)} fill="none" stroke="var(--water-9)" strokeWidth="2.8" />
      {dry.map(([from, to]) => (
        <rect
          key={from}
          x={x(from + span.offset)}
          y={STORE_FOOT - 5}
          width={Math.max(2, x(to) - x(from))}
          height="6"
          fill="var(--alarm)"
        />
      ))}
      <path d={`M${axis.left} ${STORE_FOOT}H${axis.left + axis.width}`} stroke="var(--ink)" strokeWidth="1.2" />
      {ticks.map((tick) => (
        <text key={tick} x={axis.left - 6} y={storeY(tick) + 4} textAnchor="end" className="axis">
          {tick === 0 ? `0 ${volumeUnit(units)}` : volumeTick(tick, units)}
        </text>
      ))}
      <text x={axis.left - 6} y={RAIN_TOP + 12} textAnchor="end" className="axis">
        rain
      </text>
      {months.map(({ month, day }) => (
        <g key={month}>
          <path d={`M${x(day)} ${STORE_FOOT}v5`} stroke="var(--ink)" strokeWidth="1" />
          <text x={x(day) + monthWidth / 2} y={STORE_FOOT + 16} textAnchor="middle" className="axis">
            {axis.narrow ? monthName(month)[0] : monthName(month)}
          </text>
        </g>
      ))}
      {year.dry_spell_days > 6 && spellWidth > 110 && (
        <text
          x={x(spellStart) + spellWidth / 2}
          y={RAIN_TOP + 12}
          textAnchor="middle"
          className="label halo-wall font-semibold"
        >
          {year.dry_spell_days} days under {dayRain(rain.dry_day_mm, units)}
        </text>
      )}
      {dryDays > 0 && <DryWords dry={dry} dryDays={dryDays} x={(day) => x(day + span.offset)} />}
    </svg>
  );
});

/** Stretches of dry days in a year: first day, and the day after the last. */
function dryStretches(days: Days, span: YearSpan): [number, number][] {
  const dry: [number, number][] = [];
  for (let day = 0; day < span.days; day++)
    if (days.isShort(span.first + day)) {
      const last = dry.at(-1);
      if (last && last[1] === day) last[1] = day + 1;
      else dry.push([day, day + 1]);
    }
  return dry;
}

type MonthsProps = {
  rain: RainPlan;
  year: RainPlan["years"][number];
  months: ReturnType<typeof monthStarts>;
  x: (day: number) => number;
};

/** Rain hanging from the top: of a mean year, and of the year that is shown. */
function MonthsRain({ rain, year, months, x }: MonthsProps) {
  const axis = useAxis();
  const monthWidth = axis.width / 12;
  const wettest = Math.max(
    ...rain.months.map((month) => month.mean_mm ?? 0),
    ...year.monthly_mm.map((depth) => depth ?? 0),
    1,
  );
  return months.map(({ month, day }) => {
    const mean = ((rain.months[month - 1]!.mean_mm ?? 0) / wettest) * RAIN_REACH;
    const here = ((year.monthly_mm[month - 1] ?? 0) / wettest) * RAIN_REACH;
    const left = x(day) + monthWidth * 0.14;
    return (
      <g key={month}>
        <rect x={left} y={RAIN_TOP} width={monthWidth * 0.72} height={mean} fill="var(--water-3)" opacity="0.75" />
        <rect
          x={left + monthWidth * 0.2}
          y={RAIN_TOP}
          width={monthWidth * 0.32}
          height={here}
          fill="var(--water-7)"
        />
      </g>
    );
  });
}

type DryProps = { dry: [number, number][]; dryDays: number; x: (day: number) => number };

/** How many days were dry, over the middle of them, within the drawing. */
function DryWords({ dry, dryDays, x }: DryProps) {
  const axis = useAxis();
  return (
    <text
      x={Math.max(
        axis.left + DRY_LABEL_HALF,
        Math.min(x((dry[0]![0] + dry.at(-1)![1]) / 2), axis.left + axis.width - DRY_LABEL_HALF),
      )}
      y={STORE_FOOT - 9}
      textAnchor="middle"
      className="label halo-wall"
      style={{ fill: "var(--alarm)", fontWeight: 650 }}
    >
      dry {dryDays} {dryDays === 1 ? "day" : "days"}
    </text>
  );
}

type PickerProps = Replayed & { leanRow: number; pickYear: (row: number) => void };

const YearPicker = memo(function YearPicker({ rain, years, leanRow, yearRow, pickYear, units }: PickerProps) {
  const axis = useAxis();
  const year = rain.years[yearRow]!;
  const isLean = yearRow === leanRow;
  const width = axis.narrow ? axis.contentWidth : Math.max(180, axis.contentWidth - axis.left - axis.width - 28);
  const count = rain.years.length;
  const step = width / count;
  const bar = Math.max(1, Math.min(step - 1.5, 14));
  const foot = 44;
  const highest = Math.max(...years.map((each) => each.lowest_l), 1);
  const said = lowestWords(years[yearRow]!, units);
  return (
    <div className="pb-2 desk:ml-5" style={{ width }}>
      <p className="pt-1.5 leading-tight">
        <YearName rain={rain} leanRow={leanRow} yearRow={yearRow} />
      </p>
      <p className="note leading-tight">
        <YearSaid rain={rain} years={years} yearRow={yearRow} units={units} />
        {!isLean && (
          <>
            {" · "}
            <button
              className="fix relative after:absolute after:-inset-2 after:content-['']"
              onClick={() => pickYear(leanRow)}
            >
              lean year
            </button>
          </>
        )}
      </p>
      <Slider.Root
        className="relative block h-[62px] touch-none select-none"
        min={0}
        max={Math.max(count - 1, 1)}
        value={[yearRow]}
        onValueChange={([row]) => pickYear(Math.min(row!, count - 1))}
      >
        <Slider.Track className="absolute inset-0 block">
          <svg width={width} height="62" aria-hidden="true">
            {years.map((each, row) => {
              const height = Math.max(1.5, (each.lowest_l / highest) * 30);
              const left = row * step + (step - bar) / 2;
              return each.short_days ? (
                <rect key={each.start} x={left} y={foot - 8} width={bar} height="8" fill="var(--alarm)" />
              ) : (
                <rect
                  key={each.start}
                  x={left}
                  y={foot - height}
                  width={bar}
                  height={height}
                  fill={each.counted ? "var(--water-5)" : "var(--water-3)"}
                />
              );
            })}
            <path d={`M0 ${foot}H${width}`} stroke="var(--ink)" strokeWidth="1.2" />
            <text x="0" y={foot + 15} className="axis">
              {rain.years[0]!.start.slice(0, 4)}
            </text>
            <text x={width / 2} y={foot + 15} className="axis" textAnchor="middle">
              lowest store, each year
            </text>
            <text x={width} y={foot + 15} className="axis" textAnchor="end">
              {rain.years.at(-1)!.start.slice(0, 4)}
            </text>
          </svg>
        </Slider.Track>
        <Slider.Thumb asChild aria-label="Year" aria-valuetext={`${year.label}, ${said}`}>
          {/* As wide as one year, so that it stands over that year's bar; what can be gripped is wider. */}
          <span className="group block h-[62px] outline-none" style={{ width: step }}>
            <span className="absolute -inset-y-1 left-1/2 w-11 -translate-x-1/2 cursor-ew-resize" />
            <svg
              width="22"
              height="46"
              aria-hidden="true"
              className="pointer-events-none absolute left-1/2 -translate-x-1/2 group-focus-visible:outline-2 group-focus-visible:outline-water-7"
            >
              <path d="M11 16V44" stroke="var(--ink)" strokeWidth="1.8" />
              <circle cx="11" cy="9" r="8" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.6" />
              <path d="M9 5.5L5.8 9 9 12.5M13 5.5L16.2 9 13 12.5" fill="none" stroke="var(--ink)" strokeWidth="1.5" />
            </svg>
          </span>
        </Slider.Thumb>
      </Slider.Root>
    </div>
  );
});
