import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Dialog, ToggleGroup } from "radix-ui";
import { useState } from "react";
import type { FormEvent, ReactNode } from "react";
import { useLocation } from "wouter";
import { client, Refused, taken } from "../../api/client";
import type { NewProperty, StartingPoint } from "../../api/client";
import { choicesQuery, propertyQuery, recordsQuery } from "../../api/queries";
import { read } from "../../lib/readQuantity";
import { area, axisUnit, rate } from "../../lib/units";
import type { Units } from "../../lib/units";
import { returnFocus } from "../../ui/returnFocus";
import { LayoutChoice } from "./LayoutChoice";

const LATER = "later";
/** Fields of an answer beside which a refusal is shown; any other is shown below them. */
const ASKED = ["name", "roof_area_m2", "people", "rain.record_id"];

/** What is to be built, and four answers: the roof, the rain, the people, the use. The rest is assumed until somebody
 * confirms it. */
export function NewPropertyDialog({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const [point, setPoint] = useState<StartingPoint | null>();
  const change = (next: boolean) => {
    if (!next) setPoint(undefined);
    setOpen(next);
  };
  return (
    <Dialog.Root open={open} onOpenChange={change}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          onCloseAutoFocus={returnFocus}
          className="dialog"
          aria-describedby={undefined}
          style={{ width: `min(${point === undefined ? 900 : 640}px, calc(100vw - 24px))` }}
        >
          <Dialog.Title className="title">New property</Dialog.Title>
          {point === undefined ? (
            <LayoutChoice pick={setPoint} />
          ) : (
            <>
              <p className="mt-2 flex flex-wrap items-baseline gap-x-3">
                <strong>{point ? point.name : "One tank"}</strong>
                <button className="fix" onClick={() => setPoint(undefined)}>
                  Begin with something else
                </button>
              </p>
              <Questions point={point} />
            </>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Questions({ point }: { point: StartingPoint | null }) {
  const [, navigate] = useLocation();
  const cache = useQueryClient();
  const choices = useQuery(choicesQuery());
  const records = useQuery(recordsQuery());
  const [units, setUnits] = useState<Units>("metric");
  const [name, setName] = useState("");
  const [roof, setRoof] = useState("");
  const [material, setMaterial] = useState<NewProperty["material"]>("metal");
  const [rainFrom, setRainFrom] = useState(LATER);
  const [people, setPeople] = useState("");
  const [habit, setHabit] = useState<NewProperty["habit"]>("careful");
  const [problems, setProblems] = useState<Record<string, string>>({});
  const asksPeople = point === null || point.people !== "";

  const create = useMutation({
    mutationFn: (asked: NewProperty) => taken(client.POST("/api/properties", { body: asked })),
    onSuccess: (state) => {
      cache.setQueryData(propertyQuery(state.id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
      navigate(`/p/${state.id}/${state.plan.rain ? "cistern" : "rain"}`);
    },
    onError: (error) =>
      setProblems(
        error instanceof Refused && error.refusal
          ? Object.fromEntries(
              error.refusal.errors.map((each) => [ASKED.includes(each.field) ? each.field : "all", each.message]),
            )
          : { all: "The server does not answer. Your answers are still here; try again." },
      ),
  });

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const area_m2 = read("area", units, roof, 100);
    const count = asksPeople ? read("count", units, people, 1) : 0;
    const found: Record<string, string> = {};
    if (!name.trim()) found.name = "Give it a name.";
    if (area_m2 === null || area_m2 <= 0 || area_m2 > 100_000)
      found.roof_area_m2 = `Write an area above 0, for example ${area(94, units)}.`;
    if (count === null || count < 0 || count > 10_000) found.people = "Write a number from 0 to 10,000.";
    setProblems(found);
    if (Object.keys(found).length || area_m2 === null || count === null) return;
    create.mutate({
      name: name.trim(),
      place: "",
      units,
      roof_area_m2: area_m2,
      material,
      rain_from: rainFrom === LATER ? null : rainFrom,
      people: count,
      habit,
      begin_with: point?.key ?? null,
    });
  };

  return (
    <form onSubmit={submit} noValidate className="mt-4 grid gap-5">
      <div className="grid gap-4 small:grid-cols-[minmax(0,1fr)_auto]">
        <Written label="Name" problem={problems.name} value={name} set={setName} first />
        <UnitsChoice units={units} set={setUnits} />
      </div>
      <Question number={1} title="The roof">
        <div className="grid gap-4 small:grid-cols-2">
          <Written
            label={`Area seen from above, ${axisUnit("area", units).unit}`}
            problem={problems.roof_area_m2}
            value={roof}
            set={setRoof}
          />
          <Chosen label="Covering" value={material} set={(key) => setMaterial(key as typeof material)}>
            {choices.data?.materials.map((each) => (
              <option key={each.key} value={each.key}>
                {each.label}
              </option>
            ))}
          </Chosen>
        </div>
      </Question>
      <Question number={2} title="The rain">
        <Chosen label="Which record" problem={problems["rain.record_id"]} value={rainFrom} set={setRainFrom}>
          <option value={LATER}>Bring in a file next</option>
          {records.data?.map((record) => (
            <option key={record.id} value={record.id}>
              {record.name}, {Math.round(record.days / 365.25)} years from {record.start.slice(0, 4)}
            </option>
          ))}
        </Chosen>
      </Question>
      {asksPeople && (
        <div className="grid gap-5 small:grid-cols-2">
          <Question number={3} title="The people">
            <Written
              label={point?.people || "How many live there"}
              problem={problems.people}
              value={people}
              set={setPeople}
              inputMode="decimal"
            />
          </Question>
          <Question number={4} title="Their use">
            <Chosen label="Habit with water, indoors" value={habit} set={(key) => setHabit(key as typeof habit)}>
              {choices.data?.habits.map((each) => (
                <option key={each.key} value={each.key}>
                  {each.key}, {rate(each.litres_person_day, units)} each
                </option>
              ))}
            </Chosen>
          </Question>
        </div>
      )}
      {problems.all && (
        <p role="alert" className="font-semibold text-alarm">
          {problems.all}
        </p>
      )}
      <p className="flex flex-wrap gap-3">
        <button className="act" disabled={create.isPending}>
          {create.isPending ? "Replaying" : rainFrom === LATER ? "Next: the rain file" : "Show the answer"}
        </button>
        <Dialog.Close className="act-quiet" type="button">
          Cancel
        </Dialog.Close>
      </p>
    </form>
  );
}

function UnitsChoice({ units, set }: { units: Units; set: (units: Units) => void }) {
  return (
    <div>
      <p className="font-semibold">Units</p>
      <ToggleGroup.Root
        type="single"
        aria-label="Units"
        value={units}
        onValueChange={(value) => value && set(value as Units)}
        className="mt-1 flex h-11 border-[1.5px] border-ink"
      >
        {(["metric", "us"] as const).map((each) => (
          <ToggleGroup.Item
            key={each}
            value={each}
            className="reach justify-center px-4 font-semibold data-[state=on]:bg-ink data-[state=on]:text-sheet"
          >
            {each === "metric" ? "Metric" : "US"}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

type AskedProps = { label: string; problem?: string; value: string; set: (value: string) => void };

function Written(props: AskedProps & { first?: boolean; inputMode?: "text" | "decimal" }) {
  return (
    <Field label={props.label} problem={props.problem}>
      {(id) => (
        <input
          {...id}
          className="field"
          autoFocus={props.first}
          inputMode={props.inputMode}
          value={props.value}
          maxLength={80}
          onChange={(event) => props.set(event.target.value)}
        />
      )}
    </Field>
  );
}

function Chosen(props: AskedProps & { children: ReactNode }) {
  return (
    <Field label={props.label} problem={props.problem}>
      {(id) => (
        <select {...id} className="field" value={props.value} onChange={(event) => props.set(event.target.value)}>
          {props.children}
        </select>
      )}
    </Field>
  );
}

function Question({ number, title, children }: { number: number; title: string; children: ReactNode }) {
  return (
    <fieldset className="border-t-[1.5px] border-ink pt-2">
      <legend className="sr-only">{title}</legend>
      <p className="heading mb-1" aria-hidden="true">
        <span className="text-water-7">{number}</span> {title}
      </p>
      {children}
    </fieldset>
  );
}

type Attributes = { id: string; "aria-invalid": boolean; "aria-describedby"?: string };

function Field({
  label,
  problem,
  children,
}: {
  label: string;
  problem?: string;
  children: (id: Attributes) => ReactNode;
}) {
  const id = `field-${label.replaceAll(/\W+/g, "-").toLowerCase()}`;
  return (
    <div>
      <label htmlFor={id} className="text-table">
        {label}
      </label>
      {children({
        id,
        "aria-invalid": problem !== undefined,
        ...(problem ? { "aria-describedby": `${id}-problem` } : {}),
      })}
      {problem && (
        <p id={`${id}-problem`} className="mt-1 text-small font-semibold text-alarm">
          {problem}
        </p>
      )}
    </div>
  );
}
