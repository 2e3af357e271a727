import { yearTicks } from "../../ui/yearTicks";
import { useDocument, usePlan } from "../../document/shown";
import { fixed, volume, volumeTick, volumeTicks, volumeUnit } from "../../lib/units";
import { JobLine } from "../../document/JobLine";
import { fieldOf, LineChart, pathOf } from "../../ui/LineChart";
import { useJob } from "../../document/useJob";

/** How much the answer owes to the order the recorded years came in. */
export function BandChart() {
  const document = useDocument("units");
  const plan = usePlan("tank_l");
  const units = document.units;
  const work = useJob("band");
  const band = work.job?.band ?? null;
  return (
    <section aria-label="Band of resampled records">
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <h2 className="heading">How sure the size is</h2>
        {band && <JobLine work={work} name="Draw the band" does="" />}
      </div>
      {!band && (
        <>
          <p className="mt-1 max-w-[62ch] text-aside">
            The recorded years are drawn again in other orders, some twice and some left out, into five hundred
            records as long as this one. Where they agree the size is sure; where they part, so is the honest answer.
          </p>
          <div className="mt-2">
            <JobLine work={work} name="Draw the band" does="Takes a moment; you can go on editing meanwhile." />
          </div>
        </>
      )}
      {band && (
        <>
          <LineChart
            label={`Years carried over tank size in ${band.records} resampled records`}
            height={210}
            xReach={band.tank_l.at(-1)!}
            yReach={band.of_years}
            xTicks={volumeTicks(band.tank_l.at(-1)!, units).map((at) => ({ at, name: volumeTick(at, units) }))}
            yTicks={yearTicks(band.of_years)}
            yName={`of ${band.of_years} years carried`}
            xName={`tank, ${volumeUnit(units)}`}
          >
            {({ x, y, foot }) => {
              const line = (years: number[]): [number, number][] =>
                years.map((each, i) => [x(band.tank_l[i]!), y(each)]);
              const today = x(Math.min(plan.tank_l, band.tank_l.at(-1)!));
              return (
                <>
                  <path d={fieldOf(line(band.high), line(band.low))} fill="var(--water-1)" />
                  <path d={pathOf(line(band.middle))} fill="none" stroke="var(--water-7)" strokeWidth="2.4" />
                  <path d={`M${today} ${y(band.of_years) - 6}V${foot}`} stroke="var(--ink)" strokeWidth="2" />
                  <text
                    x={today + (today > x(band.tank_l.at(-1)!) * 0.75 ? -6 : 6)}
                    y={foot - 10}
                    textAnchor={today > x(band.tank_l.at(-1)!) * 0.75 ? "end" : "start"}
                    className="label halo"
                    fontWeight="650"
                  >
                    today {volume(plan.tank_l, units)}
                  </text>
                </>
              );
            }}
          </LineChart>
          <p className="max-w-[62ch] text-aside leading-snug">
            To carry {band.aim} of {band.of_years} years, half of them need up to{" "}
            <strong>{volume(band.size_middle_l, units)}</strong>, nine in ten lie between{" "}
            <strong>{volume(band.size_low_l, units)}</strong> and <strong>{volume(band.size_high_l, units)}</strong>
            {band.beyond > 0 && `; in ${fixed(band.beyond * 100, 0)} % no size shown is enough`}.
          </p>
        </>
      )}
    </section>
  );
}
