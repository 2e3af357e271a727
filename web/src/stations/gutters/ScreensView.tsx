import { choicesAt } from "../../document/choices";
import type { Document, Plan } from "../../api/client";
import { replace } from "../../document/edits";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { flow, fixed, quantity, volume } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Choice } from "../../ui/Choice";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { Findings } from "../../document/Findings";
import { FittingNotes } from "./FittingNotes";

type Pipe = Document["downpipes"][number];
type Screen = Pipe["screens"][number];
type Kind = Screen["kind"];
type ScreenAnswer = Plan["gutters"]["screens"][number];

import type { Units } from "../../lib/units";
const AT = "/downpipes/0/screens/0/kind";
const REACH = [
  { value: "ground", label: "the ground" },
  { value: "step_ladder", label: "a step ladder" },
  { value: "ladder", label: "a ladder" },
  { value: "roof", label: "the roof" },
] as const;

/** What keeps leaves, grit and animals out, stage by stage, and what it spills and loses. */
export function ScreensView() {
  const document = useDocument("downpipes", "downpour", "units");
  const plan = usePlan("findings", "first_flush", "gutters");
  const { units } = document;
  const lost = plan.first_flush.figures["screened_l_year"]?.value ?? 0;
  const groups = document.downpipes
    .map((pipe, index) => ({ pipe, index }))
    .filter(({ pipe }) => plan.gutters.runs.some((run) => run.group === pipe.id));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
      <div>
        <p className="mb-2">
          In the order the water meets them, {fixed(document.downpour.clogged_share * 100, 0)} % clogged in the
          downpour.{" "}
          {lost > 0.5
            ? `Together they lose ${volume(lost, units)} in a mean year, which the replay takes off.`
            : "They lose no water in ordinary rain."}
        </p>
        {groups.map(({ pipe, index }) => (
          <Group key={pipe.id} pipe={pipe} index={index} />
        ))}
      </div>
      <aside
        className="grid grid-cols-[minmax(0,1fr)] content-start gap-4"
        aria-label="What is wrong with the screens"
      >
        <Findings
          findings={plan.findings.filter((finding) =>
            /^GUTTERS_(SCREEN|NO_SCREEN|MOSQUITOES|MEDIA|GRIT|NO_GRIT)/.test(finding.code),
          )}
        />
        <FittingNotes view="screens" />
      </aside>
    </div>
  );
}

/** A trap has no mesh: what it keeps goes by its plan. */
function TrapWords(props: { screen: Screen; at: string; name: string; answer: ScreenAnswer }) {
  const { screen, at, name, answer } = props;
  const { units } = useDocument("units");
  return (
    <>
      <Entry label={`Plan of the ${name}`} path={`${at}/media_m2`} kind="area" value={screen.media_m2} /> in plan, to
      keep grains of{" "}
      <Entry
        label={`Grains that the ${name} is to keep`}
        path={`${at}/aperture_mm`}
        kind="depth"
        value={answer.aperture_mm}
      />
      ; in the downpour it keeps {quantity("micron", Number(((answer.keeps_mm ?? 0) * 1000).toPrecision(2)), units)}{" "}
      and larger
    </>
  );
}

function Group({ pipe, index }: { pipe: Pipe; index: number }) {
  const bench = useEdits();
  const document = useDocument("downpipes", "units");
  const plan = usePlan("gutters");
  const { downpipes, units } = document;
  const at = `/downpipes/${index}/screens`;
  const joined = downpipes.find((each) => each.id === pipe.run.into);
  const shared = plan.gutters.runs.find((run) => run.group === pipe.id)?.shared_screens ?? [];
  const add = (kind: Kind) =>
    void bench.edit(`${pipe.name}: ${nameOf(kind, units)}`, [{ op: "add", path: `${at}/-`, value: { kind } }]);
  return (
    <section aria-label={`Screens of ${pipe.name}`} className="mb-4 border-t-[1.5px] border-ink pt-1.5">
      <h2 className="heading">{pipe.name}</h2>
      {pipe.screens.map((screen, stage) => {
        const answer = plan.gutters.screens.filter((each) => each.group === pipe.id)[stage];
        return answer && <Stage key={stage} pipe={pipe} screen={screen} at={`${at}/${stage}`} answer={answer} />;
      })}
      {pipe.screens.length === 0 && <p className="note py-1">Nothing keeps leaves out yet.</p>}
      {joined && (
        <p className="note py-1">
          Its water goes on through the run of {joined.name}
          {shared.length > 0
            ? `, and through what stands there: ${shared.join(", ")}.`
            : ", which has no screen of its own."}
        </p>
      )}
      {!full(at, pipe.screens) && (
        <p className="mt-1.5">
          <Choice
            label={`Add a stage to ${pipe.name}`}
            value={"" as Kind}
            options={choicesAt<Kind>(AT, units)}
            onChoose={add}
          >
            Add a stage
          </Choice>
          <span className="note ml-3">
            {flow(plan.gutters.runs.find((run) => run.group === pipe.id)?.flow_l_s ?? 0, units)} in the downpour
          </span>
        </p>
      )}
    </section>
  );
}

const nameOf = (kind: Kind, units: Units) => choicesAt<Kind>(AT, units).find((each) => each.value === kind)!.label;

function Stage(props: { pipe: Pipe; screen: Screen; at: string; answer: ScreenAnswer }) {
  const bench = useEdits();
  const { pipe, screen, at, answer } = props;
  const { units } = useDocument("units");
  const name = `${nameOf(screen.kind, units)} of ${pipe.name}`;
  const media = screen.kind === "up_flow" || screen.kind === "wrapped_pipe";
  const trap = screen.kind === "grit_trap";
  const spills = !trap && answer.flow_l_s > answer.passes_l_s;
  return (
    <div className="border-b border-rule py-1.5 leading-[1.8]">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <p>
          <ChoiceEntry
            path={`${at}/kind`}
            label={`Kind of ${name}`}
            value={screen.kind}
            options={choicesAt<Kind>(AT, units)}
            onChoose={(kind) => void bench.edit(`${pipe.name}: ${nameOf(kind, units)}`, replace(at, { kind }))}
          />
          <span className={spills ? "ml-3 font-semibold text-alarm" : "ml-3"}>
            inflow {flow(answer.flow_l_s, units)}
            {!trap && <>, capacity {flow(answer.passes_l_s, units)}</>}
          </span>
        </p>
        <button
          className="fix relative text-table after:absolute after:-inset-2 after:content-['']"
          aria-label={`Remove the ${name}`}
          onClick={() => void bench.edit(`Removed the ${name}`, [{ op: "remove", path: at }])}
        >
          Remove
        </button>
      </div>
      <p>
        {trap ? (
          <TrapWords screen={screen} at={at} name={name} answer={answer} />
        ) : (
          <>
            <Entry
              label={`Open area of the ${name}`}
              path={`${at}/open_cm2`}
              kind="opening"
              value={answer.open_cm2}
            />{" "}
            open, water up to{" "}
            <Entry label={`Water on the ${name}`} path={`${at}/head_mm`} kind="bore" value={answer.head_mm} /> on it,
            openings of{" "}
            <Entry
              label={`Openings of the ${name}`}
              path={`${at}/aperture_mm`}
              kind="depth"
              value={answer.aperture_mm}
            />
          </>
        )}
        {media && (
          <>
            , a bed of{" "}
            <Entry label={`Bed of the ${name}`} path={`${at}/media_m2`} kind="area" value={screen.media_m2} />
            {answer.loading_m_h !== null && <> at {quantity("loading", answer.loading_m_h, units)}</>},{" "}
            <YesOrNo
              label={`Bypass of the ${name}`}
              path={`${at}/bypass`}
              on={screen.bypass}
              yes="with a bypass"
              no="without a bypass"
            />
          </>
        )}
        {!trap && (
          <>
            ; loses{" "}
            <Entry label={`Loss of the ${name}`} path={`${at}/loss_share`} kind="percent" value={answer.loss_share} />{" "}
            in any rain
          </>
        )}
        ; {trap ? "emptied" : "cleaned"} every{" "}
        <Entry
          label={`Weeks between cleanings of the ${name}`}
          path={`${at}/clean_weeks`}
          kind="count"
          value={answer.clean_weeks}
        />{" "}
        weeks from{" "}
        <span className="whitespace-nowrap">
          <ChoiceEntry
            path={`${at}/reached_from`}
            label={`Where the ${name} is reached from`}
            value={screen.reached_from}
            options={[...REACH]}
            onChoose={(from) => void bench.edit(`${name}: reached from ${from}`, replace(`${at}/reached_from`, from))}
          />
          .
        </span>
      </p>
    </div>
  );
}
