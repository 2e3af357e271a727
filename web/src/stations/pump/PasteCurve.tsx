import { useState } from "react";
import { client, Refused, taken } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { flow, metres } from "../../lib/units";
import { EntryDialog } from "../../ui/EntryDialog";

const FLOWS = ["L/s", "L/min", "m3/h", "gal/min", "gal/h"] as const;
const HEADS = ["m", "bar", "kPa", "ft", "psi"] as const;

const readCurve = (text: string, flow_unit: (typeof FLOWS)[number], head_unit: (typeof HEADS)[number]) =>
  taken(client.POST("/api/properties/pump/curve", { body: { text, flow_unit, head_unit } }));

type ReadCurve = Awaited<ReturnType<typeof readCurve>>;

/** Takes a pump's points from a table that was copied out of its sheet: looked at first, then kept. */
export function PasteCurve() {
  const bench = useEdits();
  const { units } = useDocument("units");
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [flowUnit, setFlowUnit] = useState<(typeof FLOWS)[number]>(units === "us" ? "gal/min" : "L/min");
  const [headUnit, setHeadUnit] = useState<(typeof HEADS)[number]>(units === "us" ? "ft" : "m");
  const [read, setRead] = useState<ReadCurve | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const look = async () => {
    setRead(null);
    setProblem(null);
    try {
      setRead(await readCurve(text, flowUnit, headUnit));
    } catch (error) {
      setProblem(error instanceof Refused ? error.message : "No connection to the server.");
    }
  };
  const keep = async () => {
    if (!read) return;
    const refused = await bench.tryEdit("Curve from its sheet", replace("/pump/points", read.points));
    if (refused) setProblem(refused);
    else setOpen(false);
  };
  const changed = <T,>(set: (value: T) => void) => {
    return (value: T) => {
      set(value);
      setRead(null);
      setProblem(null);
    };
  };
  return (
    <EntryDialog
      title="The pump’s table"
      asks="A flow and a head on each line, from no flow on, as they stand in the maker’s sheet."
      width={520}
      open={open}
      setOpen={setOpen}
      trigger={<button className="fix">Paste its table</button>}
      problem={problem}
      action={
        read
          ? { label: "Save these points", act: () => void keep() }
          : { label: "Read it", act: () => void look(), disabled: !text.trim() }
      }
    >
      <textarea
        className="field mt-2 h-40 w-full font-mono text-table"
        aria-label="Flow and head, a line each"
        value={text}
        onChange={(event) => changed(setText)(event.target.value)}
        placeholder={"0\t46\n36\t41\n72\t28"}
      />
      <p className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <Unit label="Flow in" value={flowUnit} options={FLOWS} onChange={changed(setFlowUnit)} />
        <Unit label="Head in" value={headUnit} options={HEADS} onChange={changed(setHeadUnit)} />
      </p>
      {read && (
        <table className="table-lines mt-2 w-full text-table">
          <thead>
            <tr>
              <th scope="col">Flow</th>
              <th scope="col">Head</th>
              <th scope="col">Curve through them</th>
            </tr>
          </thead>
          <tbody>
            {read.points.map(([at, head], row) => (
              <tr key={at}>
                <th scope="row">{at === 0 ? "no flow" : flow(at!, units)}</th>
                <td>{metres(head!, units)}</td>
                <td>{metres(read.fitted_m[row]!, units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </EntryDialog>
  );
}

function Unit<T extends string>(props: {
  label: string;
  value: T;
  options: readonly T[];
  onChange: (value: T) => void;
}) {
  return (
    <label className="flex items-center gap-2 whitespace-nowrap">
      {props.label}
      <select className="field" value={props.value} onChange={(event) => props.onChange(event.target.value as T)}>
        {props.options.map((unit) => (
          <option key={unit}>{unit}</option>
        ))}
      </select>
    </label>
  );
}
