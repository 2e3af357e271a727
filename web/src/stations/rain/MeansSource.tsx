import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { choicesQuery, keepSource, previewSource } from "../../api/queries";
import { useEdits, useSaved } from "../../document/workbench";
import { monthName } from "../../lib/dates";
import { read } from "../../lib/readQuantity";
import { axisUnit } from "../../lib/units";
import { ImportAccount } from "./ImportAccount";
import { KeepFooter } from "./KeepFooter";
import { useKeepRain, whatWasWrong } from "./useKeepRain";
import { ScrollBox } from "../../ui/ScrollBox";

const TWELVE = Array.from({ length: 12 }, (_, month) => month);
const blank = () => TWELVE.map(() => "");

/** Days made up from twelve monthly means, where there is nothing better. */
export function MeansSource({ done }: { done: () => void }) {
  const bench = useEdits();
  const saved = useSaved();
  const units = saved.document.units;
  const [name, setName] = useState("Twelve means");
  const [means, setMeans] = useState(blank);
  const [wetDays, setWetDays] = useState(blank);
  const [made, setMade] = useState<Made>({ regime: "", variation: "15", years: "40", seed: "1" });
  const { keep, keeping, problem } = useKeepRain(done);

  const mean_mm = means.map((text) => (text.trim() ? read("depth", units, text, 0) : null));
  const wet = wetDays.map((text) => (text.trim() ? Number(text.replace(",", ".")) : null));
  const whole = mean_mm.every((each) => each !== null);
  const wetGiven = wet.some((each) => each !== null);
  const wrong = !whole
    ? null
    : wetGiven && wet.some((each) => each === null || !Number.isFinite(each))
      ? "Write the wet days of all twelve months, or of none."
      : null;
  const source = {
    kind: "means" as const,
    name: name.trim() || "Twelve means",
    mean_mm: mean_mm.map((each) => each ?? 0),
    wet_days: wetGiven && !wrong ? wet.map((each) => each ?? 0) : null,
    yearly_variation: Number(made.variation) / 100,
    years: Math.round(Number(made.years)),
    seed: Math.round(Number(made.seed)),
  };
  const look = useQuery({
    queryKey: ["source-preview", source],
    queryFn: ({ signal }) => previewSource(source, signal),
    enabled: whole && !wrong,
    gcTime: 0,
    placeholderData: (before) => before,
  });
  return (
    <>
      <p className="border-l-0 text-aside font-semibold text-parched-7">
        Means hide the lean years. Days made from them give a band, never a number: use this to begin with, and look
        for a daily record before anything is bought.
      </p>
      <ScrollBox label="Twelve means" className="mt-3">
        <div className="grid min-w-[620px] grid-cols-[88px_repeat(12,minmax(0,1fr))] items-center gap-1 text-small">
          <span />
          {TWELVE.map((month) => (
            <span key={month} className="text-center text-ink-2">
              {monthName(month + 1)}
            </span>
          ))}
          <span>Rain, {axisUnit("rain", units).unit}</span>
          <Cells values={means} set={setMeans} label="Mean rain" />
          <span>Wet days</span>
          <Cells values={wetDays} set={setWetDays} label="Wet days" />
        </div>
      </ScrollBox>
      <p className="note mt-1">Wet days may stay empty; they are then worked out from the rain.</p>
      <HowItIsMade made={made} set={(change) => setMade({ ...made, ...change })} />
      {look.data && whole && !look.isError && (
        <ImportAccount preview={look.data} units={units} choose={() => undefined} />
      )}
      {whole && (
        <label className="mt-4 block">
          <span className="font-semibold">Name of the record</span>
          <input
            className="field mt-1"
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
      )}
      <KeepFooter
        refusal={wrong ?? (look.isError ? `No days can be made from these: ${whatWasWrong(look.error)}.` : null)}
        problem={problem}
        ready={whole && !wrong && look.data !== undefined && !look.isError && !look.isFetching}
        keeping={keeping}
        onKeep={() => void keep(() => keepSource(bench.id, saved.revision, source))}
      />
    </>
  );
}

/** Twelve fields of one row; a row of a table can be pasted into any of them. */
function Cells({ values, set, label }: { values: string[]; set: (next: string[]) => void; label: string }) {
  return TWELVE.map((month) => (
    <input
      key={month}
      className="field min-w-0 px-1.5 text-center text-table"
      inputMode="decimal"
      aria-label={`${label} in ${monthName(month + 1)}`}
      value={values[month]}
      onChange={(event) => set(values.map((before, i) => (i === month ? event.target.value : before)))}
      onPaste={(event) => {
        const pasted = event.clipboardData
          .getData("text")
          .split(/[\s;]+/)
          .filter(Boolean);
        if (pasted.length < 2) return;
        event.preventDefault();
        set(values.map((before, i) => pasted[i - month] ?? before));
      }}
    />
  ));
}

type Made = { regime: string; variation: string; years: string; seed: string };

/** How the years differ, how many are made, and from which seed. */
function HowItIsMade({ made, set }: { made: Made; set: (change: Partial<Made>) => void }) {
  const choices = useQuery(choicesQuery());
  return (
    <div className="mt-3 grid gap-3 text-table small:grid-cols-[minmax(0,1.4fr)_1fr_1fr_1fr]">
      <label>
        Years differ as in
        <select
          className="field mt-1"
          value={made.regime}
          onChange={(event) => {
            const regime = event.target.value;
            const found = choices.data?.regimes.find((each) => each.key === regime);
            set(found ? { regime, variation: String(Math.round(found.yearly_variation * 100)) } : { regime });
          }}
        >
          <option value="">choose a climate</option>
          {choices.data?.regimes.map((each) => (
            <option key={each.key} value={each.key}>
              {each.key.replaceAll("_", " ")}
            </option>
          ))}
        </select>
      </label>
      <label>
        by, %
        <input
          className="field mt-1"
          inputMode="decimal"
          aria-label="Variation from year to year, %"
          value={made.variation}
          onChange={(event) => set({ variation: event.target.value })}
        />
      </label>
      <label>
        Years to make
        <input
          className="field mt-1"
          inputMode="numeric"
          value={made.years}
          onChange={(event) => set({ years: event.target.value })}
        />
      </label>
      <label>
        Seed
        <input
          className="field mt-1"
          inputMode="numeric"
          value={made.seed}
          onChange={(event) => set({ seed: event.target.value })}
        />
      </label>
    </div>
  );
}
