import { useState } from "react";
import type { Point } from "../../api/build";
import { useDocument } from "../../document/shown";
import { useWho } from "../../document/workbench";
import { example, notRead, read } from "../../lib/readQuantity";
import { write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { allowed, ENTERED_AS, failingWords, inWords, judge, sumOf } from "./judged";
import type { Values } from "./judged";

type Reading = Point["readings"][number];
const LONGEST = 80;
const LONGEST_NOTE = 500;

/** Readings of one hold point, judged as they are typed. */
export function ReadingForm(props: {
  point: Point;
  keep: (values: Values, by: string, note: string) => void;
  close: () => void;
}) {
  const { point, keep, close } = props;
  const { units } = useDocument("units");
  const who = useWho()?.name ?? "";
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [by, setBy] = useState(who);
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const values = valuesOf(point, typed, units);
  const whole = point.readings.every(({ key }) => values[key] !== undefined);
  const submit = () => {
    const wrong = problemOf(point, typed, values, units);
    if (wrong) return setProblem(wrong);
    keep(values, by.trim(), note.trim());
  };
  const set = (key: string, text: string) => {
    setTyped({ ...typed, [key]: text });
    setProblem(null);
  };
  const many = point.readings.length > 3;
  return (
    <form
      className="no-print mt-2 grid max-w-[560px] gap-2"
      aria-label={`Readings: ${point.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <div className={many ? "grid grid-cols-3 gap-2 small:grid-cols-5" : "grid gap-2 small:grid-cols-2"}>
        {point.readings.map((reading) => (
          <Field
            key={reading.key}
            reading={reading}
            units={units}
            text={typed[reading.key] ?? ""}
            set={(text) => set(reading.key, text)}
          />
        ))}
      </div>
      <Verdict point={point} values={whole ? values : null} units={units} />
      <div className="grid gap-2 small:grid-cols-2">
        <label>
          <span className="note block">Measured by</span>
          <input className="field" maxLength={LONGEST} value={by} onChange={(event) => setBy(event.target.value)} />
        </label>
        <label>
          <span className="note block">Note</span>
          <input
            className="field"
            maxLength={LONGEST_NOTE}
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
        </label>
      </div>
      {problem && (
        <p role="alert" className="text-small text-alarm">
          {problem}
        </p>
      )}
      <p className="flex flex-wrap gap-x-4">
        <button className="act max-desk:min-h-11">Keep it</button>
        <button type="button" className="fix max-desk:min-h-11" onClick={close}>
          Not now
        </button>
      </p>
    </form>
  );
}

function Field(props: { reading: Reading; units: Units; text: string; set: (text: string) => void }) {
  const { reading, units, text, set } = props;
  const limits = allowed(reading, units);
  if (reading.kind === "yes_no")
    return (
      <fieldset className="col-span-full">
        <legend className="note">{reading.label}</legend>
        <span className="flex gap-2">
          {[
            { word: "yes", value: "1" },
            { word: "no", value: "0" },
          ].map(({ word, value }) => (
            <button
              key={word}
              type="button"
              aria-pressed={text === value}
              className={`min-h-11 min-w-16 border-[1.5px] px-3 ${text === value ? "border-ink bg-ink text-sheet" : "border-ink-2"}`}
              onClick={() => set(value)}
            >
              {word}
            </button>
          ))}
        </span>
      </fieldset>
    );
  return (
    <label className="min-w-0">
      <span className="note block leading-snug">
        {reading.label}
        {limits && <span className="block">{limits}</span>}
      </span>
      <input
        className="field"
        inputMode="text"
        autoComplete="off"
        placeholder={placeholder(reading, units)}
        value={text}
        onChange={(event) => set(event.target.value)}
      />
    </label>
  );
}

const around = ({ planned, low, high }: Reading) => planned ?? low ?? high ?? 0;

function placeholder(reading: Reading, units: Units): string {
  if (reading.kind === "yes_no") return "";
  if (reading.kind === "hours") return "h";
  if (reading.kind === "gauge") return "%";
  const written = write(ENTERED_AS[reading.kind], units, around(reading));
  return written.replace(/^[−-]?[\d.,]+\s*/, "");
}

function valuesOf(point: Point, typed: Record<string, string>, units: Units): Values {
  const values: Values = {};
  for (const reading of point.readings) {
    const text = typed[reading.key]?.trim() ?? "";
    const value = !text
      ? null
      : reading.kind === "yes_no"
        ? Number(text)
        : read(ENTERED_AS[reading.kind], units, text, around(reading));
    if (value !== null) values[reading.key] = value;
  }
  return values;
}

/** What is against keeping it: a reading that is missing, cannot be read, or cannot be. */
function problemOf(point: Point, typed: Record<string, string>, values: Values, units: Units): string | null {
  for (const { key, label, kind, least, most } of point.readings) {
    const value = values[key];
    if (value === undefined) {
      if (kind === "yes_no") return `${label}: choose yes or no.`;
      const text = typed[key]?.trim();
      if (kind === "hours")
        return text ? `${label}: not a quantity. Write for example 2.5.` : `${label}: write what was read, in hours.`;
      return text
        ? `${label}: ${notRead(ENTERED_AS[kind], units, text)}`
        : `${label}: write what was read, for example ${example(ENTERED_AS[kind], units)}.`;
    }
    if (value < least || value > most)
      return `${label}: must be from ${inWords(kind, least, units)} to ${inWords(kind, most, units)}.`;
  }
  return null;
}

/** How it stands as typed, once all is there. */
function Verdict({ point, values, units }: { point: Point; values: Values | null; units: Units }) {
  if (!values) return <p className="note">It is judged once every reading is there.</p>;
  const failing = judge(point, values);
  const sums = point.sums.map((sum) => `${sum.label} ${inWords(sum.kind, sumOf(sum, values), units)}`);
  return (
    <div role="status" className="text-small leading-snug">
      {failing.length === 0 ? (
        <p>
          <strong>It passes.</strong> {sums.join("; ")}
        </p>
      ) : (
        <>
          <p className="text-alarm">
            <strong>It does not pass:</strong> {failing.map((each) => failingWords(each, units)).join("; ")}.
          </p>
          {point.if_not && <p>{point.if_not}</p>}
        </>
      )}
    </div>
  );
}
