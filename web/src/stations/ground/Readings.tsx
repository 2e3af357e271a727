import { useState } from "react";
import type { Plan } from "../../api/client";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { bore } from "../../lib/units";
import { Entry } from "../../document/Entry";
import { Mark } from "../../ui/Mark";

/** About what a staff shows, to read a bare number by. */
const STAFF_MM = 1500;

/** The hold point before the tank is set: level readings on the finished pad, each as it was read. */
export function Readings({ pad }: { pad: Plan["ground"]["pads"][number] }) {
  const bench = useEdits();
  /** An empty entry stands there for one reading after the other, until it is left empty. */
  const [adding, setAdding] = useState(false);
  const document = useDocument("ground", "units");
  const plan = usePlan("ground");
  const { readings_mm: readings } = document.ground;
  const { units } = document;
  const wanted = plan.ground.readings_wanted;
  const spread = readings.length > 1 ? Math.max(...readings) - Math.min(...readings) : null;
  const right = spread !== null && spread <= pad.level_mm;
  return (
    <section aria-label="Level readings">
      <h2 className="heading">
        Level readings
        <span className="head-note">on the finished pad, before the tank is set</span>
      </h2>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 leading-[1.85]">
        {readings.map((reading, i) => (
          <span key={i}>
            <span className="note">{i + 1}</span>{" "}
            <Entry label={`Reading ${i + 1}`} path={`/ground/readings_mm/${i}`} kind="bore" value={reading} />
          </span>
        ))}
        {!full("/ground/readings_mm", readings) && adding && (
          <span key={readings.length}>
            <span className="note">{readings.length + 1}</span>{" "}
            <Entry
              label={`Reading ${readings.length + 1}`}
              path="/ground/readings_mm/-"
              kind="bore"
              value={null}
              around={readings.at(-1) ?? STAFF_MM}
              focused
              onLeft={() => setAdding(false)}
              toOperations={(value) => [{ op: "add", path: "/ground/readings_mm/-", value }]}
            />
          </span>
        )}
        {!full("/ground/readings_mm", readings) && !adding && (
          <button className="fix no-print" onClick={() => setAdding(true)}>
            Add a reading
          </button>
        )}
        {readings.length > 0 && (
          <button
            className="fix no-print"
            onClick={() =>
              void bench.edit("One reading less", [
                { op: "remove", path: `/ground/readings_mm/${readings.length - 1}` },
              ])
            }
          >
            Take the last away
          </button>
        )}
      </p>
      <p className="flex items-center gap-2">
        <Mark status={spread === null || readings.length < wanted ? "decide" : right ? "settled" : "fails"} />
        <span>
          {spread === null
            ? `${wanted} are wanted: eight on the rim and one in the middle.`
            : `They differ by ${bore(spread, units)}; ${bore(pad.level_mm, units)} are allowed${readings.length < wanted ? `, ${wanted} readings wanted` : ""}.`}
        </span>
      </p>
    </section>
  );
}
