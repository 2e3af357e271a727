import { useState } from "react";
import { editName } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { useDocument } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { quantity } from "../../lib/units";
import { BarsDrawing } from "./BarsDrawing";
import { written } from "./changed";
import type { Line } from "./changed";
import { Gaps } from "./Gaps";

/** The pieces of everything that is cut, laid into the lengths that are bought. */
export function CutsView({ lines: parts }: { lines: Line[] }) {
  const { parts: entered } = useDocument("parts");
  const lines = parts.filter((line) => line.cut && line.quantity > 0);
  const longest = Math.max(1, ...lines.map((line) => line.cut!.stock_mm));
  return (
    <>
      <p className="max-w-[70ch]">
        Pieces between fittings are shared out evenly until somebody measures them. The saw takes{" "}
        <Entry label="What the saw takes" path="/parts/kerf_mm" kind="depth" value={entered.kerf_mm} /> of each cut. A
        dry pipe does not go fully home: mark how deep it goes in, and its angle, before anything is joined for good.
      </p>
      {lines.length === 0 && <p>Nothing is cut yet.</p>}
      {lines.map((line) => (
        <CutLine key={line.key} line={line} longest={longest} />
      ))}
    </>
  );
}

function CutLine({ line, longest }: { line: Line; longest: number }) {
  const bench = useEdits();
  const { parts, units } = useDocument("parts", "units");
  const [measuring, setMeasuring] = useState(false);
  const cut = line.cut!;
  const measured = parts.changed[line.key]?.pieces_m != null;
  const worth = Math.max(...cut.offcuts_mm);
  return (
    <section aria-label={`Cuts of ${line.name}`}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-rule">
        <h2 className="heading">{line.name}</h2>
        <strong>{line.sold}</strong>
      </div>
      <BarsDrawing cut={cut} longest={longest} units={units} name={line.name} />
      <p className="text-small leading-relaxed">
        Sold in lengths of{" "}
        <Entry
          label={`Stock length of ${line.name}`}
          path={`/parts/changed/${line.key}/stock_m`}
          kind="length"
          value={cut.stock_mm / 1000}
          min={0.1}
          max={100}
          toOperations={(value) => written(parts, line, { stock_m: value })}
        />
        . {cut.proven ? "No plan needs fewer." : `At least ${cut.least} are needed; this is the best that was found.`}{" "}
        {worth > 0 && `The longest offcut is ${quantity("cut", worth, units)}: keep it for the next cut.`}{" "}
        {measured && "Pieces as measured. "}
        <button className="fix no-print" aria-expanded={measuring} onClick={() => setMeasuring(!measuring)}>
          {measured ? "Measure them again" : "Enter what was measured"}
        </button>
      </p>
      {measuring && (
        <Gaps
          line={line}
          units={units}
          keep={async (pieces_m) => {
            const refused = await bench.tryEdit(
              editName(`Pieces of ${line.name} as measured`),
              written(parts, line, { pieces_m }),
            );
            if (refused === null) setMeasuring(false);
            return refused;
          }}
        />
      )}
    </section>
  );
}
