import { useQuery } from "@tanstack/react-query";
import { choicesQuery } from "../../api/queries";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { nothingIndoors } from "../../document/nothingIndoors";
import { monthName, monthStarts } from "../../lib/dates";
import { rate } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Entry } from "../../document/Entry";
import { Views } from "../../ui/Views";
import { Why } from "../../ui/Why";
import { GardenView } from "./GardenView";
import { StepsView } from "./StepsView";
import { UsesView } from "./UsesView";
import { YearView } from "./YearView";

/** Who uses how much, and when, against what the roofs bring; what is given up first, and what else brings water. */
export function HouseholdSheet() {
  const bench = useEdits();
  const document = useDocument("household", "units");
  const plan = usePlan("cistern", "household", "rain");
  const { household: entered, units } = document;
  const figures = plan.household.figures;
  const choices = useQuery(choicesQuery());
  const months = monthStarts(plan.rain?.first_month ?? 1).map(({ month }) => month);
  const habits = choices.data?.habits.map((habit) => ({
    value: habit.key as typeof entered.habit,
    label: habit.key,
    note: rate(habit.litres_person_day, units),
  }));
  const listed = entered.uses;
  const nobody = plan.household.months.every(({ people }) => people === 0);
  const highest = plan.household.months.reduce((top, month) => (month.total_l_day > top.total_l_day ? month : top));
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Household</h1>
        <div className="leading-[1.75]">
          <p>
            <Entry label="People" path="/household/residents" kind="count" value={entered.residents} /> people
            {nobody && !listed && ", so nothing is used indoors"}
            {listed ? (
              <>
                , {listed.length === 0 ? "nothing used indoors" : `${listed.length} uses listed one by one`}
                {!nothingIndoors(entered) && (
                  <>
                    , <Why figure={figures["litres_person_day"]!} units={units} /> for each person
                  </>
                )}
              </>
            ) : nobody ? null : (
              <>
                ,{" "}
                <ChoiceEntry
                  path="/household/habit"
                  label="Habit"
                  value={entered.habit}
                  options={habits ?? [{ value: entered.habit, label: entered.habit }]}
                  onChoose={(habit) =>
                    void bench.edit(`Habit ${habit}`, [
                      { op: "replace", path: "/household/habit", value: habit },
                      { op: "replace", path: "/household/litres_person_day", value: null },
                    ])
                  }
                />{" "}
                with water,{" "}
                <Entry
                  label="Indoor use for each person and day"
                  path="/household/litres_person_day"
                  kind="rate"
                  value={entered.litres_person_day ?? figures["litres_person_day"]!.value ?? 0}
                />{" "}
                each a day indoors
              </>
            )}
            . All that rain serves comes to <Why figure={figures["demand_l_day"]!} units={units} />,{" "}
            <Why figure={figures["demand_l_year"]!} units={units} /> a year.
          </p>
          <p>
            Most is wanted in {monthName(highest.month)}: <Why figure={figures["top_month_l_day"]!} units={units} />.
            {plan.cistern?.figures["months_by_rain"] && (
              <>
                {" "}
                Rain alone serves <Why figure={plan.cistern.figures["months_by_rain"]} units={units} /> of the year in
                full; a sum by month, with its mean months, would say{" "}
                <Why figure={plan.cistern.figures["months_by_sum"]!} units={units} />.
              </>
            )}
          </p>
        </div>
      </div>
      <Views
        label="Parts of the household"
        views={[
          { key: "year", name: "The year", body: <YearView months={months} /> },
          { key: "uses", name: "Uses", body: <UsesView months={months} /> },
          { key: "garden", name: "People and garden", body: <GardenView months={months} /> },
          { key: "steps", name: "When it is short", body: <StepsView /> },
        ]}
      />
    </>
  );
}
