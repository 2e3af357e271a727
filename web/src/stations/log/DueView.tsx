import { useState } from "react";
import type { Due, LogWork } from "../../api/log";
import { useEntryBox } from "../../document/entries/useEntryBox";
import { MaybeEntry } from "../../document/MaybeEntry";
import { replace } from "../../document/edits";
import { useDocument } from "../../document/shown";
import { TypedField } from "../../document/TypedField";
import { useEdits, useWho } from "../../document/workbench";
import { addDays, parseDay, today } from "../../lib/dates";
import { newId } from "../../lib/newId";
import { Mark } from "../../ui/Mark";
import { ShownChoice } from "../../ui/ShownChoice";
import { toast } from "../../ui/Toasts";
import { iso } from "./useLog";
import { dayOf } from "./words";

const SOON_DAYS = 60;
/** What is written down with readings, so that a press alone says too little. */
const WITH_READINGS = ["test", "sediment"];

/** What is due, the first due first; done in a press. */
export function DueView({ work }: { work: LogWork }) {
  const [all, setAll] = useState(false);
  const soon = iso(addDays(parseDay(work.today), SOON_DAYS));
  const near = work.due.filter(({ due }) => due <= soon);
  const shown = all ? work.due : near;
  return (
    <>
      <Keeping work={work} />
      <ShownChoice
        choices={[
          { on: !all, words: `Within ${SOON_DAYS} days, ${near.length}`, choose: () => setAll(false) },
          { on: all, words: `All, ${work.due.length}`, choose: () => setAll(true) },
        ]}
      />
      {shown.length === 0 && <p>Nothing is due{all ? "" : ` within ${SOON_DAYS} days`}.</p>}
      <ul>
        {shown.map((row) => (
          <Row key={`${row.key}${row.due}`} row={row} today={work.today} />
        ))}
      </ul>
    </>
  );
}

function Row({ row, today: seen }: { row: Due; today: string }) {
  const { writeDown } = useEntryBox();
  const who = useWho();
  const over = row.due <= seen;
  const kind = row.log.split("/")[0]!;
  const done = async () => {
    await writeDown({
      id: newId(),
      kind: kind as "job",
      about: `log/${row.log}`,
      on: today(),
      by: who?.name ?? "",
      name: row.name.slice(0, 80),
    });
    toast(`${row.name}: written down as done today.`);
  };
  return (
    <li className="grid grid-cols-[24px_minmax(0,1fr)] gap-x-2 border-b border-rule py-2">
      <span className="pt-0.5">
        <Mark status={over ? "caution" : "decide"} size={18} />
      </span>
      <div className="min-w-0">
        <p className="flex flex-wrap items-baseline justify-between gap-x-4 leading-snug">
          <span>{row.name}</span>
          <span className={over ? "text-alarm" : ""}>
            {over ? "was due" : "due"} {dayOf(row.due)}
            {row.due_low && row.due_high && row.due_low !== row.due_high && (
              <span className="note">
                {" "}
                from {dayOf(row.due_low)} to {dayOf(row.due_high)}
              </span>
            )}
          </span>
        </p>
        <p className="note leading-snug">
          {row.why}
          {row.licensed ? ` By a ${row.licensed}.` : ""} {row.last ? `Last done ${dayOf(row.last)}.` : ""}{" "}
          {row.cautions.join(" ")}
        </p>
        {row.log && who?.role !== "owner" && !WITH_READINGS.includes(kind) && (
          <button className="act-quiet no-print mt-1 max-desk:min-h-11" onClick={() => void done()}>
            Done today
          </button>
        )}
        {WITH_READINGS.includes(kind) && (
          <p className="no-print text-small">Its result is written down above, and says that it was done.</p>
        )}
      </div>
    </li>
  );
}

/** Since when it is in use, where it lies, and the visits by contract. */
function Keeping({ work }: { work: LogWork }) {
  const { keeping, site } = useDocument("keeping", "site");
  const bench = useEdits();
  return (
    <div className="grid items-end gap-x-6 gap-y-2 small:grid-cols-2 wide:grid-cols-[170px_220px_minmax(0,1fr)]">
      <TypedField
        label="In use since"
        name="In use since"
        kind="date"
        most={undefined}
        value={keeping.in_use_since ?? work.in_use_since ?? ""}
        keep={(day) =>
          bench.tryEdit(
            day ? `In use since ${dayOf(day)}` : "In use since its hand-over",
            replace("/keeping/in_use_since", day || null),
          )
        }
      />
      <TypedField
        label="Area, for a round"
        name="Area"
        kind="text"
        most={80}
        value={keeping.area}
        keep={(area) => bench.tryEdit(area ? `Area: ${area}` : "No area", replace("/keeping/area", area))}
      />
      <p className="leading-[2]">
        Visits by contract, months from one to the next:{" "}
        <MaybeEntry
          label="Months between visits"
          path="/keeping/visits_every_months"
          kind="count"
          value={keeping.visits_every_months}
          unknown="none"
        />
      </p>
      <p className="leading-[2] small:col-span-2 wide:col-span-3">
        For the order of a round, it lies at latitude{" "}
        <MaybeEntry
          label="Latitude"
          path="/site/latitude_deg"
          kind="position"
          value={site.latitude_deg}
          unknown="unknown"
        />{" "}
        and longitude{" "}
        <MaybeEntry
          label="Longitude"
          path="/site/longitude_deg"
          kind="position"
          value={site.longitude_deg}
          unknown="unknown"
        />
      </p>
    </div>
  );
}
