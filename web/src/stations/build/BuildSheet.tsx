import type { ReactNode } from "react";
import { Link, useParams } from "wouter";
import { Cautions, Findings } from "../../document/Findings";
import { usePlan } from "../../document/shown";
import { fixed } from "../../lib/units";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { spanWords } from "./changed";
import { DaysView } from "./DaysView";
import { HandOverView } from "./HandOverView";
import { OperatingView } from "./OperatingView";
import { PointsView } from "./PointsView";
import { hasPassed } from "./standing";
import { UsefulView } from "./UsefulView";
import { useBuild } from "./useBuild";

const many = (count: number, noun: string) => `${count} ${noun}${count === 1 ? "" : "s"}`;

/** In what order it is built, on which days, and what must be seen before it is covered. */
export function BuildSheet() {
  const { build, findings, together } = usePlan("build", "findings", "together");
  const { id } = useParams();
  const work = useBuild();
  if (work === null || work === "none")
    return <p>{work === null ? "Opening." : "The tasks are not kept here: it takes a connection to open them."}</p>;
  const aside = (
    <>
      <Findings findings={findings.filter((finding) => finding.stage === "build")} />
      <Cautions cautions={build.cautions} />
    </>
  );
  const beside = (body: ReactNode) => (
    <MainAndAside aside={aside} label="What to take care of">
      {body}
    </MainAndAside>
  );
  const toDo = work.tasks.filter(({ status }) => status !== "skipped" && status !== "gone");
  const done = toDo.filter(({ status }) => status === "done").length;
  const passed = work.points.filter(hasPassed).length;
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Build</h1>
        <p className="leading-[1.75]">
          {many(toDo.length, "task")}, {fixed(build.days, 1)} days of work over {many(build.last_day, "working day")}{" "}
          {spanWords(build.starts_on, build.ends_on)}. {done === 0 ? "None is done yet" : `${done} done`}; {passed} of{" "}
          {many(work.points.length, "hold point")} {passed === 1 ? "has" : "have"} passed.
          {together && (
            <>
              {" "}
              These are the days of this supply alone.{" "}
              <Link className="fix" to={`/p/${id}/supplies`}>
                All supplies by one crew
              </Link>
            </>
          )}
        </p>
      </div>
      <Views
        label="Parts of the build"
        views={[
          { key: "days", name: "Days", body: beside(<DaysView work={work} />) },
          { key: "see", name: "Hold points", body: beside(<PointsView work={work} />) },
          { key: "operating", name: "Operating", body: beside(<OperatingView />) },
          { key: "handover", name: "Hand-over", body: beside(<HandOverView />) },
          { key: "water", name: "Water by", body: beside(<UsefulView useful={work.useful} />) },
        ]}
      />
    </>
  );
}
