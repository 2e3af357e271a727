import { axisUnit } from "../lib/units";
import { replace } from "./edits";
import { useEdits } from "./workbench";
import { useDocument } from "./shown";
import { useAxis } from "../lib/axis";
import { MonthEntries } from "./MonthEntries";

const USUAL_LOW_C = 8;
const USUAL_HIGH_C = 16;

/** Mean lows and highs of the place by month, for where the record has no temperatures of its own. */
export function SiteTemperatures({ months }: { months: number[] }) {
  const bench = useEdits();
  const axis = useAxis();
  const { site, units } = useDocument("site", "units");
  const degrees = axisUnit("temperature", units).unit;
  const place = { months, narrow: axis.narrow, left: axis.left, width: axis.width, kind: "temperature" as const };
  const twelve = (value: number) => Array.from({ length: 12 }, () => value);
  if (!site.tmin_c || !site.tmax_c)
    return (
      <p className="mt-3">
        <button
          className="fix min-h-11"
          onClick={() =>
            void bench.edit("Twelve mean temperatures", [
              ...replace("/site/tmin_c", twelve(USUAL_LOW_C)),
              ...replace("/site/tmax_c", twelve(USUAL_HIGH_C)),
            ])
          }
        >
          Enter twelve mean lows and highs
        </button>{" "}
        <span className="note">used where the record has no temperatures of its own</span>
      </p>
    );
  return (
    <>
      <MonthEntries
        {...place}
        title={`Mean daily low, ${degrees}`}
        name="Mean daily low"
        path="/site/tmin_c"
        values={site.tmin_c}
      />
      <MonthEntries
        {...place}
        title={`Mean daily high, ${degrees}`}
        name="Mean daily high"
        path="/site/tmax_c"
        values={site.tmax_c}
      />
    </>
  );
}
