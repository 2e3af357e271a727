import { useState } from "react";
import type { Document } from "../../api/client";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { freshNumber } from "../../lib/freshNumber";
import { EntryDialog } from "../../ui/EntryDialog";
import { LabelledField } from "../../ui/LabelledField";

type Added = Document["parts"]["added"][number];
const LONGEST = 80;

/** Something that the design does not ask for. */
export function AddPart() {
  const bench = useEdits();
  const { parts } = useDocument("parts");
  const { price } = usePlan("price");
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [count, setCount] = useState("1");
  const [group, setGroup] = useState<Added["group"]>("tools");
  const [work, setWork] = useState<Added["work"]>("hand_over");
  const [problem, setProblem] = useState<string | null>(null);
  const show = (next: boolean) => {
    setOpen(next);
    setProblem(null);
    setName("");
    setCount("1");
  };
  const add = async () => {
    const quantity = Number(count.replace(",", "."));
    if (!name.trim()) return setProblem("Name: write what is to be bought.");
    if (!count.trim() || !Number.isFinite(quantity) || quantity <= 0)
      return setProblem("How many: write a number above 0.");
    const id = `own-${freshNumber("own", parts.added)}`;
    const refused = await bench.tryEdit(`Added ${name.trim()}`, [
      {
        op: "add",
        path: "/parts/added/-",
        value: { id, name: name.trim(), quantity, unit: "each", group, work, note: "", bought: false, paid: null },
      },
    ]);
    if (refused) setProblem(refused);
    else show(false);
  };
  return (
    <div className="no-print">
      <EntryDialog
        title="Add a part"
        asks="Something that the design does not ask for. It stays on the list, marked as added by hand."
        width={460}
        open={open}
        setOpen={show}
        trigger={<button className="act-quiet">Add a part</button>}
        problem={problem}
        action={{ label: "Add it", act: () => void add() }}
      >
        <LabelledField label="Name" maxLength={LONGEST} value={name} setValue={setName} />
        <LabelledField label="How many" inputMode="decimal" value={count} setValue={setCount} />
        <OneOf
          label="Bought at"
          choices={price.groups}
          value={group}
          choose={(key) => setGroup(key as Added["group"])}
        />
        <OneOf
          label="Needed for"
          choices={price.work_names}
          value={work}
          choose={(key) => setWork(key as Added["work"])}
        />
      </EntryDialog>
    </div>
  );
}

function OneOf(props: {
  label: string;
  choices: { key: string; name: string }[];
  value: string;
  choose: (key: string) => void;
}) {
  return (
    <label className="mt-4 block">
      <span className="heading">{props.label}</span>
      <select className="field mt-1" value={props.value} onChange={(event) => props.choose(event.target.value)}>
        {props.choices.map(({ key, name }) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
