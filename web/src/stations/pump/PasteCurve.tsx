import { Dialog } from "radix-ui";
import { useState } from "react";
import { client, Refused, taken } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { flow, metres } from "../../lib/units";

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
      setProblem(error instanceof Refused ? error.message : "No connection to the server. Nothing was changed.");
    }
  };
  const keep = async () => {
    if (!read) return;
    const refused = await bench.edit("Curve from its sheet", replace("/pump/points", read.points));
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
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button className="fix">Paste its table</button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="dialog"
          aria-describedby="paste-what"
          style={{ width: "min(520px, calc(100vw - 24px))" }}
        >
          <Dialog.Title className="title">The pump’s table</Dialog.Title>
          <p id="paste-what" className="note mt-1">
            A flow and a head on each line, from no flow on, as they stand in the maker’s sheet.
          </p>
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
          {problem && (
            <p role="alert" className="mt-2 font-semibold text-alarm">
              {problem}
              <span className="note mt-1 block font-normal">Nothing of the property was changed.</span>
            </p>
          )}
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
          <p className="mt-4 flex gap-3">
            {read ? (
              <button className="act" onClick={() => void keep()}>
                Save these points
              </button>
            ) : (
              <button className="act" disabled={!text.trim()} onClick={() => void look()}>
                Read it
              </button>
            )}
            <Dialog.Close className="act-quiet">Cancel</Dialog.Close>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
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
