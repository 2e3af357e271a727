import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Entry } from "../../document/Entry";
import { Cautions, Findings } from "../../document/Findings";
import { InUse } from "../../document/InUse";
import { Why } from "../../ui/Why";
import { ChamberDrawings } from "./ChamberDrawings";
import { FlushCurve } from "./FlushCurve";
import { HolesTable } from "./HolesTable";
import { MethodsTable } from "./MethodsTable";

const KINDS = [
  { value: "none", label: "nothing", note: "screens, calmed inlet and floating suction instead" },
  { value: "ball", label: "by ball and seat", note: "the ball floats up and shuts" },
  { value: "standpipe", label: "by standpipe", note: "a dead leg that fills first" },
  { value: "tank", label: "into a small tank", note: "where legs would be too many" },
] as const;
const METHODS = [
  { value: "depth", label: "a depth of" },
  { value: "volume", label: "a fixed volume of", note: "for each chamber" },
  { value: "length", label: "a leg that is", note: "its pipe by its length, for each chamber" },
  { value: "removal", label: "so much that", note: "each mm halves what lies on the roof" },
  { value: "exposure", label: "what is usual for", note: "clean, ordinary, or trees, dust and birds" },
] as const;

/** How much to throw away, in what pipe, drained how fast; and what that costs. */
export function FirstFlushSheet() {
  const bench = useEdits();
  const document = useDocument("first_flush", "units");
  const plan = usePlan("cistern", "findings", "first_flush");
  const { first_flush: answer } = plan;
  const { units, first_flush: entered } = document;
  const figure = (key: string) => answer.figures[key] && <Why figure={answer.figures[key]} units={units} />;
  const none = entered.kind === "none";
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(`First flush: ${label}`, replace(`/first_flush/${field}`, value));
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">First flush</h1>
        <div className="leading-[1.75]">
          <p>
            Divert{" "}
            <ChoiceEntry
              path="/first_flush/kind"
              label="Kind of diverter"
              value={entered.kind}
              options={[...KINDS]}
              onChoose={(kind) => set(kind, "kind", kind)}
            />
            {!none && (
              <>
                {" "}
                <ChoiceEntry
                  path="/first_flush/by"
                  label="How much is diverted"
                  value={entered.by}
                  options={[...METHODS]}
                  onChoose={(by) => set(by, "by", by)}
                />{" "}
                <Amount />
                {", "}
                <ChoiceEntry
                  path="/first_flush/place"
                  label="Where the chambers are"
                  value={entered.place}
                  options={[
                    { value: "each", label: "a chamber at every downpipe" },
                    { value: "group", label: "one for each group of downpipes" },
                    { value: "one", label: "one where all have joined" },
                  ]}
                  onChoose={(place) => set("place", "place", place)}
                />
                , <InUse what="The first flush" path="/first_flush/out_of_use" value={entered.out_of_use} />
              </>
            )}
            .
          </p>
          {!none && (
            <p>
              {figure("volume_l")} in all, {figure("share_left")} of the dirt left on the roof.{" "}
              {answer.figures["lost_l_year"] && (
                <>
                  It costs {figure("lost_l_year")} in a mean year, {figure("lost_share")} of the water
                  {plan.cistern && (
                    <>
                      {" "}
                      and leaves{" "}
                      <strong>
                        {plan.cistern.rain_alone_years_carried} of {plan.cistern.counted_years}
                      </strong>{" "}
                      years carried on rain alone
                    </>
                  )}
                  .
                </>
              )}
            </p>
          )}
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-y-5">
          <FlushCurve />
          <MethodsTable />
          {!none && <ChamberDrawings />}
          {!none && <HolesTable />}
        </div>
        <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-4" aria-label="Findings and notes">
          <Findings findings={plan.findings.filter((finding) => finding.stage === "first_flush")} />
          {!none && (
            <section>
              <h2 className="heading">Commissioning</h2>
              <p className="note mt-1">
                Fill it by hose, see the ball seat and the flow change over, time the drain, then choose the washer. A
                union on each side, level and plumb, no light in it.
              </p>
            </section>
          )}
          <Cautions cautions={answer.cautions} />
        </aside>
      </div>
    </>
  );
}

/** The one value that the chosen method asks for. */
function Amount() {
  const bench = useEdits();
  const document = useDocument("units");
  const { first_flush: entered } = useDocument("first_flush");
  switch (entered.by) {
    case "depth":
      return <Entry label="First-flush depth" path="/first_flush/depth_mm" kind="depth" value={entered.depth_mm} />;
    case "volume":
      return <Entry label="First-flush volume" path="/first_flush/volume_l" kind="volume" value={entered.volume_l} />;
    case "length":
      return (
        <>
          <Entry label="Length of a first-flush leg" path="/first_flush/leg_m" kind="length" value={entered.leg_m} />{" "}
          long
        </>
      );
    case "removal":
      return (
        <>
          <Entry
            label="Share of the dirt that may be left"
            path="/first_flush/left_share"
            kind="percent"
            value={entered.left_share}
          />{" "}
          may be left
        </>
      );
    case "exposure":
      return (
        <ChoiceEntry
          path="/first_flush/exposure"
          label="Exposure of the roofs"
          value={entered.exposure}
          options={choicesAt<typeof entered.exposure>("/first_flush/exposure", document.units)}
          onChoose={(exposure) =>
            void bench.edit(`Exposure: ${exposure}`, replace("/first_flush/exposure", exposure))
          }
        />
      );
  }
}
