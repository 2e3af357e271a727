import { useState } from "react";
import type { StormAsk } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { read, write } from "../../lib/units";
import type { Kind } from "../../lib/units";
import { Choice } from "../../ui/Choice";

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
          of <TypedDepths depths={storm.typed_mm} onKeep={(typed_mm) => set({ typed_mm })} /> mm, each over{" "}
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

function Local(props: {
  label: string;
  kind: Kind;
  value: number;
  min: number;
  max: number;
  onKeep: (value: number) => void;
}) {
  const { units } = useDocument("units");
  const [draft, setDraft] = useState<string | null>(null);
  const keep = () => {
    if (draft === null) return;
    const next = read(props.kind, units, draft, props.value);
    setDraft(null);
    if (next !== null) props.onKeep(Math.min(props.max, Math.max(props.min, next)));
  };
  const shown = draft ?? write(props.kind, units, props.value);
  return (
    <input
      className="word"
      style={CSS.supports("field-sizing", "content") ? undefined : { width: `${Math.max(shown.length, 2) + 1}ch` }}
      aria-label={props.label}
      value={shown}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") keep();
        if (event.key === "Escape") setDraft(null);
      }}
    />
  );
}

function TypedDepths({ depths, onKeep }: { depths: number[]; onKeep: (depths: number[]) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const keep = () => {
    if (draft === null) return;
    const next = draft
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map(Number);
    setDraft(null);
    if (next.length && next.every((each) => Number.isFinite(each) && each >= 0 && each <= 500)) onKeep(next);
  };
  const shown = draft ?? depths.join(" ");
  return (
    <input
      className="word"
      style={CSS.supports("field-sizing", "content") ? undefined : { width: `${Math.max(shown.length, 4) + 1}ch` }}
      aria-label="Depths of the burst, in mm, one after another"
      value={shown}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === "Enter" && keep()}
    />
  );
}
