import { EntryDialog } from "../../ui/EntryDialog";
import { useState } from "react";
import { replace } from "../../document/edits";
import type { Roof } from "../../api/client";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { axisUnit, fixed } from "../../lib/units";

/** Corners written one on a line, east and north, in the unit of the property; a message where a line cannot be read. */
export function readCorners(text: string, unit_m: number): number[][] | string {
  const points: number[][] = [];
  for (const [number, line] of text.split("\n").entries()) {
    if (!line.trim()) continue;
    const parts = line
      .trim()
      .split(/[\s;,]+/)
      .map(Number);
    if (parts.length !== 2 || parts.some((part) => !Number.isFinite(part)))
      return `Line ${number + 1}, “${line.trim()}”: write two numbers, east and north, for example 12.4 7.5.`;
    points.push(parts.map((part) => Number((part * unit_m).toFixed(4))));
  }
  return points.length < 3 ? "An outline needs at least three corners." : points;
}

/** The corners of a surface as numbers. */
export function OutlineDialog({ roof, index, close }: { roof: Roof; index: number; close: () => void }) {
  const bench = useEdits();
  const document = useDocument("units");
  const us = document.units === "us";
  const unit = axisUnit("length", document.units).factor;
  const points = roof.extent.kind === "outline" ? roof.extent.points_m : [];
  const [text, setText] = useState(
    points.map(([x, y]) => `${fixed(x! / unit, 2)} ${fixed(y! / unit, 2)}`.replaceAll(",", "")).join("\n"),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    const read = readCorners(text, unit);
    if (typeof read === "string") return setProblem(read);
    const refused = await bench.tryEdit(
      `${roof.name}: corners`,
      replace(`/roofs/${index}/extent`, { kind: "outline", points_m: read }),
    );
    if (refused) setProblem(refused);
    else close();
  };
  return (
    <EntryDialog
      title={`Corners of ${roof.name}`}
      asks={`One corner on a line, east and north in ${us ? "feet" : "metres"}, in order round the surface as seen from above.`}
      width={460}
      open
      setOpen={(open) => !open && close()}
      problem={problem}
      action={{ label: "Use these corners", act: () => void keep() }}
    >
      <textarea
        className="field mt-3 py-2 font-[inherit]"
        rows={Math.min(12, Math.max(6, text.split("\n").length + 1))}
        aria-label="Corners"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setProblem(null);
        }}
      />
    </EntryDialog>
  );
}
