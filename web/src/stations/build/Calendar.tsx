import { Entry } from "../../document/Entry";
import { useDocument } from "../../document/shown";
import { TypedField } from "../../document/TypedField";
import { useEdits } from "../../document/workbench";
import { dayName, parseDay } from "../../lib/dates";
import type { BuildEntry } from "./changed";

const DAYS: { key: BuildEntry["days_off"][number]; name: string }[] = [
  { key: "mon", name: "Mon" },
  { key: "tue", name: "Tue" },
  { key: "wed", name: "Wed" },
  { key: "thu", name: "Thu" },
  { key: "fri", name: "Fri" },
  { key: "sat", name: "Sat" },
  { key: "sun", name: "Sun" },
];

/** When the work begins, and when it is worked. */
export function Calendar() {
  const { build, price } = useDocument("build", "price");
  const bench = useEdits();
  const set = (words: string, field: "start_on" | "order_on", value: string) =>
    bench.tryEdit(`${words} ${value ? dayName(parseDay(value)) : "open"}`, [
      { op: "replace", path: `/build/${field}`, value: value || null },
    ]);
  const turn = (key: (typeof DAYS)[number]["key"], name: string) => {
    const off = build.days_off.includes(key)
      ? build.days_off.filter((each) => each !== key)
      : DAYS.map((each) => each.key).filter((each) => each === key || build.days_off.includes(each));
    void bench.edit(`${name} ${build.days_off.includes(key) ? "is worked" : "is off"}`, [
      { op: "replace", path: "/build/days_off", value: off },
    ]);
  };
  return (
    <div className="grid gap-x-6 gap-y-2 small:grid-cols-2 wide:grid-cols-[170px_170px_minmax(0,1fr)]">
      <TypedField
        label="First day on the site"
        name="First day on the site"
        kind="date"
        most={undefined}
        value={build.start_on ?? ""}
        keep={(day) => set("Work begins", "start_on", day)}
      />
      <TypedField
        label="Ordered on, if before"
        name="Ordered on"
        kind="date"
        most={undefined}
        value={build.order_on ?? ""}
        keep={(day) => set("Ordered", "order_on", day)}
      />
      <div className="small:col-span-2 wide:col-span-1">
        <p className="leading-[1.9]">
          <Entry label="Hands on the site" path="/price/hands" kind="count" value={price.hands} /> people,{" "}
          <Entry label="Hours a day" path="/build/hours_day" kind="count" value={build.hours_day} /> hours a day. Not
          worked:
        </p>
        <p className="flex flex-wrap gap-1" role="group" aria-label="Days on which nobody works">
          {DAYS.map(({ key, name }) => {
            const off = build.days_off.includes(key);
            return (
              <button
                key={key}
                aria-pressed={off}
                className={`min-h-8 min-w-9 border-[1.5px] px-1 text-small max-desk:min-h-11 max-desk:min-w-11 ${off ? "border-ink bg-ink text-sheet" : "border-rule"}`}
                onClick={() => turn(key, name)}
              >
                {name}
              </button>
            );
          })}
        </p>
      </div>
    </div>
  );
}
