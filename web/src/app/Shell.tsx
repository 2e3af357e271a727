import { useCallback, useEffect, useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Redirect, useLocation, useParams, useSearchParams } from "wouter";
import type { Stage } from "../api/client";
import { shownInstead } from "../api/shownBy";
import { AxisContext, axisFor } from "../lib/axis";
import { dayName } from "../lib/dates";
import { unpackDays } from "../lib/days";
import { useSingleKeys } from "../lib/keys";
import { useWidth } from "../ui/useWidth";
import { Fall } from "./Fall";
import { STATIONS } from "./registry";
import { useArrival } from "../ui/useArrival";
import { fetched } from "../ui/fetched";
import "../ui/returnFocus"; // before any dialog is fetched: it knows where the focus was
import { Verdict } from "./Verdict";
import { AssumedHere } from "../document/AssumedHere";
import { useDaily, useDocument, usePlan } from "../document/shown";
import { useConnection, useEdits, useSaved, WorkbenchProvider } from "../document/workbench";
import { YearStrip } from "./YearStrip";

const NowhereElse = fetched(async () => (await import("./NowhereElse")).NowhereElse);
const ConflictDialog = fetched(async () => (await import("./ConflictDialog")).ConflictDialog);
const ShortcutSheet = fetched(async () => (await import("./ShortcutSheet")).ShortcutSheet);
const GlossarySheet = fetched(async () => (await import("./GlossarySheet")).GlossarySheet);
const JumpDialog = fetched(async () => (await import("./JumpDialog")).JumpDialog);

/** Keys work with the focus on a slider too, but never while somebody types. */
const ANYWHERE = { enableOnFormTags: ["slider", "radio"] as const };

export function Shell() {
  const { id, stage } = useParams();
  if (!id) return <Redirect to="/" />;
  return (
    <WorkbenchProvider key={id} id={id}>
      <Frame stage={stage as Stage} />
    </WorkbenchProvider>
  );
}

function Frame({ stage }: { stage: Stage }) {
  const { id, step } = useEdits();
  const [, navigate] = useLocation();
  const [search, setSearch] = useSearchParams();
  const main = useArrival<HTMLElement>(stage);
  const [content, contentWidth] = useWidth<HTMLDivElement>();
  const [helpOpen, setHelpOpen] = useState(false);
  const [jumping, setJumping] = useState(false);
  const [glossaryOpen, setGlossaryOpen] = useState(false);
  const plan = usePlan("cistern", "rain", "stations");
  const { name, place, supply } = useDocument("name", "place", "supply");
  const { revision } = useSaved();
  const { conflict } = useConnection();
  const daily = useDaily();
  const axis = useMemo(() => axisFor(contentWidth || 1000), [contentWidth]);
  const days = useMemo(() => (daily ? unpackDays(daily) : null), [daily]);
  const station = plan.stations.find((each) => each.stage === stage);

  // The year that everything shows: the one picked, else the lean year of the design as kept.
  const leanRow = plan.cistern?.lean_year ?? 0;
  const picked = plan.rain?.years.findIndex((year) => year.label === search.get("year")) ?? -1;
  const yearRow = picked >= 0 ? picked : leanRow;
  const years = plan.rain?.years;
  const pickYear = useCallback(
    (row: number) => {
      const label = years?.[row]?.label;
      setSearch(
        (before) => {
          const next = new URLSearchParams(before);
          if (row === leanRow || !label) next.delete("year");
          else next.set("year", label);
          return next;
        },
        { replace: true },
      );
    },
    [leanRow, setSearch, years],
  );

  useEffect(() => {
    document.title = `${station?.name ?? "Lean Year"} · ${name}`;
  }, [station?.name, name]);

  const goTo = useCallback(
    (next: Stage) => navigate(`/p/${id}/${next}${search.size ? `?${search}` : ""}`),
    [id, navigate, search],
  );
  const openHelp = useCallback(() => setHelpOpen(true), []);
  const openJump = useCallback(() => setJumping(true), []);
  const openGlossary = useCallback(() => setGlossaryOpen(true), []);
  const neighbour = (step: number) => {
    const at = plan.stations.findIndex((each) => each.stage === stage);
    const next = plan.stations[at + step];
    if (next) goTo(next.stage);
  };
  useHotkeys("mod+z", () => void step("undo"), { ...ANYWHERE, preventDefault: true });
  useHotkeys("mod+shift+z, mod+y", () => void step("redo"), { ...ANYWHERE, preventDefault: true });
  useHotkeys("alt+pageup", () => neighbour(-1), ANYWHERE);
  useHotkeys("alt+pagedown", () => neighbour(1), ANYWHERE);
  useHotkeys("mod+k", openJump, { enableOnFormTags: true, preventDefault: true });
  useSingleKeys({
    above: () => neighbour(-1),
    below: () => neighbour(1),
    yearBefore: () => yearRow > 0 && pickYear(yearRow - 1),
    yearAfter: () => yearRow < (plan.rain?.years.length ?? 0) - 1 && pickYear(yearRow + 1),
    help: openHelp,
  });

  const instead = shownInstead(id, supply.id);
  if (instead !== null) return <Redirect to={`/p/${instead}/${stage}`} replace />;
  if (!station) return <NowhereElse />;
  const sheet = { days, yearRow, pickYear };
  const { Sheet, throughTheYear = false } = STATIONS[station.stage];
  return (
    <AxisContext.Provider value={axis}>
      <a
        href="#sheet"
        className="absolute left-2 top-2 z-50 -translate-y-20 bg-sheet px-3 py-2 font-semibold focus:translate-y-0"
      >
        To the sheet
      </a>
      <div className="frame">
        <Fall stage={stage} goTo={goTo} />
        <Verdict openHelp={openHelp} openGlossary={openGlossary} openJump={openJump} />
        <main ref={main} id="sheet" tabIndex={-1} className="sheet" aria-label={station.name}>
          <p className="mb-2 hidden justify-between border-b border-ink pb-1 print:flex">
            <span>
              <strong>{name}</strong>
              {place && `, ${place}`}
            </span>
            <span>
              revision {revision}, {dayName(new Date())}
            </span>
          </p>
          <div ref={content} className="relative">
            <Sheet {...sheet} />
            <AssumedHere stage={station.stage} />
          </div>
        </main>
        <YearStrip {...sheet} throughTheYear={throughTheYear} />
      </div>
      {jumping && <JumpDialog close={() => setJumping(false)} />}
      {conflict !== null && <ConflictDialog />}
      {helpOpen && <ShortcutSheet open setOpen={setHelpOpen} />}
      {glossaryOpen && <GlossarySheet open setOpen={setGlossaryOpen} />}
    </AxisContext.Provider>
  );
}
