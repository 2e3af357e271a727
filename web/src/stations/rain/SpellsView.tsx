import { scaleLinear } from "d3-scale";
import { useMemo } from "react";
import type { RainPlan } from "../../api/client";
import { useAxis } from "../../lib/axis";
import { dayName, daysBetween, monthName, monthStarts, parseDay } from "../../lib/dates";
import { YEAR_DAYS, yearSpans } from "../../lib/days";
import { dayRain, rain as rainWords } from "../../lib/units";
import type { Units } from "../../lib/units";
import { monthYear } from "./YearsView";

const HEAD = 18;
const HEIGHT = 420;
const LONG_DAYS = [20, 40];
const TONES = ["var(--parched-2)", "var(--parched-5)", "var(--parched-7)"];

type Piece = { row: number; from: number; days: number };

type ViewProps = {
  rain: RainPlan;
  yearRow: number;
  leanRow: number;
  units: Units;
  pickYear: (row: number) => void;
};

/** Every dry spell where it lay, and the driest twelve months anywhere. A row is a year. */
export function SpellsView({ rain, yearRow, leanRow, units, pickYear }: ViewProps) {
  const longest = [...rain.dry_spells].sort((a, b) => b.days - a.days);
  const driest = rain.driest[0];
  const limit = dayRain(rain.dry_day_mm, units);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 desk:grid-cols-[auto_minmax(0,1fr)]">
      <section aria-label="Dry spells">
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
          <h2 className="heading">Dry spells, where they lay</h2>
          <p className="note flex flex-wrap items-center gap-x-3">
            days in a row under {limit}:
            {[
              `10 to ${LONG_DAYS[0]! - 1}`,
              `${LONG_DAYS[0]} to ${LONG_DAYS[1]! - 1}`,
              `${LONG_DAYS[1]} and more`,
            ].map((name, i) => (
              <span key={name} className="flex items-center gap-1.5">
                <svg width="20" height="9" aria-hidden="true">
                  <rect width="20" height="9" fill={TONES[i]} stroke="var(--parched-7)" strokeWidth="0.6" />
                </svg>
                {name}
              </span>
            ))}
          </p>
        </div>
        <SpellsDrawing rain={rain} yearRow={yearRow} leanRow={leanRow} units={units} pickYear={pickYear} />
      </section>
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-5">
        <section aria-label="Longest dry spells">
          <h2 className="heading">The longest</h2>
          <ol className="mt-1 text-table">
            {longest.slice(0, 8).map((spell, i) => (
              <li key={spell.start} className="flex justify-between gap-3 border-b border-rule py-1">
                <span className={i === 0 ? "font-bold" : ""}>from {dayName(parseDay(spell.start))}</span>
                <strong>{spell.days} days</strong>
              </li>
            ))}
            {longest.length === 0 && <li className="note">None of ten days or more.</li>}
          </ol>
          <p className="note mt-1">A missing day ends a spell.</p>
        </section>
        {driest && (
          <section aria-label="Driest twelve months, framed">
            <h2 className="heading">Framed: the driest twelve months</h2>
            <p className="mt-1 text-aside leading-snug">
              {monthYear(driest.start)} to {monthYear(driest.end)},{" "}
              <strong>{rainWords(driest.total_mm, units)}</strong>
              {driest.share_of_mean !== null && `, ${Math.round(driest.share_of_mean * 100)} % of the mean year`}.
            </p>
          </section>
        )}
      </div>
    </div>
  );
}

function SpellsDrawing({ rain, yearRow, leanRow, units, pickYear }: ViewProps) {
  const axis = useAxis();
  const spans = useMemo(() => yearSpans(rain), [rain]);
  const start = parseDay(rain.start);
  /** A run of the record, cut where a water year ends. */
  const pieces = (first: number, days: number): Piece[] =>
    spans.flatMap((span, row) => {
      const from = Math.max(first, span.first);
      const to = Math.min(first + days, span.first + span.days);
      return to > from ? [{ row, from: from - span.first + span.offset, days: to - from }] : [];
    });
  const rowHeight = HEIGHT / Math.max(rain.years.length, 1);
  const x = scaleLinear([0, YEAR_DAYS - 1], [axis.left, axis.left + axis.width]);
  const y = (row: number) => HEAD + row * rowHeight;
  const spells = rain.dry_spells.map((spell) => ({ ...spell, first: daysBetween(start, parseDay(spell.start)) }));
  const driest = rain.driest[0];
  const tone = (days: number) => TONES[days >= LONG_DAYS[1]! ? 2 : days >= LONG_DAYS[0]! ? 1 : 0]!;
  const thin = Math.max(2, Math.min(rowHeight - 1.5, 9));
  const labelled = new Set([yearRow, leanRow]);
  const labels: number[] = [...labelled].filter((row) => row >= 0);
  rain.years.forEach((year, row) => {
    if (Number(year.start.slice(0, 4)) % 5 === 0 && labels.every((other) => Math.abs(y(other) - y(row)) >= 14))
      labels.push(row);
  });
  return (
    <svg
      width={axis.left + axis.width}
      height={HEAD + HEIGHT + 4}
      className="mt-1 block overflow-visible"
      role="img"
      aria-label="Dry spells of ten days and more, year by year; the longest are listed beside"
    >
      {monthStarts(rain.first_month).map(({ month, day }) => (
        <g key={month}>
          <text x={x(day) + axis.width / 24} y={12} textAnchor="middle" className="axis">
            {axis.narrow ? monthName(month)[0] : monthName(month)}
          </text>
          <path d={`M${x(day)} ${HEAD}v${HEIGHT}`} stroke="var(--rule)" />
        </g>
      ))}
      {[leanRow, yearRow].map((row, i) =>
        row >= 0 ? (
          <rect
            key={i}
            x={axis.left}
            y={y(row)}
            width={axis.width}
            height={rowHeight}
            fill="var(--water-1)"
            opacity="0.6"
          />
        ) : null,
      )}
      {driest &&
        pieces(
          daysBetween(start, parseDay(driest.start)),
          daysBetween(parseDay(driest.start), parseDay(driest.end)) + 1,
        ).map((piece) => (
          <rect
            key={piece.row}
            x={x(piece.from)}
            y={y(piece.row) - 1}
            width={x(piece.from + piece.days) - x(piece.from)}
            height={rowHeight + 2}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        ))}
      {spells.flatMap((spell) =>
        pieces(spell.first, spell.days).map((piece) => (
          <rect
            key={`${spell.start}-${piece.row}`}
            x={x(piece.from)}
            y={y(piece.row) + (rowHeight - thin) / 2}
            width={Math.max(1, x(piece.from + piece.days) - x(piece.from))}
            height={thin}
            fill={tone(spell.days)}
            stroke="var(--parched-7)"
            strokeWidth="0.5"
          />
        )),
      )}
      {labels.map((row) => (
        <text
          key={row}
          x={axis.left - 6}
          y={y(row) + rowHeight / 2 + 4.5}
          textAnchor="end"
          className="axis"
          style={labelled.has(row) ? { fill: "var(--ink)", fontWeight: 650 } : undefined}
        >
          {labelled.has(row) && !axis.narrow ? rain.years[row]!.label : rain.years[row]!.start.slice(0, 4)}
        </text>
      ))}
      {rain.years.map((year, row) => (
        <rect
          key={year.start}
          x={axis.left}
          y={y(row)}
          width={axis.width}
          height={rowHeight}
          fill="transparent"
          className="cursor-pointer"
          onClick={() => pickYear(row)}
        >
          <title>{`${year.label}: ${rainWords(year.total_mm, units)}, longest ${year.dry_spell_days} days`}</title>
        </rect>
      ))}
      <path d={`M${axis.left} ${HEAD}v${HEIGHT}`} stroke="var(--ink)" strokeWidth="1.2" />
    </svg>
  );
}
