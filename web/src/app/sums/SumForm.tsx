import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Refused } from "../../api/client";
import type { SumOffered } from "../../api/client";
import { workOut } from "../../api/queries";
import { example, read } from "../../lib/readQuantity";
import { write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { kindOf, answerText, unitBehind, wordsOf } from "./words";

/** Limits beyond it are no help to anybody. */
const LARGEST_TOLD = 5_000;

/** One sum: its numbers as they are written, and its answer as soon as all of them are there. */
export function SumForm({ sum, units }: { sum: SumOffered; units: Units }) {
  const ways = Object.keys(sum.ways);
  const [way, setWay] = useState(ways[0]!);
  const [texts, setTexts] = useState<Record<string, string>>({});
  const asked = sum.ways[way] ?? [];
  const numbers = asked.map((each) => {
    const text = texts[each.name] ?? "";
    return { ...each, text, value: text.trim() ? read(kindOf(each.unit), units, text, 0) : undefined };
  });
  const values: Record<string, number | string> = Object.fromEntries(
    numbers.flatMap((each) => (typeof each.value === "number" ? [[each.name, each.value]] : [])),
  );
  if (way) values[sum.choice] = way;
  const whole = numbers.every((each) => typeof each.value === "number");
  const query = useQuery({
    queryKey: ["sum", sum.name, values],
    enabled: whole,
    staleTime: Infinity,
    queryFn: () => workOut(sum.name, values),
  });
  const answer = whole ? query.data?.outputs : undefined;
  const problem =
    !whole || !query.error
      ? null
      : query.error instanceof Refused
        ? query.error.message
        : "No connection to the server.";

  return (
    <section aria-label={sum.label}>
      <h2 className="title">{sum.label}</h2>
      <p className="note mt-1">{sum.formula}</p>
      {ways.length > 1 && (
        <p role="group" aria-label={wordsOf(sum.choice)} className="mt-2 flex gap-4">
          {ways.map((each) => (
            <button
              key={each}
              className={`fix ${each === way ? "underline decoration-2 underline-offset-4" : ""}`}
              aria-pressed={each === way}
              onClick={() => setWay(each)}
            >
              {wordsOf(each)}
            </button>
          ))}
        </p>
      )}
      <div className="mt-3 grid gap-2.5">
        {numbers.map((each) => (
          <label key={each.name} className="grid grid-cols-[minmax(0,1fr)_170px] items-center gap-3">
            <span>
              {wordsOf(each.name)}
              {each.high <= LARGEST_TOLD && (
                <span className="note block">
                  {write(kindOf(each.unit), units, each.low)} to {write(kindOf(each.unit), units, each.high)}{" "}
                  {unitBehind(each.unit)}
                </span>
              )}
            </span>
            <input
              className="field"
              inputMode={kindOf(each.unit) === "count" ? "decimal" : "text"}
              value={each.text}
              aria-invalid={each.value === null}
              placeholder={kindOf(each.unit) === "count" ? unitBehind(each.unit) : example(kindOf(each.unit), units)}
              onChange={(event) => setTexts({ ...texts, [each.name]: event.target.value })}
            />
          </label>
        ))}
      </div>
      {numbers.some((each) => each.value === null) && (
        <p role="alert" className="mt-2 text-alarm">
          {numbers.find((each) => each.value === null)!.text}: not a quantity.
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-alarm">
          {problem}
        </p>
      )}
      <dl aria-live="polite" className="mt-4 border-t-[1.5px] border-ink">
        {Object.entries(sum.outputs).map(([name, unit]) => (
          <div key={name} className="flex items-baseline justify-between border-b border-rule py-1.5">
            <dt>{wordsOf(name)}</dt>
            <dd className="head text-lead font-bold">
              {answer?.[name] === undefined ? "–" : answerText(answer[name], unit, units)}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
