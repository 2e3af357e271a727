import { axisUnit } from "../lib/units";
import { DropdownMenu, ToggleGroup } from "radix-ui";
import { memo, useState } from "react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { toggleLight, useLight } from "../lib/light";
import { useMoved, usePlan } from "../document/shown";
import { useConnection, useEdits, useSaved } from "../document/workbench";
import { fetched } from "../ui/fetched";
import { SetAsideDialog } from "./SetAsideDialog";

const Revisions = fetched(async () => (await import("./revisions/RevisionsDialog")).RevisionsDialog);

type Opens = { openHelp: () => void; openGlossary: () => void };

/** The answer, its caveat, what the last change moved, and the few things that are always at hand. */
export const Verdict = memo(function Verdict({ openHelp, openGlossary }: Opens) {
  const { answer, tightest, caveat, climate, warning } = usePlan("verdict_parts").verdict_parts;
  const moved = useMoved();
  const edits = useEdits();
  const saved = useSaved();
  const { waiting, offline } = useConnection();
  const [revisionsOpen, setRevisionsOpen] = useState(false);
  const cannotStep = offline && waiting > 0;
  return (
    <header
      style={{ gridArea: "verdict" }}
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-[1.5px] border-ink bg-sheet px-4 py-2 desk:flex-nowrap desk:pr-4 desk:pl-6"
    >
      <div className="min-w-0 flex-1 basis-full desk:basis-0" aria-live="polite">
        <p className="head text-lead leading-[1.12] font-[650] desk:line-clamp-2" data-testid="verdict">
          {answer} {warning && <span className="text-alarm">{warning} </span>}
          <span className="font-[500] text-water-7">
            {tightest} {climate}
          </span>
        </p>
        <p className="text-aside leading-snug text-ink-2 desk:truncate" title={caveat}>
          {moved ? (
            <span className="text-ink">
              <strong>Than before:</strong> {moved}.{" "}
            </span>
          ) : null}
          {caveat}
        </p>
      </div>
      <Saving />
      <div className="no-print flex items-center gap-1">
        <Tool label="Undo" disabled={!saved.can_undo || cannotStep} onClick={() => void edits.step("undo")}>
          <path d="M8 5L4 9l4 4M4.5 9H13a4.5 4.5 0 010 9H9" />
        </Tool>
        <button
          className="h-11 px-1 whitespace-nowrap text-ink-2 underline decoration-rule underline-offset-4 hover:text-ink"
          title={`Last change: ${saved.label}. Opens all revisions.`}
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
              className="h-9 min-w-9 px-2 font-semibold data-[state=on]:bg-ink data-[state=on]:text-sheet"
            >
              {axisUnit("length", units).unit}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <More openHelp={openHelp} openGlossary={openGlossary} />
      </div>
    </header>
  );
});

function Saving() {
  const { offline, trouble, waiting, setAside, keepsNothing } = useConnection();
  const { revision } = useSaved();
  const [open, setOpen] = useState(false);
  if (!offline && !setAside.length) return null;
  return (
    <div className="note max-w-[34ch]">
      {offline && (
        <p role="status" className="text-parched-7">
          <strong>{trouble ? `${trouble[0]!.toUpperCase()}${trouble.slice(1)}.` : "No connection."}</strong>{" "}
          {waiting > 0 &&
            `${waiting === 1 ? "1 change is" : `${waiting} changes are`} kept here and sent when it is back; what is worked out is still that of revision ${revision}.`}
          {waiting > 0 && keepsNothing && " This browser stores nothing: leave the page open."}
        </p>
      )}
      {setAside.length > 0 && (
        <button className="act-quiet text-alarm" onClick={() => setOpen(true)}>
          {setAside.length === 1 ? "1 change was" : `${setAside.length} changes were`} not kept
        </button>
      )}
      <SetAsideDialog open={open} setOpen={setOpen} />
    </div>
  );
}

function Tool(props: { label: string; disabled: boolean; onClick: () => void; children: ReactNode }) {
  return (
    <button
      aria-label={props.label}
      title={props.label}
      disabled={props.disabled}
      onClick={props.onClick}
      className="grid h-11 w-9 place-items-center disabled:opacity-35"
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

function More({ openHelp, openGlossary }: Opens) {
  const saved = useSaved();
  const light = useLight();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="ml-1 grid size-11 place-items-center" aria-label="More" title="More">
        <svg width="22" height="22" viewBox="0 0 22 22" stroke="currentColor" strokeWidth="2" aria-hidden="true">
          <path d="M4 6h14M4 11h14M4 16h14" />
        </svg>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu min-w-[230px]" align="end" sideOffset={6}>
          <DropdownMenu.Item className="menu-item" asChild>
            <a href={`/api/properties/${saved.id}/file`} download={`${saved.document.name}.json`}>
              Save as a property file
            </a>
          </DropdownMenu.Item>
          <DropdownMenu.Item className="menu-item" onSelect={toggleLight}>
            {light === "dark" ? "Paper by day" : "Dark, for the van at night"}
          </DropdownMenu.Item>
          <DropdownMenu.Item className="menu-item" onSelect={openHelp}>
            Keys <span className="note">?</span>
          </DropdownMenu.Item>
          <DropdownMenu.Item className="menu-item" onSelect={openGlossary}>
            Words of the trade
          </DropdownMenu.Item>
          <DropdownMenu.Item className="menu-item" asChild>
            <Link to="/sums">Quick sums</Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item className="menu-item" asChild>
            <Link to="/">All properties</Link>
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
