import { axisUnit } from "../lib/units";
import { Dialog } from "radix-ui";
import { createContext, memo, use, useCallback, useState } from "react";
import { Link, useLocation, useParams, useSearch } from "wouter";
import type { Stage, Station, Status } from "../api/client";
import { Mark, STATUS_WORDS } from "../ui/Mark";
import { flowsOf } from "../document/flows";
import type { Flows } from "../ui/fallLine";
import { STATIONS } from "./registry";
import { useDocument, usePlan } from "../document/shown";
import { useEdits, useSaved } from "../document/workbench";
import { propertyOf, shownBy } from "../api/shownBy";
import { Choice } from "../ui/Choice";

const BELOW_GROUND: Partial<Record<Stage, string>> = { ground: "var(--earth-1)", price: "var(--earth-2)" };
const KEY: Status[] = ["settled", "decide", "caution", "fails"];

const FlowsContext = createContext<Flows | null>(null);

type FallProps = { stage: Stage; goTo: (stage: Stage) => void };

/** The property in section, top to bottom in the order the water takes, and the way about. */
export const Fall = memo(function Fall({ stage, goTo }: FallProps) {
  const plan = usePlan("cistern", "stations", "tank_l", "together", "verdict_parts");
  const document = useDocument("name", "supply", "units");
  const flows = flowsOf(plan);
  const here = plan.stations.find((station) => station.stage === stage);
  const [open, setOpen] = useState(false);
  const go = useCallback(
    (next: Stage) => {
      setOpen(false);
      goTo(next);
    },
    [goTo],
  );
  const list = <StationList stations={plan.stations} stage={stage} goTo={go} />;
  return (
    <FlowsContext value={flows}>
      <nav
        aria-label="Stations"
        style={{ gridArea: "fall" }}
        className="hidden min-h-0 flex-col overflow-y-auto overflow-x-hidden border-r-[1.5px] border-ink bg-wall [scrollbar-width:none] desk:flex"
      >
        <PropertyName />
        <AlternativeName />
        <SupplyName />
        {list}
        <div className="grid flex-1 grid-cols-2 content-end gap-x-2 gap-y-1 bg-[var(--earth-3)] px-4 pt-1 pb-3 text-fine">
          {KEY.map((status) => (
            <span key={status} className="flex items-center gap-1.5 whitespace-nowrap">
              <Mark status={status} size={14} />
              {STATUS_WORDS[status]}
            </span>
          ))}
          <span className="col-span-2 flex items-center gap-1.5 whitespace-nowrap">
            <svg width="34" height="12" aria-hidden="true" className="shrink-0">
              <path d="M0 6h34" stroke="var(--water-3)" strokeWidth="9" />
              <path d="M0 6h34" stroke="var(--water-9)" strokeWidth="4.5" />
            </svg>
            {axisUnit("volume", document.units).unit} a year, inner: lean year
          </span>
        </div>
      </nav>

      <Dialog.Root open={open} onOpenChange={setOpen}>
        <nav
          aria-label="Property"
          className="no-print sticky top-0 z-30 flex items-center justify-between gap-2 border-b border-rule bg-wall px-4 py-1 desk:hidden"
        >
          <Link to="/" className="flex min-h-11 min-w-0 flex-col justify-center">
            <span className="head truncate text-sub leading-tight font-bold">
              {document.name}
              {plan.together && `, ${document.supply.name}`}
            </span>
            <span className="note truncate leading-tight">{plan.verdict_parts.answer}</span>
          </Link>
          <Dialog.Trigger className="act-quiet shrink-0 bg-sheet">
            {here && <Mark status={here.status} />}
            {here?.name}
            <svg width="12" height="8" aria-hidden="true">
              <path d="M1 1l5 5 5-5" fill="none" stroke="currentColor" strokeWidth="2" />
            </svg>
          </Dialog.Trigger>
        </nav>
        <Dialog.Portal>
          <Dialog.Overlay className="veil" />
          <Dialog.Content
            aria-describedby={undefined}
            className="fixed inset-y-0 left-0 z-50 w-[min(320px,90vw)] overflow-y-auto border-r-[1.5px] border-ink bg-wall"
          >
            <Dialog.Title className="heading px-4 pt-4 pb-2">Stations</Dialog.Title>
            <AlternativeName />
            <SupplyName />
            {list}
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </FlowsContext>
  );
});

/** Which of several designs is open, and the way to the others. */
function AlternativeName() {
  const { id, alternatives } = useSaved();
  const { audit } = useDocument("audit");
  const open = alternatives.find((each) => each.id === propertyOf(id));
  if (!open || (alternatives.length < 2 && !audit.as_found)) return null;
  return (
    <Link to={`/p/${id}/alternatives`} className="fix mx-4 truncate max-desk:min-h-11" title="All alternatives">
      {open.name}
      {alternatives.length > 1 && `, of ${alternatives.length}`}
      {audit.as_found && ", as found"}
    </Link>
  );
}

const ALL = "";

/** Which of several supplies is looked at, and the way to the others. */
function SupplyName() {
  const { id } = useEdits();
  const { together } = usePlan("together");
  const { supply } = useDocument("supply");
  const [, navigate] = useLocation();
  const { stage } = useParams();
  const search = useSearch();
  if (!together) return null;
  return (
    <p className="mx-4 mb-1 text-aside leading-tight">
      <Choice
        label="Supply"
        value={supply.id}
        options={[
          ...together.supplies.map((each) => ({ value: each.id, label: each.name })),
          { value: ALL, label: "All supplies" },
        ]}
        onChoose={(chosen) => {
          const property = propertyOf(id);
          const there = `${stage ?? "cistern"}${search ? `?${search}` : ""}`; // the same view of the same sheet
          navigate(chosen === ALL ? `/p/${id}/supplies` : `/p/${shownBy(property, chosen)}/${there}`);
        }}
      />
      , of {together.supplies.length}
    </p>
  );
}

/** Letters of a name, and of a headline, that take more than a line of the fall in its usual size. */
const LONG_NAME = 18;
const LONG_HEADLINE = 19;

function PropertyName() {
  const { name, place } = useDocument("name", "place");
  const { demo } = useSaved();
  return (
    <Link to="/" className="block shrink-0 px-4 pt-3 pb-1 hover:underline" title="All properties">
      <span
        className={`head line-clamp-2 leading-tight font-bold ${name.length > LONG_NAME ? "text-sub" : "text-lead"}`}
      >
        {name}
      </span>
      <span className="note block truncate">{demo ? "invented demo property" : place || "all properties"}</span>
    </Link>
  );
}

/** Stations that are no part of the water's way: what comes before the design is built, and after. */
const BEFORE: Stage[] = ["survey", "permits"];
const AFTER: Stage[] = ["build", "log"];

function StationList(props: { stations: Station[]; stage: Stage; goTo: (stage: Stage) => void }) {
  const early = props.stations.filter(({ stage }) => BEFORE.includes(stage));
  const main = props.stations.filter(({ stage }) => !BEFORE.includes(stage) && !AFTER.includes(stage));
  const late = props.stations.filter(({ stage }) => AFTER.includes(stage));
  return (
    <ol>
      {early.map((station) => (
        <OneLine key={station.stage} station={station} current={station.stage === props.stage} goTo={props.goTo} />
      ))}
      {main.map((station) => (
        <li key={station.stage} className="relative" style={{ background: BELOW_GROUND[station.stage] }}>
          {station.stage === "ground" && (
            <span className="absolute inset-x-0 top-0 border-t-2 border-ink" aria-hidden="true" />
          )}
          <StationButton station={station} current={station.stage === props.stage} goTo={props.goTo} />
        </li>
      ))}
      {late.map((station) => (
        <OneLine
          key={station.stage}
          station={station}
          current={station.stage === props.stage}
          goTo={props.goTo}
          background="var(--earth-3)"
        />
      ))}
    </ol>
  );
}

/** A station that is no part of the water's way. */
function OneLine({ station, current, goTo, background }: StationButtonProps & { background?: string }) {
  return (
    <li className="border-b border-rule first:border-t" style={{ background }}>
      <button
        className="relative flex min-h-7 w-full items-center gap-2 pr-2.5 pl-4 text-left hover:bg-sheet/60 aria-[current=page]:bg-sheet max-desk:min-h-11"
        aria-current={current ? "page" : undefined}
        onClick={() => goTo(station.stage)}
      >
        <span className="heading text-tab">{station.name}</span>
        <span className="min-w-0 flex-1 truncate text-right text-small text-ink-2">{station.headline}</span>
        <Mark status={station.status} />
      </button>
    </li>
  );
}

type StationButtonProps = { station: Station; current: boolean; goTo: (stage: Stage) => void };

const StationButton = memo(function StationButton({ station, current, goTo }: StationButtonProps) {
  return (
    <button
      aria-current={current ? "page" : undefined}
      onClick={() => goTo(station.stage)}
      className="group relative flex h-[clamp(46px,calc((100dvh-300px)/11),60px)] w-full items-center text-left"
    >
      {/* The outline of the chosen station reaches into the sheet. */}
      <span
        aria-hidden="true"
        className={
          current
            ? "absolute inset-y-0 right-[-2px] left-[82px] rounded-l-[3px] border-[1.5px] border-r-0 border-ink bg-sheet"
            : "absolute inset-y-0 right-0 left-[82px] group-hover:bg-sheet/60"
        }
      />
      <svg
        viewBox="0 0 84 54"
        preserveAspectRatio="none"
        className="h-full w-[80px] shrink-0 overflow-visible"
        aria-hidden="true"
      >
        <PieceOfTheLine stage={station.stage} />
      </svg>
      <span className="relative min-w-0 flex-1 pr-2.5 pl-2">
        <span className="flex items-center justify-between gap-1">
          <span className="heading truncate text-tab leading-tight">{station.name}</span>
          <Mark status={station.status} />
        </span>
        <span
          className={`text-ink-2 ${station.headline.length > LONG_HEADLINE ? "line-clamp-2 text-fine text-balance leading-[1.05] tracking-tight" : "block truncate text-small leading-tight"}`}
        >
          {station.headline}
        </span>
      </span>
    </button>
  );
});

function PieceOfTheLine({ stage }: { stage: Stage }) {
  const { Symbol } = STATIONS[stage];
  return <Symbol flows={use(FlowsContext)} />;
}
