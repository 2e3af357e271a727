import { useState } from "react";
import type { PointerEvent } from "react";
import type { Design, Operation } from "../../api/client";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { fixed, roundStep, volume } from "../../lib/units";
import { JobLine } from "../../document/JobLine";
import { LineChart, pathOf } from "../../ui/LineChart";
import { useJob } from "../../document/useJob";
import { yearTicks } from "../../ui/yearTicks";

type Front = NonNullable<NonNullable<ReturnType<typeof useJob>["job"]>["front"]>;

const asked = (design: Design) => design.operations as Operation[];

const money = (front: Front, value: number) => `${front.currency}${fixed(value, 0)}`;

/** Cost against security over thousands of designs; each point of the front is a design to take. */
export function SearchView() {
  const bench = useEdits();
  const document = useDocument("prices");
  const { rates } = usePlan("price").price;
  const work = useJob("search");
  const [pointed, setPointed] = useState<number | null>(null);
  const front = work.job?.front ?? null;
  const usable = front !== null && !work.stale && !work.running;

  const take = async (design: Design) => {
    if (!usable || !design.operations.length) return;
    setPointed(null);
    const refused = await bench.tryEdit(`Design: ${design.words}`.slice(0, 120), asked(design));
    if (!refused) work.start();
  };
  const point = (row: number | null) => {
    setPointed(row);
    if (row === null || !usable) bench.endPreview();
    else if (front.front[row]!.operations.length) bench.preview(asked(front.front[row]!));
  };

  if (!front)
    return (
      <section aria-label="Design search" className="max-w-[64ch]">
        <h2 className="heading">Search through thousands of designs</h2>
        <p className="mt-1 mb-3">
          Tank sizes and counts, each roof on or off, a rain roof, saving steps and back-up, every one replayed
          through the whole record and priced with the few prices under “How safe”. What is left is the front: the
          cheapest design for each number of years carried.
        </p>
        <JobLine work={work} name="Search" does="Takes a moment; you can go on editing meanwhile." />
      </section>
    );

  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 desk:grid-cols-[minmax(0,56%)_minmax(0,1fr)]">
      <section aria-label="Design search">
        <h2 className="heading">
          The front of {front.designs.toLocaleString("en-US")} designs{" "}
          <span className="head-note">
            over {rates["service_years"] ?? document.prices.service_years} years, with today’s design on it
          </span>
        </h2>
        <FrontChart front={front} pointed={pointed} usable={usable} point={point} take={take} />
        {front.left_out.map((sentence) => (
          <p key={sentence} className="note mt-1">
            {sentence}
          </p>
        ))}
        <div className="mt-2">
          <JobLine
            work={work}
            name="Search"
            does={
              front.cheapest_for_aim
                ? `The cheapest for ${front.aim} of ${front.of_years} years costs ${money(front, front.cheapest_for_aim.cost)}; today’s costs ${money(front, front.today.cost)} and carries ${front.today.years_carried}.`
                : `None of them carries ${front.aim} of ${front.of_years} years.`
            }
          />
        </div>
      </section>
      <section aria-label="Designs on the front">
        <h2 className="heading">From the cheapest</h2>
        <FrontList front={front} pointed={pointed} usable={usable} point={point} take={take} />
        <p className="note mt-1.5">
          Pointing at one shows it on every sheet; a press takes it, undo brings this back.
        </p>
      </section>
    </div>
  );
}

type Pointing = {
  front: Front;
  pointed: number | null;
  /** Whether a design can be taken now. */
  usable: boolean;
  /** Previews a design of the front on every sheet; null ends it. */
  point: (row: number | null) => void;
  take: (design: Design) => Promise<void>;
};

/** A design is shown while it is pointed at or has the focus. A finger does not point before it presses. */
const pointedAt = (row: number, point: Pointing["point"]) => ({
  onPointerEnter: (event: PointerEvent) => event.pointerType !== "touch" && point(row),
  onPointerLeave: () => point(null),
  onFocus: () => point(row),
  onBlur: () => point(null),
});

function FrontChart({ front, pointed, usable, point, take }: Pointing) {
  const costs = [...front.front.map((each) => each.cost), front.today.cost];
  const reach = Math.max(...costs) * 1.08;
  const step = roundStep(reach / 5);
  return (
    <LineChart
      label="Cost against years carried; the list beside it has the same designs"
      height={318}
      xReach={reach}
      yReach={front.of_years}
      xTicks={Array.from({ length: Math.floor(reach / step) + 1 }, (_, i) => ({
        at: i * step,
        name: (i * step).toLocaleString("en-US"),
      }))}
      yTicks={yearTicks(front.of_years)}
      yName={`of ${front.of_years} years carried`}
      xName={`cost, ${front.currency}`}
      over={({ x, y }) =>
        front.front.map((design, row) => (
          <button
            key={row}
            className="group absolute size-7 -translate-x-1/2 -translate-y-1/2 rounded-full"
            style={{ left: x(design.cost), top: y(design.years_carried) }}
            aria-label={`${money(front, design.cost)}, ${design.years_carried} years: ${design.words}`}
            disabled={!usable}
            {...pointedAt(row, point)}
            onClick={() => void take(design)}
          >
            <span
              className={`absolute inset-0 m-auto block rounded-full border-2 border-water-7 bg-sheet group-enabled:group-hover:bg-water-7 ${pointed === row ? "size-4 bg-water-7" : "size-3"}`}
            />
          </button>
        ))
      }
    >
      {({ x, y, right, foot }) => (
        <>
          {front.cloud.map(([cost, years], i) =>
            cost! <= reach ? <circle key={i} cx={x(cost!)} cy={y(years!)} r="1.6" fill="var(--water-3)" /> : null,
          )}
          <path d={`M44 ${y(front.aim)}H${right}`} stroke="var(--parched-7)" strokeDasharray="5 4" />
          <text x="50" y={y(front.aim) + 16} className="label halo" style={{ fill: "var(--parched-7)" }}>
            wanted: {front.aim}
          </text>
          <path
            d={pathOf(
              front.front.map((each) => [x(each.cost), y(each.years_carried)]),
              true,
            )}
            fill="none"
            stroke="var(--water-7)"
            strokeWidth="2.2"
          />
          <path
            d={`M${x(front.today.cost)} ${y(front.today.years_carried) - 8}l8 8-8 8-8-8z`}
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth="1.5"
          />
          <text
            x={x(front.today.cost) + (x(front.today.cost) > right * 0.8 ? -13 : 13)}
            y={Math.min(y(front.today.years_carried) + 19, foot - 6)}
            textAnchor={x(front.today.cost) > right * 0.8 ? "end" : "start"}
            className="label halo"
            fontWeight="650"
          >
            today
          </text>
        </>
      )}
    </LineChart>
  );
}

function FrontList({ front, pointed, usable, point, take }: Pointing) {
  const { units } = useDocument("units");
  const shown = pointed === null ? null : front.front[pointed]!;
  return (
    <ol className="mt-1 max-h-[392px] overflow-y-auto border-t-[1.5px] border-ink text-table leading-snug">
      {front.front.map((design, row) => (
        <li key={row} className={`border-b border-rule ${shown === design ? "bg-water-1" : ""}`}>
          <button
            className="grid w-full grid-cols-[58px_66px_minmax(0,1fr)] gap-x-3 py-1.5 text-left enabled:hover:bg-water-1"
            disabled={!usable || !design.operations.length}
            {...pointedAt(row, point)}
            onClick={() => void take(design)}
            title={usable ? "Take this design" : undefined}
          >
            <span className="text-right font-semibold">{money(front, design.cost)}</span>
            <span className={design.years_carried >= front.aim ? "font-bold" : ""}>
              {design.years_carried} of {front.of_years}
            </span>
            <span>
              {design.words}
              {design.missed_l_year > 0.5 && (
                <span className="text-ink-2">, misses {volume(design.missed_l_year, units)} a year</span>
              )}
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
