import { axisUnit } from "../lib/units";
import { useDocument } from "./shown";
import { useAxis } from "../lib/axis";
import { MonthEntries } from "./MonthEntries";
import { TwelveTemperatures } from "./TwelveTemperatures";

/** Mean lows and highs of the place by month, for where the record has no temperatures of its own. */
export function SiteTemperatures({ months }: { months: number[] }) {
  const axis = useAxis();
  const { site, units } = useDocument("site", "units");
  const degrees = axisUnit("temperature", units).unit;
  const place = { months, narrow: axis.narrow, left: axis.left, width: axis.width, kind: "temperature" as const };
  if (!site.tmin_c || !site.tmax_c) return <TwelveTemperatures />;
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
