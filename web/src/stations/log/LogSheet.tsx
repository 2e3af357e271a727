import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { devicesQuery } from "../../api/log";
import type { LogWork } from "../../api/log";
import { Cautions, Findings } from "../../document/Findings";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { daysBetween, parseDay } from "../../lib/dates";
import { fixed, volume } from "../../lib/units";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { BehavesView } from "./BehavesView";
import { DayChosen } from "./DayChosen";
import { DevicesView } from "./DevicesView";
import { DueView } from "./DueView";
import { EntriesView } from "./EntriesView";
import { EntryLine } from "./EntryLine";
import { LastsView } from "./LastsView";
import { useDay, useLog } from "./useLog";
import { WearView } from "./WearView";
import { dayOf, inMonths, isAtFault } from "./words";

/** What is written down while a supply is used, and what it says: how long it lasts, whether it behaves, what is due. */
export function LogSheet() {
  const { log, findings } = usePlan("log", "findings");
  const seen = useDay();
  const work = useLog(seen.day);
  const { id } = useEdits();
  const { data: devices } = useQuery({ ...devicesQuery(id), enabled: useWho()?.role !== "owner" });
  if (work === null || work === "none")
    return <p>{work === null ? "Opening." : "The log is not kept here: it takes a connection to open it."}</p>;
  const aside = (
    <>
      <Findings findings={[...work.findings, ...findings.filter((finding) => finding.stage === "log")]} />
      <Cautions cautions={log.cautions} />
    </>
  );
  const beside = (body: ReactNode) => (
    <MainAndAside aside={aside} label="What to take care of">
      {body}
    </MainAndAside>
  );
  const atFault = devices?.filter(isAtFault).length ?? 0;
  const due = work.due.filter((row) => row.due <= work.today).length;
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Log</h1>
        <div>
          <Said work={work} />
          <DayChosen seen={seen} />
        </div>
      </div>
      <EntryLine forms={work.forms} />
      <Views
        label="Parts of the log"
        views={[
          { key: "lasts", name: "How long", body: beside(<LastsView work={work} />) },
          { key: "behaves", name: "Behaving", body: beside(<BehavesView work={work} />) },
          ...(work.wear.length > 0
            ? [{ key: "wear", name: "Filters and lamp", body: beside(<WearView work={work} />) }]
            : []),
          { key: "due", name: due ? `Due, ${due}` : "Due", body: beside(<DueView work={work} />) },
          { key: "entries", name: "Entries", body: <EntriesView work={work} /> },
          { key: "devices", name: atFault ? `Devices, ${atFault} at fault` : "Devices", body: <DevicesView /> },
        ]}
      />
    </>
  );
}

/** The water that is there, and how long it lasts, in a sentence. */
function Said({ work }: { work: LogWork }) {
  const { units } = useDocument("units");
  const lasting = work.lasting;
  if (!lasting)
    return (
      <p className="leading-[1.75]">
        {work.levels.length === 0
          ? "No level is written down yet. Read the gauge, the stick or the tube, and write it here: from then on the log says how long the water lasts."
          : "It takes a rain record to say how long the water lasts."}
      </p>
    );
  const share = lasting.live_l > 0 ? fixed((100 * lasting.level_l) / lasting.live_l, 0) : "0";
  const { p10 } = lasting.short_by;
  const old = daysBetween(parseDay(lasting.read_on), parseDay(work.today));
  return (
    <p className="leading-[1.75]">
      <strong>{volume(lasting.level_l, units)}</strong> can be drawn, {share} % of full tanks,{" "}
      {lasting.by_model
        ? `by the rain logged since the level of ${dayOf(lasting.read_on)}`
        : `read on ${dayOf(lasting.read_on)}${old > 7 ? `, ${old} days ago` : ""}`}
      .{" "}
      {p10 ? (
        <>
          Nine years in ten there is water to <strong>{dayOf(p10)}</strong>
        </>
      ) : (
        "Nine years in ten there is water for a year"
      )}
      ; with no rain at all it lasts {inMonths(lasting.no_rain_days)}, to {dayOf(lasting.no_rain_until)}.
    </p>
  );
}
