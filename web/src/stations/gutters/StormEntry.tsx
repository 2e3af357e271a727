import { useState } from "react";
import type { StormAsk } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { read } from "../../lib/readQuantity";
import { axisUnit, rain, write } from "../../lib/units";
import type { Kind } from "../../lib/units";
import { Choice } from "../../ui/Choice";
import { EntryProblem } from "../../ui/EntryProblem";

/** The storm in a sentence. It belongs to the test and not to the property, so it is kept on this page only. */
export function StormEntry({ storm, set }: { storm: StormAsk; set: (change: Partial<StormAsk>) => void }) {
  const { units, downpour } = useDocument("downpour", "units");
  const own = usePlan("overflow").overflow.rate_mm_h;
  return (
    <p className="leading-[1.85]">
      Play{" "}
      <Choice
        label="Shape of the storm"
        value={storm.shape}
        options={[
          { value: "shaped", label: "a shaped storm", note: "every span round its peak as heavy as the rate allows" },
          { value: "steady", label: "a steady downpour" },
          { value: "typed", label: "a recorded burst" },
        ]}
        onChoose={(shape) =>
          set({ shape, typed_mm: shape === "typed" && !storm.typed_mm.length ? [2, 8, 14, 9, 5] : storm.typed_mm })
        }
      />{" "}
      {storm.shape === "typed" ? (
        <>
          of <TypedDepths depths={storm.typed_mm} onKeep={(typed_mm) => set({ typed_mm })} />, each over{" "}
          <Local
            label="Minutes of each depth"
            kind="count"
            value={storm.step_min}
            min={1}
            max={120}
            onKeep={(value) => set({ step_min: Math.round(value) })}
          />{" "}
          minutes.
        </>
      ) : (
        <>
          of{" "}
          <Local
            label="Rate of the storm"
            kind="intensity"
            value={storm.intensity_mm_h ?? own}
            min={1}
            max={2000}
            onKeep={(value) => set({ intensity_mm_h: value })}
          />{" "}
          over its worst{" "}
          <Local
            label="Minutes of the worst"
            kind="count"
            value={storm.burst_min}
            min={1}
            max={1440}
            onKeep={(value) => set({ burst_min: value })}
          />{" "}
          minutes,{" "}
          <Local
            label="Minutes of the storm"
            kind="count"
            value={storm.storm_min}
            min={1}
            max={1440}
            onKeep={(value) => set({ storm_min: Math.round(value) })}
          />{" "}
          minutes long
          {storm.intensity_mm_h === null && (
            <span className="note"> (the overflow’s downpour, once in {downpour.overflow_return_years} years)</span>
          )}
          .
        </>
      )}
      {storm.intensity_mm_h !== null && storm.shape !== "typed" && (
        <span className="note"> {write("intensity", units, own)} is what the overflow is sized for.</span>
      )}
    </p>
  );
}

type LocalProps = {
  label: string;
  kind: Kind;
  value: number;
  min: number;
  max: number;
  onKeep: (value: number) => void;
};

function Local({ label, kind, value, min, max, onKeep }: LocalProps) {
  const { units } = useDocument("units");
  const keep = (text: string) => {
    const next = read(kind, units, text, value);
    if (next === null || next < min || next > max)
      return `${label}: from ${write(kind, units, min)} to ${write(kind, units, max)}.`;
    return onKeep(next);
  };
  return <Words label={label} text={write(kind, units, value)} least={2} keep={keep} />;
}

const MOST_MM = 500;

function TypedDepths({ depths, onKeep }: { depths: number[]; onKeep: (depths: number[]) => void }) {
  const { units } = useDocument("units");
  const { unit, factor } = axisUnit("rain", units);
  const keep = (text: string) => {
    const next = text
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map((each) => Number(each) * factor);
    if (!next.length || !next.every((each) => each >= 0 && each <= MOST_MM))
      return `Depths of the burst: write them one after another, each from 0 to ${rain(MOST_MM, units)}.`;
    return onKeep(next);
  };
  const text = depths.map((each) => Number((each / factor).toFixed(2))).join(" ");
  return (
    <>
      <Words label={`Depths of the burst one after another, ${unit}`} text={text} least={4} keep={keep} /> {unit}
    </>
  );
}

type WordsProps = {
  label: string;
  text: string;
  /** Letters that there is room for at least. */
  least: number;
  /** Takes what was written; what was against it otherwise. */
  keep: (text: string) => string | void;
};

/** Words of the storm that are changed where they stand. */
function Words({ label, text, least, keep }: WordsProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stand = (written: string | null, wrong: string | null) => {
    setDraft(written);
    setProblem(wrong);
  };
  const commit = () => {
    if (draft === null) return;
    const wrong = keep(draft) ?? null;
    stand(wrong === null ? null : draft, wrong);
  };
  const shown = draft ?? text;
  return (
    <span className="relative inline-block">
      <input
        className="word"
        style={
          CSS.supports("field-sizing", "content") ? undefined : { width: `${Math.max(shown.length, least) + 1}ch` }
        }
        aria-label={label}
        aria-invalid={problem !== null}
        value={shown}
        onFocus={(event) => event.target.select()}
        onChange={(event) => stand(event.target.value, null)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          if (event.key === "Escape") stand(null, null);
        }}
      />
      {problem && <EntryProblem>{problem}</EntryProblem>}
    </span>
  );
}
