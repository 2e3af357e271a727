import { useState } from "react";
import { read } from "../lib/readQuantity";
import { axisUnit } from "../lib/units";
import type { Units } from "../lib/units";
import { replace } from "./edits";
import { useDocument } from "./shown";
import { useEdits } from "./workbench";

/** Twelve temperatures out of a row of figures, in the kept unit; null where it is not twelve. */
export function twelveOf(text: string, units: Units): number[] | null {
  const values = (text.match(/[^\s;]+/g) ?? []).map((figure) =>
    read("temperature", units, figure.replace(/,$/, ""), 10),
  );
  return values.length === 12 && values.every((value) => value !== null) ? (values as number[]) : null;
}

/** Mean lows and highs of twelve months, written as two rows; nothing is entered before both are whole. */
export function TwelveTemperatures() {
  const bench = useEdits();
  const { units } = useDocument("units");
  const [open, setOpen] = useState(false);
  const [rows, setRows] = useState({ low: "", high: "" });
  const [problem, setProblem] = useState("");
  const degrees = axisUnit("temperature", units).unit;
  if (!open)
    return (
      <p className="mt-3">
        <button className="fix min-h-11" onClick={() => setOpen(true)}>
          Enter twelve mean lows and highs
        </button>{" "}
        <span className="note">used where the record has no temperatures of its own</span>
      </p>
    );
  const keep = () => {
    const [low, high] = [twelveOf(rows.low, units), twelveOf(rows.high, units)];
    if (!low || !high)
      return setProblem(`The ${low ? "highs" : "lows"} must be twelve temperatures with spaces between.`);
    if (low.some((value, month) => value > high[month]!))
      return setProblem("A low must not be above the high of its month.");
    setProblem("");
    void bench.edit("Twelve mean temperatures", [...replace("/site/tmin_c", low), ...replace("/site/tmax_c", high)]);
  };
  return (
    <div className="mt-3 grid max-w-[620px] gap-2" role="group" aria-label="Twelve mean lows and highs">
      {(["low", "high"] as const).map((row) => (
        <label key={row} className="grid gap-1">
          <span>
            Mean daily {row}s, January to December, {degrees}
          </span>
          <input
            className="field"
            value={rows[row]}
            aria-invalid={problem !== ""}
            onChange={(event) => setRows({ ...rows, [row]: event.target.value })}
          />
        </label>
      ))}
      {problem && (
        <p role="alert" className="text-alarm">
          {problem}
        </p>
      )}
      <p className="flex gap-3">
        <button className="act" onClick={keep}>
          Save them
        </button>
        <button className="act-quiet" onClick={() => setOpen(false)}>
          Not now
        </button>
      </p>
    </div>
  );
}
