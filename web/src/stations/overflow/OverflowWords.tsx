import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { opening } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";

const KINDS = [
  { value: "pipe", label: "pipe through the wall", note: "lets the freshest water go" },
  { value: "standpipe", label: "standpipe from the bottom", note: "up and over: the oldest water goes first" },
  {
    value: "back_down",
    label: "diverter in the downpipe",
    note: "a barrel’s: once it is full, the water goes on down the pipe",
  },
  { value: "none", label: "no overflow at all" },
] as const;

/** The way out of the full tank, and where it leads, in one sentence. */
export function KindWords() {
  const bench = useEdits();
  const document = useDocument("units");
  const { overflow: entered } = useDocument("overflow");
  const set = (field: string, value: string) =>
    void bench.edit(`Overflow: ${value.replaceAll("_", " ")}`, replace(`/overflow/${field}`, value));
  const { kind } = entered;
  const piped = kind === "pipe" || kind === "standpipe";
  return (
    <p>
      {{ pipe: "", standpipe: "", back_down: "A ", none: "There is " }[kind]}
      {piped && (
        <>
          <Entry label="Overflow pipes" path="/overflow/count" kind="count" value={entered.count} />{" "}
        </>
      )}
      <ChoiceEntry
        path="/overflow/kind"
        label="Kind of overflow"
        value={kind}
        options={[...KINDS]}
        onChoose={(chosen) => set("kind", chosen)}
      />
      {piped && <PipeWords />}
      {kind === "back_down" && " sends the water back down once the barrel is full"}
      {kind !== "none" && (
        <>
          ; it leads to{" "}
          <ChoiceEntry
            path="/overflow/destination"
            label="Where the overflow goes"
            value={entered.destination}
            options={choicesAt<typeof entered.destination>("/overflow/destination", document.units)}
            onChoose={(destination) => set("destination", destination)}
          />
        </>
      )}
      .
    </p>
  );
}

/** What is fitted on an overflow, and how its end lies. */
export function EndWords() {
  const document = useDocument("overflow", "units");
  const plan = usePlan("overflow");
  const { units, overflow: entered } = document;
  const piped = entered.kind !== "back_down";
  return (
    <p className="leading-[1.85]">
      {piped && (
        <>
          <Flag label="Mesh" field="screened" yes="Mesh" no="No mesh" />,{" "}
          <Flag label="Trap" field="trap" yes="a trap or flap" no="no trap or flap" />,{" "}
          <Flag label="Pipe of the overflow" field="metal" yes="metal" no="plastic" /> above ground
          {entered.kind === "standpipe" && (
            <>
              ,{" "}
              <Flag
                label="Siphon break"
                field="siphon_break"
                yes="vent holes that break the siphon"
                no="no siphon break"
              />
            </>
          )}
          .{" "}
        </>
      )}
      Its end is{" "}
      <Entry
        label="Distance to the nearest footing"
        path="/overflow/footing_m"
        kind="length"
        value={entered.footing_m}
      />{" "}
      from the nearest footing,{" "}
      <Flag label="Lie of the end" field="downhill" yes="downhill of the pad" no="towards the pad or a neighbour" />.
      {piped && (
        <span className="note">
          {" "}
          The inlets have {opening(plan.overflow.inlet_mm2 / 100, units)} together, the overflow{" "}
          {opening(plan.overflow.overflow_mm2 / 100, units)}.
        </span>
      )}
    </p>
  );
}

/** Bore, length, bends and end of an overflow that is a pipe. */
function PipeWords() {
  const bench = useEdits();
  const { overflow: entered } = useDocument("overflow");
  return (
    <>
      {" "}
      of <Entry label="Bore of the overflow" path="/overflow/bore_mm" kind="pipe" value={entered.bore_mm} /> behind a
      port of the tank{" "}
      <MaybeEntry
        label="Port of the overflow"
        path="/overflow/port_mm"
        kind="bore"
        value={entered.port_mm}
        unknown="as wide"
        around={100}
      />
      , <Entry label="Length of the overflow" path="/overflow/length_m" kind="length" value={entered.length_m} />{" "}
      long, with{" "}
      <Entry label="Bends of the overflow" path="/overflow/bends_90" kind="count" value={entered.bends_90} /> 90°
      bends, ending{" "}
      <ChoiceEntry
        path="/overflow/end"
        label="End of the overflow"
        value={entered.end}
        options={[
          { value: "open", label: "open" },
          { value: "grate", label: "under a grate" },
          { value: "pop_up", label: "in a pop-up" },
        ]}
        onChoose={(end) => void bench.edit(`Overflow: ${end}`, replace("/overflow/end", end))}
      />
    </>
  );
}

function Flag(props: {
  label: string;
  field: "screened" | "trap" | "metal" | "siphon_break" | "downhill";
  yes: string;
  no: string;
}) {
  const document = useDocument("overflow");
  return <YesOrNo {...props} path={`/overflow/${props.field}`} on={document.overflow[props.field]} />;
}
