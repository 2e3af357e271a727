import { useState } from "react";
import { useSaved } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, flow } from "../../lib/units";
import { OfferButton } from "../../document/OfferButton";
import { useHeld } from "../../document/pointing";
import { Entry } from "../../document/Entry";
import { Cautions, Findings } from "../../document/Findings";
import { FittingNotes } from "./FittingNotes";
import { FlowPicture } from "./FlowPicture";
import { GutterRuns, WithoutGutters } from "./GutterRuns";
import type { Place } from "./FlowPicture";
import { ScrollBox } from "../../ui/ScrollBox";

/** The downpour through every place, with the tightest marked and the sizes that would do. */
export function DownpourView() {
  const document = useDocument("downpipes", "overflow", "roofs", "units");
  const plan = usePlan("findings", "gutters", "overflow");
  const { units } = document;
  const { gutters, overflow } = plan;
  const [picked, setPicked] = useState<string | null>(null);
  const places = [...gutters.places, overflow.place];
  const spilling = overflow.place.flow_l_s > overflow.place.capacity_l_s;
  const nowTightest = spilling ? overflow.place : places.find((each) => each.key === gutters.tightest);
  const tightestKey = useHeld(nowTightest?.key);
  const tightest = places.find((each) => each.key === tightestKey);
  const place = places.find((each) => each.key === picked) ?? tightest ?? places[0];
  const narrow = new Set(
    plan.findings
      .filter((finding) =>
        /^(OVERFLOW_SMALLER|OVERFLOW_NONE|GUTTERS_(GUTTER|OUTLET|DOWNPIPE|SCREEN|RUN|REDUCER|JOINED|RATE|CHANNEL|PLASTIC))/.test(
          finding.code,
        ),
      )
      .map((finding) => finding.text),
  );
  if (!place) return <p>No roof in use drains anywhere yet.</p>;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
      <div>
        <section aria-label="Flow picture">
          <h2 className="heading">
            {tightest && tightest.flow_l_s > tightest.capacity_l_s
              ? document.overflow.kind === "none" && tightest.kind === "overflow"
                ? "There is no overflow"
                : `${tightest.name} is too narrow`
              : tightest
                ? `Tightest: ${tightest.name}, ${fixed((100 * tightest.flow_l_s) / Math.max(tightest.capacity_l_s, 1e-9), 0)} % used`
                : "From the gutters to the overflow"}
            <span className="head-note">
              inflow of capacity, in {axisUnit("flow", units).unit}; press a gate to size it
            </span>
          </h2>
          <FlowPicture
            document={document}
            places={gutters.places}
            overflow={overflow.place}
            tightest={tightest?.key ?? null}
            selected={place.key}
            onSelect={setPicked}
            units={units}
          />
        </section>
        <WithoutGutters />
        <PlaceSheet place={place} />
        <PlacesTable places={places} picked={place.key} onPick={setPicked} />
      </div>
      <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="What is too narrow">
        <Findings findings={plan.findings.filter((finding) => narrow.has(finding.text))} />
        <FittingNotes view="downpour" />
        <Cautions cautions={gutters.cautions} />
      </aside>
    </div>
  );
}

/** One place: why it takes what it takes, its measures, and the next sizes on the shelf. */
function PlaceSheet({ place }: { place: Place }) {
  const document = useDocument("units");
  const plan = usePlan("gutters");
  const { units } = document;
  const spill = place.flow_l_s - place.capacity_l_s;
  const sizes = useHeld(place.sizes);
  return (
    <section aria-label={place.name} className="mt-2 border-t-[1.5px] border-ink pt-2">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h3 className="heading">{place.name}</h3>
        <p>
          Inflow <strong>{flow(place.flow_l_s, units)}</strong>;{" "}
          {place.kind === "overflow" && place.capacity_l_s === 0 ? (
            "nothing takes it"
          ) : (
            <>
              {place.size} has a capacity{" "}
              <strong>
                {place.capacity_l_s > 0 ? `of ${flow(place.capacity_l_s, units)}` : "that is not known"}
              </strong>
            </>
          )}
          {spill > 0.005 && place.capacity_l_s > 0 && (
            <span className="font-semibold text-alarm">
              ; {flow(spill, units)} go {place.spills}
            </span>
          )}
          .
        </p>
      </div>
      <p className="note mt-1">
        {place.formula}: {place.working}. {place.source}
      </p>
      <PlaceEntries place={place} />
      {sizes.length > 0 && (
        <p className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1.5">
          <span>Sizes in stock:</span>
          {sizes.map((size) => (
            <OfferButton
              key={size.label}
              className="act-quiet"
              edit={`${place.name}: ${size.label}`}
              operations={size.operations}
            >
              {size.label} · {flow(size.capacity_l_s, units)}
              {size.enough ? " ✓" : ", too little"}
            </OfferButton>
          ))}
        </p>
      )}
      {place.kind === "run" && plan.gutters.runs.find((run) => `run:${run.group}` === place.key)?.drop_m === null && (
        <p className="note mt-1">It has no figure until its gutter outlet is measured, at Levels.</p>
      )}
    </section>
  );
}

/** What of a place can be entered. */
function PlaceEntries({ place }: { place: Place }) {
  const { document } = useSaved();
  if (place.roof !== null) {
    const row = document.roofs.findIndex((roof) => roof.id === place.roof);
    const roof = document.roofs[row];
    if (!roof) return null;
    return <GutterRuns roof={roof} row={row} />;
  }
  const index = document.downpipes.findIndex((pipe) => pipe.id === place.group);
  const pipe = document.downpipes[index];
  if (place.kind === "downpipe" && pipe)
    return (
      <p className="mt-1 leading-[1.85]">
        <Entry
          label={`Downpipes of ${pipe.name}`}
          path={`/downpipes/${index}/pipes`}
          kind="count"
          value={pipe.pipes}
        />{" "}
        downpipes of{" "}
        <Entry
          label={`Bore of the downpipes of ${pipe.name}`}
          path={`/downpipes/${index}/bore_mm`}
          kind="pipe"
          value={pipe.bore_mm}
        />{" "}
        bore.
      </p>
    );
  return null;
}

/** The table behind the picture. */
function PlacesTable(props: { places: Place[]; picked: string; onPick: (key: string) => void }) {
  const document = useDocument("units");
  const { units } = document;
  return (
    <details className="mt-3">
      <summary className="fix cursor-pointer">All places in a table</summary>
      <ScrollBox label="All places">
        <table className="table-lines mt-1 w-full text-table">
          <thead>
            <tr>
              <th scope="col">Place</th>
              <th scope="col">Size</th>
              <th scope="col">Comes</th>
              <th scope="col">Takes</th>
              <th scope="col">Used</th>
            </tr>
          </thead>
          <tbody>
            {props.places.map((place) => (
              <tr key={place.key} className={place.key === props.picked ? "font-bold" : undefined}>
                <th scope="row">
                  <button className="reach text-left hover:underline" onClick={() => props.onPick(place.key)}>
                    {place.name}
                  </button>
                </th>
                <td>{place.size}</td>
                <td>{flow(place.flow_l_s, units)}</td>
                <td>{place.capacity_l_s > 0 ? flow(place.capacity_l_s, units) : "–"}</td>
                <td>{place.capacity_l_s > 0 ? `${fixed((100 * place.flow_l_s) / place.capacity_l_s, 0)} %` : "–"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollBox>
    </details>
  );
}
