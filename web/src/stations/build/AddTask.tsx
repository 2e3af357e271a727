import { useState } from "react";
import type { BuildTask } from "../../api/build";
import { editName } from "../../document/edits";
import { useDocument } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { freshNumber } from "../../lib/freshNumber";
import { EntryDialog } from "../../ui/EntryDialog";
import { LabelledField } from "../../ui/LabelledField";

const LONGEST = 80;

/** One more task, of one's own: what it comes after, and what waits for it. */
export function AddTask({ tasks }: { tasks: readonly BuildTask[] }) {
  const { build } = useDocument("build");
  const bench = useEdits();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [hours, setHours] = useState("1");
  const [after, setAfter] = useState("");
  const [before, setBefore] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const show = (next: boolean) => {
    setOpen(next);
    setProblem(null);
    setName("");
    setHours("1");
    setAfter("");
    setBefore("");
  };
  const add = async () => {
    const takes = Number(hours.replace(",", "."));
    if (!name.trim()) return setProblem("Name: write what is to be done.");
    if (!hours.trim() || !Number.isFinite(takes) || takes < 0)
      return setProblem("Hours: write a number of hours, 0 or more.");
    const taken = build.added.map(({ id }) => ({ id: `own-${id}` }));
    const refused = await bench.tryEdit(editName(`Task added: ${name.trim()}`), [
      {
        op: "add",
        path: "/build/added/-",
        value: {
          id: String(freshNumber("own", taken)),
          name: name.trim(),
          work: tasks.find(({ key }) => key === after)?.work ?? "hand_over",
          hours: takes,
          after: after ? [after] : [],
          before: before ? [before] : [],
          not_before: null,
          note: "",
        },
      },
    ]);
    if (refused) setProblem(refused);
    else show(false);
  };
  const choice = (label: string, value: string, choose: (key: string) => void) => (
    <label className="mt-3 block">
      <span className="note block">{label}</span>
      <select className="field" value={value} onChange={(event) => choose(event.target.value)}>
        <option value="">nothing</option>
        {tasks.map((task) => (
          <option key={task.key} value={task.key}>
            {task.name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="no-print">
      <EntryDialog
        title="Add a task"
        asks="Something that the design does not ask for. It stays in the plan, marked as added by hand, whatever is changed later."
        width={460}
        open={open}
        setOpen={show}
        trigger={<button className="act-quiet">Add a task</button>}
        problem={problem}
        action={{ label: "Add it", act: () => void add() }}
      >
        <LabelledField label="Name" maxLength={LONGEST} value={name} setValue={setName} />
        <LabelledField label="Hours on the site" inputMode="decimal" value={hours} setValue={setHours} />
        {choice("It waits for", after, setAfter)}
        {choice("For it waits", before, setBefore)}
      </EntryDialog>
    </div>
  );
}
