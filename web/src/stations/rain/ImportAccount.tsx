import { capital } from "../../lib/words";
import type { ImportChoices, RainPreview } from "../../api/client";
import { dayName, monthName, parseDay } from "../../lib/dates";
import { dayRain, rain as rainWords } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Choice } from "../../ui/Choice";
import { Mark } from "../../ui/Mark";

const DELIMITERS: Record<string, string> = {
  ",": "commas",
  ";": "semicolons",
  "\t": "tabs",
  "|": "bars",
  " ": "spaces",
};

/** What was understood of a rain file. Every guess is a word that can be changed. */
export function ImportAccount(props: {
  preview: RainPreview;
  units: Units;
  choose: (choice: ImportChoices) => void;
}) {
  const { preview, units, choose } = props;
  const wettest = Math.max(...preview.monthly_mean_mm.map((depth) => depth ?? 0), 0.1);
  const count = (value: number) => value.toLocaleString("en-US");
  return (
    <div className="mt-4" data-testid="import-account">
      <p className="leading-[1.8]">
        {preview.layout === "table" ? (
          <TableAccount preview={preview} choose={choose} />
        ) : (
          <>
            {LAYOUTS[preview.layout]}
            {preview.station && `, ${preview.station}`}.{" "}
            {preview.layout === "months" || preview.layout === "swmm" ? (
              <>
                Read as <UnitChoice preview={preview} choose={choose} />: {preview.unit_reason}.
              </>
            ) : (
              `${capital(preview.unit_reason)}.`
            )}
          </>
        )}
        {preview.weather.length > 0 && ` It also brings ${preview.weather.join(" and ")}.`}
      </p>
      <div className="mt-3 grid gap-x-8 gap-y-3 small:grid-cols-2">
        <dl className="text-table">
          {[
            ["From", dayName(parseDay(preview.start))],
            ["To", dayName(parseDay(preview.end))],
            ["Days", count(preview.days)],
            [
              "Missing",
              preview.missing_days
                ? `${count(preview.missing_days)}, longest ${count(preview.longest_gap_days)} from ${dayName(parseDay(preview.longest_gap_start!))}`
                : "none",
            ],
            ["Rows read", `${count(preview.rows)}, ${count(preview.refused_count)} refused`],
            ["Repeated days", count(preview.repeated_days)],
            ["Traces, taken as none", count(preview.trace_days)],
            ["Mean year", rainWords(preview.mean_year_mm, units)],
            ["Wettest day", `${dayRain(preview.wettest_day_mm, units)}, ${dayName(parseDay(preview.wettest_date))}`],
          ].map(([name, value]) => (
            <div key={name} className="flex justify-between gap-3 border-b border-rule py-[3px]">
              <dt className="text-ink-2">{name}</dt>
              <dd className="text-right">{value}</dd>
            </div>
          ))}
        </dl>
        <figure>
          <figcaption className="note">Mean rain by month</figcaption>
          <svg viewBox="0 0 264 120" className="w-full" role="img" aria-label="Mean rain by month">
            {preview.monthly_mean_mm.map((depth, month) => {
              const height = ((depth ?? 0) / wettest) * 92;
              return (
                <g key={month}>
                  <rect x={month * 22 + 3} y={98 - height} width="16" height={height} fill="var(--water-5)" />
                  <text x={month * 22 + 11} y="114" textAnchor="middle" className="axis">
                    {monthName(month + 1)[0]}
                  </text>
                </g>
              );
            })}
            <path d="M0 98H264" stroke="var(--ink)" strokeWidth="1.2" />
          </svg>
        </figure>
      </div>
      {preview.warnings.length > 0 && (
        <ul className="mt-3 grid gap-1.5">
          {preview.warnings.map((warning) => (
            <li key={warning} className="flex gap-2 text-table">
              <Mark status="caution" /> {warning}
            </li>
          ))}
        </ul>
      )}
      {preview.refused.length > 0 && (
        <details className="mt-2">
          <summary className="fix cursor-pointer py-2">
            {count(preview.refused_count)} {preview.refused_count === 1 ? "row" : "rows"} refused
          </summary>
          <table className="table-lines w-full text-small">
            <tbody>
              {preview.refused.map((row, i) => (
                <tr key={i}>
                  <td>line {row.line}</td>
                  <td className="max-w-[24ch] truncate text-left!">{row.text}</td>
                  <td className="text-left!">{row.reason}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
    </div>
  );
}

const LAYOUTS: Record<Exclude<RainPreview["layout"], "table">, string> = {
  ghcn_dly: "A station’s fixed-width daily file",
  swmm: "A rain-gauge text file",
  months: "Monthly totals by year, with days made to add up to them",
  means: "Days made from twelve means",
  archive: "From the archive",
};

/** How a table of days was understood, each guess a word that can be changed. */
function TableAccount({ preview, choose }: { preview: RainPreview; choose: (choice: ImportChoices) => void }) {
  const columns = preview.columns
    .map((label, column) => ({ value: String(column), label: label || `column ${column + 1}` }))
    .filter(({ value }) => !preview.date_columns.includes(Number(value)));
  return (
    <>
      Columns parted by {DELIMITERS[preview.delimiter] ?? preview.delimiter}, decimal {preview.decimal}. Rain in{" "}
      <Choice
        label="Rain column"
        value={String(preview.rain_column)}
        options={columns}
        onChoose={(column) => choose({ rain_column: Number(column) })}
      />
      , read as <UnitChoice preview={preview} choose={choose} />: {preview.unit_reason}.
      {preview.temperature_unit && (
        <>
          {" "}
          Temperatures in{" "}
          <Choice
            label="Unit of the temperatures"
            value={preview.temperature_unit}
            options={[
              { value: "celsius", label: "degrees Celsius" },
              { value: "tenth_celsius", label: "tenths of a degree Celsius" },
              { value: "fahrenheit", label: "degrees Fahrenheit" },
            ]}
            onChoose={(temperature_unit) => choose({ temperature_unit })}
          />
          , {preview.temperature_reason}.
        </>
      )}
      {preview.date_columns.length === 1 && (
        <>
          {" "}
          Dates with{" "}
          <Choice
            label="Order of dates"
            value={preview.date_order}
            options={[
              { value: "ymd", label: "the year first" },
              { value: "dmy", label: "the day first" },
              { value: "mdy", label: "the month first" },
            ]}
            onChoose={(date_order) => choose({ date_order })}
          />
          .
        </>
      )}
    </>
  );
}

function UnitChoice({ preview, choose }: { preview: RainPreview; choose: (choice: ImportChoices) => void }) {
  return (
    <Choice
      label="Unit"
      value={preview.unit}
      options={[
        { value: "mm", label: "millimetres" },
        { value: "tenth_mm", label: "tenths of a millimetre" },
        { value: "inch", label: "inches" },
      ]}
      onChoose={(unit) => choose({ unit })}
    />
  );
}
