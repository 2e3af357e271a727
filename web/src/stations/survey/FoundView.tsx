import type { Document, Plan } from "../../api/client";
import { editName } from "../../document/edits";
import { placeIn } from "../../lib/places";
import { ItemPhotos, TakePhoto } from "../../document/photos/ItemPhotos";
import { useDocument, usePlan } from "../../document/shown";
import { useDraft } from "../../document/useDraft";
import { useEdits } from "../../document/workbench";
import { YesOrNo } from "../../document/YesOrNo";
import { Choice } from "../../ui/Choice";
import { Mark } from "../../ui/Mark";

type Part = Plan["survey"]["found"][number];
type Condition = Document["audit"]["conditions"][string];

const STATES = [
  { value: "not_looked_at", label: "not looked at" },
  { value: "sound", label: "sound" },
  { value: "worn", label: "worn", note: "it works, and will not for long" },
  { value: "broken", label: "broken", note: "it leaks, lets something in, or does nothing" },
  { value: "renewed", label: "renewed", note: "repaired or replaced since" },
] as const;
const MARKS = {
  not_looked_at: "decide",
  sound: "settled",
  worn: "caution",
  broken: "fails",
  renewed: "settled",
} as const;
const LONGEST_NOTE = 500;

/** An existing supply: what its parts are like, and what is wrong with it. */
export function FoundView() {
  const { survey, findings } = usePlan("survey", "findings");
  const { audit } = useDocument("audit");
  const wrong = findings.filter(({ severity }) => severity !== "note");
  return (
    <section aria-label="As found">
      <p className="max-w-[76ch] leading-[1.75]">
        This is{" "}
        <YesOrNo
          label="What this design is"
          path="/audit/as_found"
          on={audit.as_found}
          yes="a supply as it was found"
          no="a design for a new supply, or one that repairs an old"
        />
        .{" "}
        {audit.as_found &&
          "Enter at every station what is there, and here what it is like. What is proposed begins from it as another alternative: the two side by side are the list of repairs."}
      </p>
      {audit.as_found && (
        <>
          <h2 className="heading mt-4">
            What is there, {survey.found.length} parts{" "}
            <span className="head-note">{lookedAt(survey.found)} of them looked at</span>
          </h2>
          <ul className="mt-1 border-t border-rule">
            {survey.found.map((part) => (
              <FoundRow key={part.key} part={part} entered={audit.conditions[part.key]} />
            ))}
          </ul>
          <h2 className="heading mt-5">
            What is wrong, {wrong.length}{" "}
            <span className="head-note">by the same rules as a new design; each stands at its station as well</span>
          </h2>
          <ul className="mt-1 border-t border-rule" aria-label="What is wrong">
            {wrong.map(({ code, severity, text, fix }, at) => (
              <li
                key={`${code} ${at}`}
                className="grid grid-cols-[20px_minmax(0,1fr)] gap-x-2.5 border-b border-rule py-1.5"
              >
                <span className="pt-0.5">
                  <Mark status={severity === "fails" ? "fails" : "caution"} />
                </span>
                <span>
                  {text} <span className="text-ink-2">{fix}</span>
                </span>
              </li>
            ))}
          </ul>
          {wrong.length === 0 && <p className="mt-1">Nothing that can be seen from what is entered.</p>}
        </>
      )}
    </section>
  );
}

const lookedAt = (found: Part[]) => found.filter(({ state }) => state !== "not_looked_at").length;

function FoundRow({ part, entered }: { part: Part; entered: Condition | undefined }) {
  const bench = useEdits();
  const condition: Condition = entered ?? { state: "not_looked_at", note: "" };
  const path = placeIn("/audit/conditions", part.key);
  const set = (words: string, change: Partial<Condition>) =>
    void bench.edit(editName(`${part.name}: ${words}`), [{ op: "add", path, value: { ...condition, ...change } }]);
  const { draft, setDraft, field } = useDraft((typed) => {
    if (typed.trim() !== condition.note) set("note", { note: typed.trim() });
  });
  return (
    <li
      className="grid grid-cols-[20px_minmax(0,1fr)] items-start gap-x-2.5 gap-y-1 border-b border-rule py-2 desk:grid-cols-[20px_minmax(0,1fr)_minmax(0,320px)]"
      aria-label={part.name}
    >
      <span className="pt-0.5">
        <Mark status={MARKS[condition.state]} />
      </span>
      <span className="min-w-0">
        <strong>{part.name}</strong>
        <span className="note block leading-snug">{part.looks_for}</span>
      </span>
      <span className="col-start-2 flex flex-wrap items-center gap-x-4 desk:col-start-3">
        <Choice
          label={`Condition of ${part.name}`}
          value={condition.state}
          options={[...STATES]}
          onChoose={(state) => set(STATES.find(({ value }) => value === state)!.label, { state })}
        />
        <TakePhoto of={`found/${part.key}`} asks={part.name} />
        <input
          className="field mt-1 min-w-0 basis-full"
          aria-label={`Note to ${part.name}`}
          placeholder="what was seen"
          maxLength={LONGEST_NOTE}
          value={draft ?? condition.note}
          onChange={(event) => setDraft(event.target.value)}
          {...field}
        />
      </span>
      <ItemPhotos of={`found/${part.key}`} asks={part.name} />
    </li>
  );
}
