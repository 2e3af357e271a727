import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import type { Figure } from "../api/client";
import { figure as written } from "../lib/units";
import type { Units } from "../lib/units";
import { Terms } from "./Terms";

const BASIS: Record<Figure["basis"], string> = {
  published: "published",
  derived: "worked out here",
  common_practice: "common practice in the trade",
  from_memory: "written down from memory, check the source",
  estimate: "an estimate, replace it when you know better",
  entered: "entered",
};

/** The derivation of a figure: formula, this property's values in it, source, and what would move it. */
export function Derivation({ figure, units, title = true }: { figure: Figure; units: Units; title?: boolean }) {
  return (
    <div className="note grid gap-2">
      {title && (
        <p className="text-ink">
          <strong>{figure.label}:</strong> {written(figure.value, figure.unit, units)}
        </p>
      )}
      {figure.formula && (
        <p className="text-ink">
          <Terms text={figure.formula} />
        </p>
      )}
      {figure.working && <p>{figure.working}</p>}
      {figure.moves && (
        <p>
          <Terms text={figure.moves} />
        </p>
      )}
      <p>
        {BASIS[figure.basis]}
        {figure.weakest?.length ? `: it rests on ${figure.weakest.join(", ")}` : ""}
        {!BASIS[figure.basis].startsWith(figure.source ?? "") && ` · ${figure.source}`}
      </p>
    </div>
  );
}

/** A number that opens the note on where it comes from. */
export function Why({ figure, units, children }: { figure: Figure; units: Units; children?: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          className="why relative cursor-help border-b border-dotted border-ink-2 font-[inherit] hover:bg-water-1 after:absolute after:-inset-x-1 after:-inset-y-2 after:content-['']"
          aria-label={`${figure.label}, ${written(figure.value, figure.unit, units)}: why`}
        >
          {children ?? written(figure.value, figure.unit, units)}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 w-[min(340px,calc(100vw-24px))] border-[1.5px] border-ink bg-sheet p-4"
          sideOffset={6}
          collisionPadding={12}
        >
          <Derivation figure={figure} units={units} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
