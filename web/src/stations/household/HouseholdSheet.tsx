import { useQuery } from "@tanstack/react-query";
import { choicesQuery } from "../../api/queries";
import { useWorkbench } from "../../frame/workbench";
import { useAxis } from "../../lib/axis";
import { monthName, monthStarts } from "../../lib/dates";
import { rate } from "../../lib/units";
import { Choice } from "../../ui/Choice";
import { DataTable } from "../../ui/DataTable";
import { Entry } from "../../ui/Entry";
import { Cautions, Findings } from "../../ui/Findings";
import { Derivation, Why } from "../../ui/Why";
import { UseChart } from "./UseChart";

/** Who uses how much, and when, against what the roofs bring in the same months. */
export function HouseholdSheet() {
  const bench = useWorkbench();
  const axis = useAxis();
  const { plan, document } = bench.shown;
  const { household: entered, units, assumed } = document;
  const figures = plan.household.figures;
  const choices = useQuery(choicesQuery());
  const firstMonth = plan.rain?.first_month ?? 1;
  const months = monthStarts(firstMonth).map(({ month }) => month);
  const isAssumed = (field: string) => assumed.includes(`/household/${field}`);
  const habits = choices.data?.habits.map((habit) => ({
    value: habit.key as typeof entered.habit,
    label: habit.key,
    note: rate(habit.litres_person_day, units),
  }));

  return (
    <>
      <div className="flex flex-col gap-x-8 min-[900px]:flex-row">
        <h1 className="title shrink-0 pt-0.5">Household</h1>
        <div className="leading-[1.75]">
          <p>
            <Entry label="People" path="/household/residents" kind="count" value={entered.residents} max={10_000} />{" "}
            people,{" "}
            <Choice
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
              max={2000}
            />{" "}
            each a day indoors. With guests and garden that is <Why figure={figures["demand_l_day"]!} units={units} />
            , <Why figure={figures["demand_l_year"]!} units={units} /> a year.
          </p>
          <p>
            Most is wanted in {monthName(1 + highest(plan.household.months.map((month) => month.total_l_day)))}:{" "}
            <Why figure={figures["top_month_l_day"]!} units={units} />.
          </p>
        </div>
      </div>

      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 min-[900px]:grid-cols-[minmax(0,69%)_minmax(0,1fr)]">
        <section aria-label="Use and roof water by month">
          <UseChart months={months} />
          <MonthEntries
            title="Guests, mean number"
            field="guests"
            kind="count"
            months={months}
            values={entered.guests}
            max={10_000}
            narrow={axis.narrow}
            left={axis.left}
            width={axis.width}
            assumed={isAssumed("guests")}
          />
          <MonthEntries
            title={`Garden, ${units === "us" ? "gal" : "m³ or L"} a month`}
            field="garden_l_month"
            kind="volume"
            months={months}
            values={entered.garden_l_month}
            max={1e7}
            narrow={axis.narrow}
            left={axis.left}
            width={axis.width}
            assumed={isAssumed("garden_l_month")}
          />
          <MonthsTable months={months} />
        </section>
        <aside aria-label="Why" className="grid content-start gap-4">
          <section>
            <h2 className="heading">Why {rate(figures["demand_l_day"]!.value ?? 0, units)}</h2>
            <div className="mt-1 grid gap-3">
              {["demand_l_day", "top_month_l_day", "litres_person_day"].map((key) => (
                <div key={key} className="border-b border-rule pb-2">
                  <Derivation figure={figures[key]!} units={units} />
                </div>
              ))}
            </div>
          </section>
          <Findings findings={plan.findings.filter((finding) => finding.stage === "household")} />
          <Cautions cautions={plan.household.cautions} />
        </aside>
      </div>
    </>
  );
}

const highest = (values: number[]) => values.indexOf(Math.max(...values));

/** Twelve entries under the months of the chart; in a list where there is no room for a row. */
function MonthEntries(props: {
  title: string;
  field: "guests" | "garden_l_month";
  kind: "count" | "volume";
  months: number[];
  values: number[];
  max: number;
  narrow: boolean;
  left: number;
  width: number;
  assumed: boolean;
}) {
  const name = props.field === "guests" ? "Guests" : "Garden water";
  return (
    <div className="mt-3 border-t border-rule pt-1.5" style={{ width: props.left + props.width }}>
      <h3
        className={`text-[14px] font-semibold ${props.assumed ? "underline decoration-dashed underline-offset-4" : ""}`}
      >
        {props.title}
        {props.assumed && <span className="note font-normal"> assumed none</span>}
      </h3>
      <div
        className="mt-1 grid grid-cols-4 gap-y-3 text-[14px] min-[900px]:grid-cols-12 min-[900px]:gap-y-0"
        style={props.narrow ? undefined : { marginLeft: props.left }}
      >
        {props.months.map((month) => (
          <span key={month} className="text-center">
            {props.narrow && <span className="note block">{monthName(month)}</span>}
            <Entry
              label={`${name} in ${monthName(month)}`}
              path={`/household/${props.field}/${month - 1}`}
              kind={props.kind}
              value={props.values[month - 1]!}
              max={props.max}
              step={props.field === "guests" ? 0.1 : undefined}
              className="max-w-[62px] text-center text-[13.5px]"
              toOperations={(value) => [
                {
                  op: "replace",
                  path: `/household/${props.field}`,
                  value: props.values.map((before, i) => (i === month - 1 ? value : before)),
                },
              ]}
            />
          </span>
        ))}
      </div>
    </div>
  );
}

function MonthsTable({ months }: { months: number[] }) {
  const { plan, document } = useWorkbench().shown;
  return (
    <details className="mt-3">
      <summary className="fix min-h-11 cursor-pointer py-2">Months as a table</summary>
      <DataTable
        head={["Month", "People", "Indoors", "Garden", "Together"]}
        rows={months.map((month) => {
          const row = plan.household.months[month - 1]!;
          const litres = [row.indoor_l_day, row.garden_l_day, row.total_l_day];
          return {
            key: String(month),
            name: monthName(month),
            cells: [
              row.people.toLocaleString("en-US", { maximumFractionDigits: 1 }),
              ...litres.map((each) => rate(each, document.units)),
            ],
          };
        })}
      />
    </details>
  );
}
