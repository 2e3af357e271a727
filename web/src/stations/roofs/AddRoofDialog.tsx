import { useState } from "react";
import type { Roof } from "../../api/client";
import { rangeAt } from "../../document/ranges";
import { useDocument } from "../../document/shown";
import { example, read } from "../../lib/readQuantity";
import { EntryDialog } from "../../ui/EntryDialog";
import { LabelledField } from "../../ui/LabelledField";

/** Asks for the size of a surface before it counts; nobody's guess catches rain. */
export function AddRoofDialog(props: { disabled: boolean; onAdd: (extent: Roof["extent"], name: string) => void }) {
  const { units } = useDocument("units");
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [sides, setSides] = useState({ length: "", width: "" });
  const [problem, setProblem] = useState<string | null>(null);
  const add = () => {
    const [length_m, width_m] = [sides.length, sides.width].map((text) => read("length", units, text, 0));
    const most = rangeAt({}, "/roofs/0/extent/length_m")?.max ?? Infinity;
    const fits = (metres: number | null | undefined): metres is number => !!metres && metres > 0 && metres <= most;
    if (!fits(length_m) || !fits(width_m))
      return setProblem(`Write its length and its width, each above zero, for example ${example("length", units)}.`);
    props.onAdd({ kind: "rectangle", length_m, width_m, along_slope: false }, name.trim());
    close(false);
  };
  const close = (next: boolean) => {
    setOpen(next);
    setName("");
    setSides({ length: "", width: "" });
    setProblem(null);
  };
  return (
    <EntryDialog
      title="Add a roof"
      asks="Its footprint seen from above. What it is covered with and how steep it is are assumed until you say."
      width={440}
      open={open}
      setOpen={close}
      trigger={
        <button className="act-quiet" disabled={props.disabled}>
          Add a roof
        </button>
      }
      problem={problem}
      action={{ label: "Add it", act: add }}
    >
      <div onKeyDown={(event) => event.key === "Enter" && add()}>
        <LabelledField label="Name" maxLength={80} placeholder="Roof" value={name} setValue={setName} />
        <div className="mt-4 grid grid-cols-2 gap-4">
          {(["length", "width"] as const).map((side) => (
            <LabelledField
              key={side}
              className="block"
              label={side === "length" ? "Length" : "Width"}
              maxLength={40}
              autoComplete="off"
              value={sides[side]}
              setValue={(text) => setSides({ ...sides, [side]: text })}
            />
          ))}
        </div>
      </div>
    </EntryDialog>
  );
}
