import { ShownChoice } from "../../ui/ShownChoice";
import { useState } from "react";
import { Cautions } from "../../document/Findings";
import { usePlan } from "../../document/shown";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { isMissing, useItems, useMissing } from "./answers";
import { FoundView } from "./FoundView";
import { LeaveView } from "./LeaveView";
import { OtherPhotos } from "./OtherPhotos";
import { PaperList } from "./PaperList";
import { PLACES } from "./places";
import { SurveyRow } from "./SurveyRow";

/** One visit, one list: what must be seen on the site, made from the design as it stands. */
export function SurveySheet() {
  const { items } = useItems();
  const missing = items.filter(isMissing).length;
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Survey</h1>
        <p className="leading-[1.75]">
          {missing === 0
            ? `All ${items.length} things that this design asks of the site are entered, seen or left out: you may leave.`
            : `${missing} of the ${items.length} things that this design asks of the site are not entered or seen yet.`}
        </p>
      </div>
      <PaperList />
      <div className="print:hidden">
        <Views
          label="Parts of the survey"
          views={[
            { key: "walk", name: "Round the house", body: <WalkView /> },
            { key: "leave", name: "Before you leave", body: <LeaveView /> },
            { key: "found", name: "As found", body: <FoundView /> },
          ]}
        />
      </div>
    </>
  );
}

function WalkView() {
  const { survey } = usePlan("survey");
  const { items } = useItems();
  const missing = items.filter(isMissing).length;
  const stillOrJust = useMissing(items);
  const [all, setAll] = useState(missing === 0);
  const shown = all ? items : stillOrJust;
  return (
    <MainAndAside aside={<Cautions cautions={survey.cautions} />} label="Cautions">
      <ShownChoice
        choices={[
          { on: !all, words: `Missing, ${missing}`, choose: () => setAll(false) },
          { on: all, words: `All, ${items.length}`, choose: () => setAll(true) },
        ]}
      />
      {shown.length === 0 && <p>Nothing is missing.</p>}
      {survey.walk.map((walk) => {
        const here = shown.filter((item) => item.walk === walk);
        return here.length === 0 ? null : (
          <section key={walk} aria-label={PLACES[walk]}>
            <h2 className="heading">{PLACES[walk]}</h2>
            <ul className="mt-1 border-t border-rule">
              {here.map((item) => (
                <SurveyRow key={item.key} item={item} />
              ))}
            </ul>
          </section>
        );
      })}
      <OtherPhotos items={items} />
    </MainAndAside>
  );
}
