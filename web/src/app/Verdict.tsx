import { axisUnit } from "../lib/units";
import { ToggleGroup } from "radix-ui";
import { memo, useState } from "react";
import type { ReactNode } from "react";
import { useMoved, usePlan } from "../document/shown";
import { useConnection, useEdits, useSaved, useWho } from "../document/workbench";
import { fetched } from "../ui/fetched";
import { useHeightAtRest } from "../ui/useHeightAtRest";
import { MoreMenu } from "./MoreMenu";
import type { Opens } from "./MoreMenu";
import { Saving } from "./Saving";

const PhotosWaiting = fetched(async () => (await import("../document/photos/PhotosWaiting")).PhotosWaiting, {
  quietly: true,
});
const EntriesWaiting = fetched(async () => (await import("../document/entries/EntriesWaiting")).EntriesWaiting, {
  quietly: true,
});
const Revisions = fetched(async () => (await import("./revisions/RevisionsDialog")).RevisionsDialog);

/** The answer, its caveat, what the last change moved, and the few things that are always at hand. */
export const Verdict = memo(function Verdict({ openHelp, openGlossary, openJump }: Opens) {
  const parts = usePlan("verdict_parts").verdict_parts;
  const { answer, tightest, caveat, climate, warning } = parts;
  const moved = useMoved();
  const edits = useEdits();
  const saved = useSaved();
  const { waiting, offline } = useConnection();
  const reads = useWho()?.role === "owner";
  const [revisionsOpen, setRevisionsOpen] = useState(false);
  const cannotStep = offline && waiting > 0;
  const header = useHeightAtRest(parts !== saved.plan.verdict_parts || moved !== saved.moved);
  return (
    <header
      ref={header}
      style={{ gridArea: "verdict" }}
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-[1.5px] border-ink bg-sheet px-4 py-2 desk:h-(--at-rest) desk:flex-nowrap desk:py-1 desk:pr-4 desk:pl-6"
    >
      <div className="max-h-full min-w-0 flex-1 basis-full overflow-hidden desk:basis-0" aria-live="polite">
        <p className="head text-lead leading-[1.12] font-[650]" data-testid="verdict">
          {answer} {warning && <span className="text-alarm">{warning} </span>}
          <span className="font-[500] text-water-7">
            {tightest} {climate}
          </span>
        </p>
        <p className="text-aside leading-snug text-ink-2">
          {moved ? (
            <span className="text-ink">
              <strong>Than before:</strong> {moved}.{" "}
            </span>
          ) : null}
          {caveat}
        </p>
      </div>
      {reads && <p className="note max-w-[30ch]">Shown to you by the firm: to look at, not to change.</p>}
      <Saving />
      <PhotosWaiting />
      <EntriesWaiting />
      <div className="no-print flex items-center gap-1">
        <Tool label="Undo" disabled={!saved.can_undo || cannotStep} onClick={() => void edits.step("undo")}>
          <path d="M8 5L4 9l4 4M4.5 9H13a4.5 4.5 0 010 9H9" />
        </Tool>
        <button
          className="h-11 min-w-11 px-1 whitespace-nowrap text-ink-2 underline decoration-rule underline-offset-4 hover:text-ink"
          title={`Opens all revisions. Last change: ${saved.label}`}
          data-testid="revision"
          onClick={() => setRevisionsOpen(true)}
        >
          rev {saved.revision}
        </button>
        {revisionsOpen && <Revisions setOpen={setRevisionsOpen} />}
        <Tool label="Redo" disabled={!saved.can_redo || cannotStep} onClick={() => void edits.step("redo")}>
          <path d="M14 5l4 4-4 4M17.5 9H9a4.5 4.5 0 000 9h4" />
        </Tool>
        <ToggleGroup.Root
          type="single"
          aria-label="Units"
          className="ml-2 flex border-[1.5px] border-ink"
          value={saved.document.units}
          onValueChange={(units) =>
            units &&
            void edits.edit(units === "us" ? "US units" : "Metric units", [
              { op: "replace", path: "/units", value: units },
            ])
          }
        >
          {(["metric", "us"] as const).map((units) => (
            <ToggleGroup.Item
              key={units}
              value={units}
              aria-label={units === "us" ? "US customary, gallons are US gallons" : "Metric"}
              title={units === "us" ? "US customary; gallons are US gallons" : "Metric"}
              className="reach h-9 min-w-9 justify-center px-2 font-semibold data-[state=on]:bg-ink data-[state=on]:text-sheet"
            >
              {axisUnit("length", units).unit}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <MoreMenu openHelp={openHelp} openGlossary={openGlossary} openJump={openJump} />
      </div>
    </header>
  );
});

function Tool(props: { label: string; disabled: boolean; onClick: () => void; children: ReactNode }) {
  return (
    <button
      aria-label={props.label}
      title={props.label}
      disabled={props.disabled}
      onClick={props.onClick}
      className="grid h-11 w-9 place-items-center disabled:opacity-35 max-desk:w-11"
    >
      <svg
        width="22"
        height="22"
        viewBox="0 0 22 22"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        aria-hidden="true"
      >
        {props.children}
      </svg>
    </button>
  );
}
