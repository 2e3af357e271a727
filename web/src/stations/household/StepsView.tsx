import { scaleLinear } from "d3-scale";
import type { Document } from "../../api/client";
import { addGuessed, replace } from "../../document/edits";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { fixed, volume } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { DataTable } from "../../ui/DataTable";
import { Entry } from "../../document/Entry";
import { Cautions, Findings } from "../../document/Findings";
import { NameEntry } from "../../document/NameEntry";
import { useWidth } from "../../ui/useWidth";

type Step = Document["household"]["steps"][number];

const CUTS = [
  ["house_cut", "indoors"],
  ["garden_cut", "garden"],
  ["animals_cut", "animals"],
  ["other_cut", "other uses"],
] as const;
const BACK_UPS = [
  { value: "none", label: "nothing", note: "rain alone" },
  { value: "mains", label: "the mains", note: "float top-up over an air gap" },
  { value: "well", label: "a well", note: "so much a day" },
  { value: "truck", label: "water by truck or barge", note: "by the load" },
] as const;

/** What is given up as the store falls, and what else brings water when it is short. */
export function StepsView() {
  const bench = useEdits();
  const document = useDocument("household");
  const plan = usePlan("cistern", "findings", "household");
  const { steps } = document.household;
  const add = () => {
    const below = steps.length ? Math.max(0.05, steps.at(-1)!.below_share - 0.1) : 0.4;
    const step: Step = {
      name: steps.length ? `Step ${steps.length + 1}` : "Garden dry",
      below_share: Number(below.toFixed(2)),
      house_cut: steps.length ? 0.25 : 0,
      garden_cut: 1,
      animals_cut: 0,
      other_cut: 0,
    };
    void bench.edit(`Added ${step.name}`, addGuessed("/household/steps", steps.length, step));
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-5 desk:grid-cols-[250px_minmax(0,1fr)]">
      <Triggers />
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-6">
        <section aria-label="What is given up first">
          <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
            <h2 className="heading">What is given up first</h2>
            <button className="act-quiet" onClick={add} disabled={full("/household/steps", steps)}>
              Add a step
            </button>
          </div>
          <div className="mt-1 border-t-[1.5px] border-ink">
            {steps.map((step, index) => (
              <StepRow key={index} step={step} index={index} />
            ))}
          </div>
          {steps.length === 0 && (
            <p className="note mt-2">
              No step yet: water is used as ever until the tank is empty. A first step for the garden often costs
              nothing and carries the rest through.
            </p>
          )}
        </section>
        <BackUp />
        {plan.cistern && <YearsOfHelp />}
        <Findings findings={plan.findings.filter((finding) => finding.stage === "household")} />
        <Cautions cautions={plan.household.cautions} />
      </div>
    </div>
  );
}

/** The store with the level at which each step comes on. */
function Triggers() {
  const document = useDocument("household", "units");
  const plan = usePlan("cistern");
  const [box, width] = useWidth<HTMLDivElement>();
  const { steps, back_up } = document.household;
  const units = document.units;
  const live = plan.cistern?.live_l ?? null;
  const [top, foot, left] = [30, 330, 6];
  const right = Math.max(left + 90, Math.min(width - 8, 250));
  const y = scaleLinear([0, 1], [foot, top]);
  const lines = [
    ...steps.map((step) => ({ share: step.below_share, name: step.name, help: false })),
    ...(back_up.kind === "mains" || back_up.kind === "well"
      ? [{ share: back_up.keep_share, name: `${back_up.kind === "mains" ? "mains" : "well"} keeps this`, help: true }]
      : back_up.kind === "truck"
        ? [{ share: back_up.order_share, name: "a load is ordered", help: true }]
        : []),
  ].sort((a, b) => b.share - a.share);
  return (
    <section aria-label="Triggers in the store">
      <h2 className="heading">The store as it falls</h2>
      <div ref={box} style={{ height: foot + 26 }}>
        {width > 0 && (
          <svg
            width={width}
            height={foot + 26}
            className="block overflow-visible"
            role="img"
            aria-label="Levels at which the steps come on; the list beside has them"
          >
            <rect x={left} y={y(1)} width={right - left} height={foot - top} fill="var(--water-1)" />
            {lines.map((line, i) => (
              <rect
                key={i}
                x={left}
                y={y(line.share)}
                width={right - left}
                height={foot - y(line.share)}
                fill={line.help ? "var(--water-3)" : "var(--parched-2)"}
                opacity={line.help ? 1 : 0.55}
              />
            ))}
            {lines.map((line, i) => {
              const crowded = i > 0 && y(line.share) - y(lines[i - 1]!.share) < 17;
              return (
                <g key={i}>
                  <path
                    d={`M${left} ${y(line.share)}H${right}`}
                    stroke={line.help ? "var(--water-7)" : "var(--parched-7)"}
                    strokeWidth="1.8"
                    strokeDasharray={line.help ? "6 4" : undefined}
                  />
                  <text x={left + 8} y={y(line.share) + (crowded ? 28 : 15)} className="label">
                    {fixed(line.share * 100, 0)} %: {line.name}
                    {live !== null && ` (${volume(line.share * live, units)})`}
                  </text>
                </g>
              );
            })}
            <path
              d={`M${left} ${top - 8}V${foot}H${right}V${top - 8}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2.4"
              strokeLinejoin="round"
            />
            <text x={left + 8} y={top + 16} className="label">
              full{live !== null && `, ${volume(live, units)} live`}
            </text>
          </svg>
        )}
      </div>
    </section>
  );
}

function StepRow({ step, index }: { step: Step; index: number }) {
  const bench = useEdits();
  const document = useDocument("household", "units");
  const plan = usePlan("cistern");
  const at = `/household/steps/${index}`;
  const came = plan.cistern?.steps[index];
  // Each step gives up as much as the one before it, and comes on lower down.
  const { [index - 1]: before, [index + 1]: next } = document.household.steps;
  return (
    <div className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <NameEntry label={`Name of ${step.name}`} path={`${at}/name`} value={step.name} />
        <p className="text-table">
          {came && (
            <>
              on{" "}
              <strong>
                {came.days.toLocaleString("en-US")} {came.days === 1 ? "day" : "days"}
              </strong>{" "}
              of {came.years} {came.years === 1 ? "year" : "years"}, giving up{" "}
              <strong>{volume(came.given_up_l, document.units)}</strong>
            </>
          )}
          <button
            className="fix relative ml-4 after:absolute after:-inset-2 after:content-['']"
            aria-label={`Remove ${step.name}`}
            onClick={() => void bench.edit(`Removed ${step.name}`, [{ op: "remove", path: at }])}
          >
            Remove
          </button>
        </p>
      </div>
      <p className="leading-[1.9]">
        Below{" "}
        <Entry
          label={`Trigger of ${step.name}`}
          path={`${at}/below_share`}
          kind="percent"
          value={step.below_share}
          min={next?.below_share}
          max={before?.below_share ?? 1}
        />{" "}
        of the live store, cut{" "}
        {CUTS.map(([field, name], i) => (
          <span key={field}>
            {i > 0 && ", "}
            {name}{" "}
            <Entry
              label={`${step.name}: cut ${name}`}
              path={`${at}/${field}`}
              kind="percent"
              value={step[field]}
              min={before?.[field]}
              max={next?.[field] ?? 1}
            />
          </span>
        ))}
        .
      </p>
    </div>
  );
}

function BackUp() {
  const bench = useEdits();
  const document = useDocument("household");
  const { back_up } = document.household;
  const at = "/household/back_up";
  return (
    <section aria-label="Back-up">
      <h2 className="heading">When that is not enough</h2>
      <p className="leading-[1.9]">
        It falls back on{" "}
        <ChoiceEntry
          path={`${at}/kind`}
          label="Back-up"
          value={back_up.kind}
          options={[...BACK_UPS]}
          onChoose={(kind) => void bench.edit(`Back-up: ${kind}`, replace(`${at}/kind`, kind))}
        />
        {(back_up.kind === "mains" || back_up.kind === "well") && (
          <>
            , which keeps the lowest{" "}
            <Entry
              label="Share kept by the top-up"
              path={`${at}/keep_share`}
              kind="percent"
              value={back_up.keep_share}
            />{" "}
            of the live store
            {back_up.kind === "well" && (
              <>
                {" "}
                with at most{" "}
                <Entry
                  label="What the well gives"
                  path={`${at}/well_l_day`}
                  kind="rate"
                  value={back_up.well_l_day}
                />{" "}
                a day
              </>
            )}
          </>
        )}
        {back_up.kind === "truck" && (
          <>
            : loads of <Entry label="Load" path={`${at}/load_l`} kind="volume" value={back_up.load_l} />, ordered
            below{" "}
            <Entry
              label="Store at which a load is ordered"
              path={`${at}/order_share`}
              kind="percent"
              value={back_up.order_share}
            />{" "}
            and here{" "}
            <Entry label="Days until a load comes" path={`${at}/lead_days`} kind="count" value={back_up.lead_days} />{" "}
            days later
          </>
        )}
        .
      </p>
    </section>
  );
}

/** The years in which something was given up, brought or missed. */
function YearsOfHelp() {
  const document = useDocument("household", "units");
  const plan = usePlan("cistern");
  const cistern = plan.cistern!;
  const units = document.units;
  const trucked = document.household.back_up.kind === "truck";
  const hard = cistern.years
    .filter((year) => year.given_up_l > 0.5 || year.other_water_l > 0.5 || year.shortfall_l > 0.5)
    .sort((a, b) => b.shortfall_l - a.shortfall_l || b.other_water_l + b.given_up_l - a.other_water_l - a.given_up_l);
  if (!hard.length) return null;
  return (
    <section aria-label="The hardest years">
      <h2 className="heading">
        The hardest years{" "}
        <span className="head-note">
          {hard.length} of {cistern.years.length} gave something up, or were helped
        </span>
      </h2>
      <DataTable
        head={[
          "Year",
          "Days on a step",
          "Given up",
          ...(trucked ? ["Loads"] : []),
          "Other water",
          "Missed",
          "Dry days",
        ]}
        rows={hard.slice(0, 6).map((year) => ({
          key: year.start,
          name: year.label,
          cells: [
            String(year.step_days),
            volume(year.given_up_l, units),
            ...(trucked ? [String(year.loads)] : []),
            volume(year.other_water_l, units),
            volume(year.shortfall_l, units),
            String(year.short_days),
          ],
        }))}
      />
    </section>
  );
}
