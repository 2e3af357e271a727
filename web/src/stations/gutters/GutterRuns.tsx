import type { Plan, Roof } from "../../api/client";
import { choicesAt } from "../../document/choices";
import { addGuessed, replace } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { useDocument, usePlan } from "../../document/shown";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { YesOrNo } from "../../document/YesOrNo";
import { flow, metres } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { useWidth } from "../../ui/useWidth";
import { usedHere } from "../../document/drained";
import { HILLSIDE, openChannel } from "../../document/openChannel";

type Run = Plan["gutters"]["gutter_runs"][number];
type Gutter = Roof["gutters"][number];

/** The runs of gutter of a surface: each drawn with its outlets and what runs to them, and in a sentence. */
export function GutterRuns({ roof, row }: { roof: Roof; row: number }) {
  const bench = useEdits();
  const runs = usePlan("gutters").gutters.gutter_runs.filter((each) => each.roof === roof.id);
  const longest = Math.max(...runs.map((run) => run.length_m));
  const at = `/roofs/${row}/gutters`;
  const last = roof.gutters.at(-1)!;
  return (
    <div className="mt-1">
      {runs.map((run, number) => (
        <div key={number} className="border-b border-rule py-1.5">
          <RunDrawing run={run} longest_m={longest} name={nameOf(roof, number)} />
          <RunSentence roof={roof} number={number} run={run} gutter={roof.gutters[number]!} at={`${at}/${number}`} />
        </div>
      ))}
      <button
        className="fix mt-1.5"
        disabled={full(at, roof.gutters)}
        onClick={() =>
          void bench.edit(
            `${roof.name}: another run of gutter`,
            addGuessed(at, roof.gutters.length, { ...last, length_m: null, outlets_m: [null] }),
          )
        }
      >
        {roof.material === HILLSIDE ? "Another channel" : "Another run of gutter, such as on the other eave"}
      </button>
    </div>
  );
}

function nameOf(roof: Roof, number: number) {
  const what = roof.gutters[number]!.shape === "open_channel" ? "channel" : "gutter";
  return roof.gutters.length === 1 ? `${what} of ${roof.name}` : `${what} ${number + 1} of ${roof.name}`;
}

const EDGE = 8;

/** One run along its length: where each outlet is, and what of the gutter runs to it. */
function RunDrawing({ run, longest_m, name }: { run: Run; longest_m: number; name: string }) {
  const { units } = useDocument("units");
  const [box, width] = useWidth<HTMLDivElement>();
  const scale = (Math.max(width, 200) - 2 * EDGE - 64) / longest_m;
  const x = (along: number) => EDGE + along * scale;
  const outlets = [...run.outlets].sort((one, other) => one.at_m - other.at_m);
  const most = Math.max(...outlets.map((each) => each.flow_l_s));
  return (
    <div ref={box}>
      {width > 0 && (
        <svg
          width={Math.max(width, 200)}
          height="58"
          className="block"
          role="img"
          aria-label={`The ${name} is ${metres(run.length_m, units)} long; ${outlets
            .map((each) => `${flow(each.flow_l_s, units)} run to the outlet at ${metres(each.at_m, units)}`)
            .join(", ")}`}
        >
          {outlets.map((each, number) => (
            <path
              key={number}
              d={`M${x(each.at_m - each.left_m) + 1} 12H${x(each.at_m + each.right_m) - 1}`}
              stroke={each.flow_l_s >= most - 1e-9 && outlets.length > 1 ? "var(--water-5)" : "var(--water-3)"}
              strokeWidth="10"
            />
          ))}
          <path d={`M${x(0)} 6v11H${x(run.length_m)}V6`} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
          {outlets.map((each, number) => (
            <g key={number}>
              <path
                d={`M${x(each.at_m)} 17v12m-4 -5l4 5 4 -5`}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1.8"
                strokeDasharray={each.measured ? undefined : "2.5 2.5"}
              />
              <text
                x={x(each.at_m)}
                y="45"
                textAnchor={number === 0 && each.at_m * scale < 24 ? "start" : "middle"}
                className="axis halo"
              >
                {flow(each.flow_l_s, units)}
              </text>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

/** What of a run can be entered. */
function RunSentence(props: { roof: Roof; number: number; run: Run; gutter: Gutter; at: string }) {
  const bench = useEdits();
  const { units } = useDocument("units");
  const { roof, number, run, gutter, at } = props;
  const name = nameOf(roof, number);
  return (
    <p className="leading-[1.85]">
      A{" "}
      <ChoiceEntry
        path={`${at}/shape`}
        label={`Shape of the ${name}`}
        value={gutter.shape}
        options={choicesAt<typeof gutter.shape>(`${at}/shape`, units)}
        onChoose={(shape) => void bench.edit(`The ${name}: ${shape}`, replace(`${at}/shape`, shape))}
      />{" "}
      {gutter.shape === "open_channel" && (
        <>
          of{" "}
          <ChoiceEntry
            path={`${at}/lining`}
            label={`Lining of the ${name}`}
            value={gutter.lining}
            options={choicesAt<typeof gutter.lining>(`${at}/lining`, units)}
            onChoose={(lining) => void bench.edit(`The ${name}: ${lining}`, replace(`${at}/lining`, lining))}
          />
          ,{" "}
        </>
      )}
      <Entry label={`Width of the ${name}`} path={`${at}/width_mm`} kind="bore" value={gutter.width_mm} /> wide
      {gutter.shape !== "half_round" && (
        <>
          {" "}
          and <Entry
            label={`Depth of the ${name}`}
            path={`${at}/depth_mm`}
            kind="bore"
            value={gutter.depth_mm}
          />{" "}
          deep
        </>
      )}
      ,{" "}
      <MaybeEntry
        label={`Length of the ${name}`}
        path={`${at}/length_m`}
        kind="length"
        value={gutter.length_m}
        unknown={`${metres(run.length_m, units)} assumed`}
        around={run.length_m}
      />{" "}
      long, with {gutter.outlets_m.length === 1 ? "an outlet" : `${gutter.outlets_m.length} outlets`} from its left
      end at{" "}
      {gutter.outlets_m.map((place, outlet) => (
        <span key={outlet}>
          {outlet > 0 && (outlet === gutter.outlets_m.length - 1 ? " and " : ", ")}
          <MaybeEntry
            label={`Outlet ${outlet + 1} of the ${name}`}
            path={`${at}/outlets_m/${outlet}`}
            kind="length"
            value={place}
            unknown={`${metres(run.outlets[outlet]!.at_m, units)} assumed`}
            around={run.length_m / 2}
            max={gutter.length_m ?? undefined}
          />
        </span>
      ))}{" "}
      (
      <button
        className="fix"
        aria-label={`One outlet more in the ${name}`}
        disabled={full(`${at}/outlets_m`, gutter.outlets_m)}
        onClick={() =>
          void bench.edit(`The ${name}: one outlet more`, [{ op: "add", path: `${at}/outlets_m/-`, value: null }])
        }
      >
        one more
      </button>
      {gutter.outlets_m.length > 1 && (
        <>
          ,{" "}
          <button
            className="fix"
            aria-label={`One outlet less in the ${name}`}
            onClick={() =>
              void bench.edit(`The ${name}: one outlet less`, [
                { op: "remove", path: `${at}/outlets_m/${gutter.outlets_m.length - 1}` },
              ])
            }
          >
            one less
          </button>
        </>
      )}
      ), openings of{" "}
      <Entry label={`Outlets of the ${name}`} path={`${at}/outlet_mm`} kind="bore" value={gutter.outlet_mm} />,{" "}
      <YesOrNo
        label={`Strainers of the ${name}`}
        path={`${at}/strainer`}
        on={gutter.strainer}
        yes="under strainers"
        no="open"
        yesNote="each halves what its outlet takes"
      />
      , falling{" "}
      <Entry
        label={`Fall of the ${name}`}
        path={`${at}/fall_mm_m`}
        kind="percent"
        value={gutter.fall_mm_m / 1000}
        stored={1000}
      />{" "}
      to them,{" "}
      <YesOrNo
        label={`Angles in the ${name}`}
        path={`${at}/bends`}
        on={gutter.bends}
        yes="round a corner"
        no="straight"
      />
      .{" "}
      <button
        className="fix"
        aria-label={`Remove the ${name}`}
        onClick={() => void bench.edit(`No ${name}`, [{ op: "remove", path: at }])}
      >
        Remove
      </button>
    </p>
  );
}

/** Surfaces whose water reaches its downpipes without a gutter. */
export function WithoutGutters() {
  const bench = useEdits();
  const { roofs, downpipes, units } = useDocument("downpipes", "roofs", "units");
  return roofs.map((roof, row) =>
    usedHere(roof, { downpipes }) && roof.gutters.length === 0 ? (
      <p key={roof.id} className="note mt-1.5">
        {roof.name} has no {roof.material === HILLSIDE ? "channel" : "gutter"}: its water is taken to reach its{" "}
        {roof.material === HILLSIDE ? "run" : "downpipes"} by itself.{" "}
        <button
          className="fix"
          onClick={() =>
            void bench.edit(
              `A ${roof.material === HILLSIDE ? "channel" : "gutter"} for ${roof.name}`,
              roof.material === HILLSIDE
                ? addGuessed(`/roofs/${row}/gutters`, 0, openChannel(units))
                : [{ op: "add", path: `/roofs/${row}/gutters/-`, value: {} }],
            )
          }
        >
          {roof.material === HILLSIDE ? `Cut a channel at the foot of ${roof.name}` : `Fit a gutter to ${roof.name}`}
        </button>
      </p>
    ) : null,
  );
}
