import { useQuery } from "@tanstack/react-query";
import { Slider } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { client, taken } from "../../api/client";
import type { StormAsk, StormPlan } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits, useSaved } from "../../document/workbench";
import { fixed, flow, metres, rain, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Choice } from "../../ui/Choice";
import { DataTable } from "../../ui/DataTable";
import { Findings } from "../../document/Findings";
import { Toggle } from "../../ui/Toggle";
import { FlowPicture } from "./FlowPicture";
import { StormEntry } from "./StormEntry";
import { Hyetograph } from "./Hyetograph";
import { at } from "../../api/shownBy";

const START: StormAsk = {
  intensity_mm_h: null,
  burst_min: 5,
  storm_min: 120,
  shape: "shaped",
  typed_mm: [],
  step_min: 5,
  shut_links: [],
  clogged_screens: [],
  start_share: 1,
  flush_empty: true,
  pump_off: false,
};
const FRAME_MS = 90;

/** A storm played minute by minute on the flow picture: where it spills first, how much, onto what. */
export function StormView() {
  const document = useDocument("cistern", "downpipes", "first_flush", "overflow", "roofs", "units");
  const plan = usePlan("gutters", "overflow");
  const { units } = document;
  const [storm, setStorm] = useState(START);
  const played = usePlayed(storm);
  const answer = played.data;
  const film = useFilm(answer);
  const { at } = film;
  if (played.isError && !answer)
    return <p className="text-alarm">The storm could not be played: {played.error.message}</p>;
  const of = new Map(answer?.places.map((place) => [place.key, place]));
  const set = (change: Partial<StormAsk>) => setStorm({ ...storm, ...change });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
      <div>
        <StormEntry storm={storm} set={set} />
        <p role="status" className="note min-h-[1.4em]">
          {played.isFetching && "Playing the storm minute by minute."}
        </p>
        {answer && (
          <>
            <section aria-label="What the storm did" aria-live="polite" className="mt-1">
              <p className="head text-sub leading-snug font-[640]">{answer.text}</p>
              <p className="note">
                {volume(answer.rain_l, units)} off the roofs: {volume(answer.flushed_l, units)} in first flush,{" "}
                {volume(answer.overflowed_l, units)} by the overflow ({flow(answer.overflow_peak_l_s, units)} at
                most), {volume(answer.spilled_l, units)} spilled, {volume(Math.max(0, answer.stored_l), units)} kept.
              </p>
            </section>
            <section aria-label="The storm on the flow picture" className="mt-2">
              <FilmStrip answer={answer} film={film} units={units} />
              <FlowPicture
                document={document}
                places={plan.gutters.places}
                overflow={plan.overflow.place}
                tightest={null}
                selected={answer.first}
                onSelect={() => undefined}
                units={units}
                playing={{
                  flow: (key) => of.get(key)?.flow_l_s[at] ?? 0,
                  spill: (key) => of.get(key)?.spill_l_s[at] ?? 0,
                }}
              />
              <Vessels answer={answer} at={at} units={units} />
            </section>
          </>
        )}
      </div>
      <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What if">
        <WhatIf storm={storm} set={set} links={answer?.links ?? []} />
        {answer && <Findings findings={answer.findings} />}
        {answer && <SpillTable answer={answer} units={units} />}
      </aside>
    </div>
  );
}

/** The storm as the server plays it on the property that is kept. */
function usePlayed(storm: StormAsk) {
  const { id } = useEdits();
  const { revision } = useSaved();
  return useQuery({
    queryKey: ["storm", id, revision, storm],
    queryFn: () =>
      taken(
        client.POST("/api/properties/{property_id}/storm", {
          params: at(id),
          body: { base_revision: revision, storm },
        }),
      ),
    placeholderData: (before) => before,
  });
}

type Film = { at: number; running: boolean; show: (minute: number) => void; toggle: () => void };

/** Which minute is shown, and the clock that moves it on; first the one with the most rain. */
function useFilm(answer: StormPlan | undefined): Film {
  const [minute, setMinute] = useState<number | null>(null);
  const [running, setRunning] = useState(false);
  const minutes = answer?.rain_mm.length ?? 0;
  const peak = answer ? answer.rain_mm.indexOf(Math.max(...answer.rain_mm)) : 0;
  const at = Math.min(minute ?? peak, Math.max(minutes - 1, 0));
  const timer = useRef<ReturnType<typeof setInterval>>(undefined);
  useEffect(() => {
    if (!running || !minutes) return;
    timer.current = setInterval(
      () =>
        setMinute((now) => {
          const next = (now ?? 0) + Math.max(1, Math.round(minutes / 240));
          if (next >= minutes) setRunning(false);
          return Math.min(next, minutes - 1);
        }),
      FRAME_MS,
    );
    return () => clearInterval(timer.current);
  }, [running, minutes]);
  return {
    at,
    running,
    show: (next) => {
      setRunning(false);
      setMinute(next);
    },
    toggle: () => {
      if (!running && at >= minutes - 1) setMinute(0);
      setRunning(!running);
    },
  };
}

function FilmStrip({ answer, film, units }: { answer: StormPlan; film: Film; units: Units }) {
  const { at } = film;
  const minutes = answer.rain_mm.length;
  return (
    <div className="flex items-center gap-4">
      <button className="act-quiet shrink-0" onClick={film.toggle}>
        {film.running ? "Stop" : "Play"}
      </button>
      <div className="min-w-0 flex-1">
        <Hyetograph depths={answer.rain_mm} at={at} units={units} spills={firstSpill(answer)} />
        <Slider.Root
          className="relative flex h-6 touch-none items-center max-desk:h-12"
          value={[at]}
          max={Math.max(minutes - 1, 1)}
          onValueChange={([next]) => film.show(next!)}
        >
          <Slider.Track className="relative h-[3px] w-full bg-rule">
            <Slider.Range className="absolute h-full bg-water-7" />
          </Slider.Track>
          <Slider.Thumb
            className="relative block size-4 rounded-full bg-water-7 after:absolute after:-inset-4 after:content-['']"
            aria-label="Minute of the storm"
            aria-valuetext={`minute ${at + 1} of ${minutes}`}
          />
        </Slider.Root>
      </div>
      <p className="w-[15ch] shrink-0 text-right">
        minute <strong>{at + 1}</strong>
        <span className="note block">
          {fixed((answer.rain_mm[at] ?? 0) * 60, 0) === "0"
            ? "dry"
            : `${rain((answer.rain_mm[at] ?? 0) * 60, units)} an hour`}
        </span>
      </p>
    </div>
  );
}

/** What may have gone wrong in the storm. */
function WhatIf(props: { storm: StormAsk; set: (change: Partial<StormAsk>) => void; links: StormPlan["links"] }) {
  const { storm, set } = props;
  const document = useDocument("cistern", "downpipes", "first_flush");
  const { places } = usePlan("gutters").gutters;
  const screens = document.downpipes
    .flatMap((pipe) =>
      pipe.screens.map((screen, stage) => ({
        key: `screen:${pipe.id}:${stage}`,
        name: `${screenName(screen.kind)} of ${pipe.name}`,
      })),
    )
    .filter(({ key }) => places.some((place) => place.key === key));
  return (
    <section>
      <h2 className="heading">What if</h2>
      <ul className="mt-1">
        {props.links.map((link, number) => (
          <Switch
            key={`${link.near}-${link.far}`}
            label={`the valve between ${link.near} and ${link.far} is shut`}
            on={storm.shut_links.includes(number)}
            onChange={(on) => set({ shut_links: toggled(storm.shut_links, number, on) })}
          />
        ))}
        {screens.map(({ key, name }) => (
          <Switch
            key={key}
            label={`the ${name} is all but closed`}
            on={storm.clogged_screens.includes(key)}
            onChange={(on) => set({ clogged_screens: toggled(storm.clogged_screens, key, on) })}
          />
        ))}
        {document.first_flush.kind !== "none" && (
          <Switch
            label="the first-flush chambers are still full"
            on={!storm.flush_empty}
            onChange={(on) => set({ flush_empty: !on })}
          />
        )}
        {document.cistern.layout === "transfer" && (
          <Switch label="the pump is off" on={storm.pump_off} onChange={(on) => set({ pump_off: on })} />
        )}
      </ul>
      <p className="mt-2">
        The tanks are{" "}
        <Choice
          label="How full the tanks are"
          value={String(storm.start_share)}
          options={[
            { value: "1", label: "full when it begins" },
            { value: "0.5", label: "half full when it begins" },
            { value: "0", label: "empty when it begins" },
          ]}
          onChoose={(share) => set({ start_share: Number(share) })}
        />
        .
      </p>
    </section>
  );
}

const screenName = (kind: string) => kind.replaceAll("_", " ");
const toggled = <T,>(list: T[], item: T, on: boolean) =>
  on ? [...list, item] : list.filter((each) => each !== item);
const firstSpill = (answer: StormPlan) =>
  answer.places.find((place) => place.key === answer.first)?.first_min ?? null;

function Switch(props: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <li className="flex min-h-12 items-center gap-3 border-b border-rule py-1.5">
      <Toggle label={props.label} on={props.on} onChange={props.onChange} />
      <span className="text-table leading-snug">{props.label}</span>
    </li>
  );
}

/** The level in every tank at the minute, against its overflow and lid. */
function Vessels({ answer, at, units }: { answer: StormPlan; at: number; units: Units }) {
  return (
    <ul className="mt-1 flex flex-wrap gap-x-8 gap-y-2">
      {answer.vessels.map((vessel, row) => {
        const level = vessel.level_m[at] ?? vessel.floor_m;
        const share = (level - vessel.floor_m) / Math.max(vessel.lid_m - vessel.floor_m, 1e-9);
        const over = level > vessel.overflow_invert_m + 0.0005;
        const spilled = answer.places.find((place) => place.key === `vessel:${row}`)?.spilled_l ?? 0;
        return (
          <li key={vessel.name} className="flex items-center gap-2.5 text-table">
            <svg width="34" height="46" aria-hidden="true">
              <rect
                x="3"
                y={44 - 40 * Math.min(1, share)}
                width="28"
                height={40 * Math.min(1, share)}
                fill={over ? "var(--water-7)" : "var(--water-5)"}
              />
              <path d="M3 2V44H31V2" fill="none" stroke="var(--ink)" strokeWidth="2" />
              <path
                d={`M1 ${44 - 40 * Math.min(1, (vessel.overflow_invert_m - vessel.floor_m) / (vessel.lid_m - vessel.floor_m))}h32`}
                stroke="var(--ink)"
                strokeDasharray="2 2"
              />
            </svg>
            <span className="leading-snug">
              <strong className="block">{vessel.name}</strong>
              {metres(level, units)}
              {over
                ? `, ${metres(level - vessel.overflow_invert_m, units)} over the overflow invert`
                : `, overflow invert at ${metres(vessel.overflow_invert_m, units)}`}
              {spilled > 0 && (
                <span className="block font-semibold text-alarm">{volume(spilled, units)} spilled</span>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function SpillTable({ answer, units }: { answer: StormPlan; units: Units }) {
  const spilling = answer.places.filter((place) => place.spilled_l > 0);
  if (!spilling.length) return null;
  return (
    <section aria-label="What spilled">
      <h2 className="heading">What spilled</h2>
      <DataTable
        head={["Place", "From", "Spilled"]}
        rows={spilling.map((place) => ({
          key: place.key,
          name: place.name,
          cells: [`min ${(place.first_min ?? 0) + 1}`, volume(place.spilled_l, units)],
          strong: place.key === answer.first,
        }))}
      />
    </section>
  );
}
