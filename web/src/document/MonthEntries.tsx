import { useAssumed } from "./assumed";
import { replace } from "./edits";
import { monthName } from "../lib/dates";
import type { Kind } from "../lib/units";
import { Entry } from "./Entry";

/** Twelve entries under the months of the chart; in a list where there is no room for a row. */
export function MonthEntries(props: {
  title: string;
  /** What one of them is, for screen readers and the revision's label. */
  name: string;
  path: string;
  kind: Kind;
  months: number[];
  values: number[];
  step?: number;
  narrow: boolean;
  left: number;
  width: number;
}) {
  const assumed = useAssumed(props.path);
  const none = props.values.every((value) => value === 0);
  return (
    <div className="mt-3 border-t border-rule pt-1.5" style={{ width: props.left + props.width, maxWidth: "100%" }}>
      <h3 className={`text-table font-semibold ${assumed ? "underline decoration-dashed underline-offset-4" : ""}`}>
        {props.title}
        {assumed && <span className="note font-normal"> {none ? "assumed none" : "assumed"}</span>}
      </h3>
      <div
        className="mt-1 grid grid-cols-4 gap-y-3 text-table desk:grid-cols-12 desk:gap-y-0"
        style={props.narrow ? undefined : { marginLeft: props.left }}
      >
        {props.months.map((month) => (
          <span key={month} className="text-center">
            {props.narrow && <span className="note block">{monthName(month)}</span>}
            <Entry
              label={`${props.name} in ${monthName(month)}`}
              path={`${props.path}/${month - 1}`}
              kind={props.kind}
              value={props.values[month - 1]!}
              step={props.step}
              bare={props.kind !== "volume"}
              className="max-w-[62px] text-center text-small"
              toOperations={(value) =>
                replace(
                  props.path,
                  props.values.map((before, i) => (i === month - 1 ? value : before)),
                )
              }
            />
          </span>
        ))}
      </div>
    </div>
  );
}
