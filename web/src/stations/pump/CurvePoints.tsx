import { Fragment } from "react";
import { addGuessed, replace } from "../../document/edits";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { ShelfHere } from "../../document/shelf/ShelfHere";
import { PasteCurve } from "./PasteCurve";

/** The points of the pump's own curve, as its sheet gives them. */
export function CurvePoints() {
  const bench = useEdits();
  const document = useDocument("pump");
  const { points } = document.pump;
  const last = points.at(-1)!;
  const before = points.at(-2)!;
  const further = [
    Number((last[0]! + (last[0]! - before[0]!) / 2).toFixed(3)),
    Number(Math.max(0, last[1]! - (before[1]! - last[1]!) / 2).toFixed(2)),
  ];
  return (
    <section aria-label="Points of the curve">
      <h2 className="heading">From its sheet</h2>
      <p className="leading-[1.85]">
        It gives{" "}
        {points.map((point, row) => (
          <Fragment key={row}>
            <span className="whitespace-nowrap">
              <Entry
                label={`Head of point ${row + 1}`}
                path={`/pump/points/${row}/1`}
                kind="length"
                value={point[1]!}
              />{" "}
              at{" "}
              {row === 0 ? (
                "no flow"
              ) : (
                <Entry
                  label={`Flow of point ${row + 1}`}
                  path={`/pump/points/${row}/0`}
                  kind="flow"
                  value={point[0]!}
                />
              )}
              {row < points.length - 1 ? "," : "."}
            </span>{" "}
          </Fragment>
        ))}
        {!full("/pump/points", points) && last[1]! > 0 && (
          <button
            className="fix"
            onClick={() =>
              void bench.edit("One more point", addGuessed("/pump/points", points.length, further, ["/0", "/1"]))
            }
          >
            One more point
          </button>
        )}
        <span className="note"> · </span>
        {points.length > 3 && (
          <button
            className="fix"
            onClick={() => void bench.edit("One point less", replace("/pump/points", points.slice(0, -1)))}
          >
            One less
          </button>
        )}
        {points.length > 3 && <span className="note"> · </span>}
        <PasteCurve />
      </p>
      <p>
        Its ports are{" "}
        <MaybeEntry
          label="Ports of the pump"
          path="/pump/port_mm"
          kind="bore"
          value={document.pump.port_mm}
          unknown="as wide as the pipes"
          around={32}
        />
        .
      </p>
      <ShelfHere place="/pump" path="/pump/article" label="the pump" boughtAs={document.pump.article} />
    </section>
  );
}
