import { useQuery } from "@tanstack/react-query";
import type { Document, Plan } from "../../api/client";
import { addGuessed, replace } from "../../document/edits";
import { choicesQuery } from "../../api/queries";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { nothingIndoors } from "../../document/nothingIndoors";
import { freshNumber } from "../../lib/freshNumber";
import { monthName } from "../../lib/dates";
import { rate } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Entry } from "../../document/Entry";
import { NameEntry } from "../../document/NameEntry";
import { Toggle } from "../../ui/Toggle";
import { CheaperWater } from "./CheaperWater";

type Use = NonNullable<Document["household"]["uses"]>[number];
type UsePlan = Plan["household"]["uses"][number];

const QUALITIES = [
  { value: "garden", label: "garden water", note: "never a tap" },
  { value: "indoor", label: "indoors, not drunk", note: "toilets, laundry" },
  { value: "drinking", label: "drinking quality", note: "anything that meets a mouth or a shower" },
] as const;
const QUALITY_WORDS: Record<Use["quality"], string> = {
  garden: "garden water",
  indoor: "indoors, not drunk",
  drinking: "drinking quality",
};

/** Every use of water: whether rain serves it, at what quality, how much, and when in the year. */
export function UsesView({ months }: { months: number[] }) {
  const bench = useEdits();
  const { household, supply } = useDocument("household", "supply");
  const plan = usePlan("household");
  const listed = household.uses !== null;
  const entered = household.uses ?? [];
  const served = { by: supply.id, then: null };
  const most = Math.max(...plan.household.uses.flatMap((use) => use.by_month_l_day), 1);
  const rows = plan.household.uses;
  const fromEntry = (use: UsePlan) => entered.findIndex((each) => each.id === use.id);

  /** The usual fittings of the habit, written down one by one so that each can be changed. */
  const list = () => {
    const uses = rows
      .filter((use) => use.kind === "house")
      .map((use) => ({
        id: use.id,
        name: use.name,
        fixture: use.id,
        kind: use.kind,
        quality: use.quality,
        from_rain: use.from_rain,
        litres_person_day: Number(use.each_l.toFixed(2)),
        litres_day: Array.from({ length: 12 }, () => 0),
        served,
      }));
    void bench.edit("Uses listed one by one", replace("/household/uses", uses));
  };
  const add = () => {
    const number = freshNumber("use", entered);
    const use: Use = {
      id: `use-${number}`,
      name: "Another use",
      fixture: null,
      kind: "other",
      quality: "indoor",
      from_rain: true,
      litres_person_day: 0,
      litres_day: Array.from({ length: 12 }, () => 20),
      served,
    };
    void bench.edit("Added a use", addGuessed("/household/uses", entered.length, use));
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-5 desk:grid-cols-[minmax(0,66%)_minmax(0,1fr)]">
      <section aria-label="Uses">
        <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
          <h2 className="heading">
            {rows.length} uses <span className="head-note">switched on where rain serves them</span>
          </h2>
          {listed ? (
            <button className="act-quiet" onClick={add} disabled={full("/household/uses", entered)}>
              Add a use
            </button>
          ) : (
            <button className="act-quiet" onClick={list}>
              Change them one by one
            </button>
          )}
        </div>
        <div className="mt-1 border-t-[1.5px] border-ink">
          {rows.map((use) => {
            const index = fromEntry(use);
            return index < 0 ? (
              <UseLine key={use.id} use={use} months={months} most={most} />
            ) : (
              <UseRow key={use.id} use={use} entry={entered[index]!} index={index} months={months} most={most} />
            );
          })}
        </div>
        {listed ? (
          <p className="note mt-2 flex flex-wrap items-baseline gap-x-3">
            {entered.length === 0 && "Nothing is used indoors."}
            <button
              className="fix"
              onClick={() => void bench.edit("Uses by habit", replace("/household/uses", null))}
            >
              Go by the habit again
            </button>
          </p>
        ) : (
          <p className="note mt-2 flex flex-wrap items-baseline gap-x-3">
            The habit shared out over the usual fittings. Listed one by one, each can have its own quality and amount.
            <button
              className="fix"
              onClick={() => void bench.edit("Nothing is used indoors", replace("/household/uses", []))}
            >
              Nothing is used indoors
            </button>
          </p>
        )}
      </section>
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-6">
        <Animals />
        {!nothingIndoors(household) && <CheaperWater />}
      </div>
    </div>
  );
}

/** A use that is worked out elsewhere: a fitting of the habit, the watered garden, the animals. */
function UseLine({ use, months, most }: { use: UsePlan; months: number[]; most: number }) {
  const { units } = useDocument("units");
  return (
    <div className="grid grid-cols-[48px_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule py-1.5 text-table">
      <span className="note text-center">{use.from_rain ? "rain" : "other"}</span>
      <span>
        <strong>{use.name}</strong>
        <span className="note"> {QUALITY_WORDS[use.quality]}</span>
      </span>
      <span className="flex items-center gap-3">
        <YearBars use={use} months={months} most={most} />
        <span className="w-[104px] text-right font-semibold">{rate(use.mean_l_day, units)}</span>
      </span>
    </div>
  );
}

function UseRow(props: { use: UsePlan; entry: Use; index: number; months: number[]; most: number }) {
  const { use, entry, index } = props;
  const bench = useEdits();
  const { units } = useDocument("units");
  const at = `/household/uses/${index}`;
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(`${entry.name}: ${label}`, replace(`${at}/${field}`, value));
  const daily = entry.litres_day.reduce((sum, each) => sum + each, 0) / 12;
  return (
    <div className="grid grid-cols-[48px_minmax(0,1fr)] items-start gap-x-3 desk:grid-cols-[48px_minmax(0,1fr)_auto] border-b border-rule py-1.5 text-table">
      <Toggle
        className="mt-1"
        label={`Rain serves ${entry.name}`}
        on={entry.from_rain}
        onChange={(on) => set(on ? "from rain" : "from other water", "from_rain", on)}
      />
      <div className="leading-[1.8]">
        <NameEntry
          label={`Name of ${entry.name}`}
          path={`${at}/name`}
          value={entry.name}
          className="w-[22ch] max-w-full font-[650]"
        />
        <p>
          <ChoiceEntry
            path={`${at}/quality`}
            label={`Quality of ${entry.name}`}
            value={entry.quality}
            options={[...QUALITIES]}
            onChoose={(quality) => set("quality", "quality", quality)}
          />
          ,{" "}
          <Entry
            label={`${entry.name} for each person and day`}
            path={`${at}/litres_person_day`}
            kind="rate"
            value={entry.litres_person_day}
          />{" "}
          for each person
          {entry.kind !== "house" || daily > 0 ? (
            <>
              {" "}
              and{" "}
              <Entry
                label={`${entry.name} a day besides`}
                path={`${at}/litres_day`}
                kind="rate"
                value={daily}
                toOperations={(litres) => replace(`${at}/litres_day`, spread(entry.litres_day, litres))}
              />{" "}
              a day besides
            </>
          ) : null}
          , given up with{" "}
          <ChoiceEntry
            path={`${at}/kind`}
            label={`Which steps cut ${entry.name}`}
            value={entry.kind}
            options={[
              { value: "house", label: "the house" },
              { value: "garden", label: "the garden" },
              { value: "animals", label: "the animals" },
              { value: "other", label: "other uses", note: "a pool, a misting bed, a studio" },
            ]}
            onChoose={(kind) => set("kind", "kind", kind)}
          />
        </p>
        {entry.kind !== "house" && <BesidesByMonth entry={entry} at={at} months={props.months} />}
      </div>
      <span className="flex items-center justify-between gap-3 max-desk:col-start-2">
        <YearBars use={use} months={props.months} most={props.most} />
        <span className="font-semibold desk:w-[104px] desk:text-right">{rate(use.mean_l_day, units)}</span>
        <button
          className="fix relative after:absolute after:-inset-2 after:content-['']"
          aria-label={`Remove ${entry.name}`}
          onClick={() => void bench.edit(`Removed ${entry.name}`, [{ op: "remove", path: at }])}
        >
          Remove
        </button>
      </span>
    </div>
  );
}

/** The amount of each month, for a use that has its season: a pool, a pond, a studio. */
function BesidesByMonth({ entry, at, months }: { entry: Use; at: string; months: number[] }) {
  return (
    <details className="mt-0.5">
      <summary className="fix min-h-9 cursor-pointer py-1">by month</summary>
      <div className="grid grid-cols-4 gap-y-2 desk:grid-cols-6">
        {months.map((month) => (
          <span key={month} className="text-center text-small">
            <span className="note block">{monthName(month)}</span>
            <Entry
              label={`${entry.name} a day in ${monthName(month)}`}
              path={`${at}/litres_day/${month - 1}`}
              kind="rate"
              value={entry.litres_day[month - 1]!}
              toOperations={(litres) =>
                replace(
                  `${at}/litres_day`,
                  entry.litres_day.map((before, i) => (i === month - 1 ? litres : before)),
                )
              }
            />
          </span>
        ))}
      </div>
    </details>
  );
}

/** The same year, made larger or smaller until its mean is as asked; an even year where there was none. */
function spread(before: number[], mean: number): number[] {
  const now = before.reduce((sum, each) => sum + each, 0) / 12;
  return now > 0 ? before.map((each) => (each / now) * mean) : before.map(() => mean);
}

/** The year of one use in twelve bars, all uses to one scale. */
function YearBars({ use, months, most }: { use: UsePlan; months: number[]; most: number }) {
  return (
    <svg
      width="86"
      height="30"
      role="img"
      aria-label={`${use.name} by month from ${monthName(months[0]!)}`}
      className="shrink-0 max-desk:hidden"
    >
      {months.map((month, i) => {
        const height = Math.max((use.by_month_l_day[month - 1]! / most) * 27, 0);
        return (
          <rect
            key={month}
            x={i * 7 + 1}
            y={28 - height}
            width="5.4"
            height={height}
            fill={use.from_rain ? (use.kind === "garden" ? "var(--parched-5)" : "var(--water-7)") : "none"}
            stroke={use.from_rain ? "none" : "var(--ink-2)"}
            strokeWidth="0.8"
          />
        );
      })}
      <path d="M0 28.5H86" stroke="var(--ink)" />
    </svg>
  );
}

function Animals() {
  const bench = useEdits();
  const document = useDocument("household", "units");
  const { units } = document;
  const { animals } = document.household;
  const choices = useQuery(choicesQuery());
  const kinds = choices.data?.animals ?? [];
  const add = () => {
    const number = freshNumber("animals", animals);
    const hens = { id: `animals-${number}`, animal: "hen", heads: 6, litres_head_day: null, from_rain: true };
    void bench.edit("Added animals", addGuessed("/household/animals", animals.length, hens));
  };
  return (
    <section aria-label="Animals">
      <h2 className="heading">Animals</h2>
      {animals.map((each, index) => {
        const at = `/household/animals/${index}`;
        const kind = kinds.find((known) => known.key === each.animal);
        const usual = kind ? (kind.low_l_day + kind.high_l_day) / 2 : 0;
        return (
          <p key={each.id} className="flex flex-wrap items-baseline gap-x-2 border-b border-rule py-1 text-table">
            <Entry label={`Number of ${each.animal}`} path={`${at}/heads`} kind="count" value={each.heads} />
            ×
            <ChoiceEntry
              path={`${at}/animal`}
              label="Animal"
              value={each.animal}
              options={
                kinds.length
                  ? kinds.map((known) => ({
                      value: known.key as typeof each.animal,
                      label: known.label.toLowerCase(),
                      note: `${rate(known.low_l_day, units)} to ${rate(known.high_l_day, units)} a head`,
                    }))
                  : [{ value: each.animal, label: each.animal }]
              }
              onChoose={(animal) =>
                void bench.edit(`Animals: ${animal}`, [
                  ...replace(`${at}/animal`, animal),
                  ...replace(`${at}/litres_head_day`, null),
                ])
              }
            />
            <span>
              at{" "}
              <Entry
                label={`Water for each ${each.animal} and day`}
                path={`${at}/litres_head_day`}
                kind="rate"
                value={each.litres_head_day ?? usual}
              />{" "}
              each
            </span>
            <button
              className="fix relative ml-auto after:absolute after:-inset-2 after:content-['']"
              aria-label={`Remove ${each.animal}`}
              onClick={() => void bench.edit("Removed animals", [{ op: "remove", path: at }])}
            >
              Remove
            </button>
          </p>
        );
      })}
      <button className="fix min-h-11" onClick={add} disabled={full("/household/animals", animals)}>
        Add animals
      </button>
    </section>
  );
}
