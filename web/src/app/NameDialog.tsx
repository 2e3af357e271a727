import { useState } from "react";
import { useDocument } from "../document/shown";
import { useEdits } from "../document/workbench";
import { EntryDialog } from "../ui/EntryDialog";
import { LabelledField } from "../ui/LabelledField";

/** The property's name and place. */
export function NameDialog({ close }: { close: () => void }) {
  const kept = useDocument("name", "place");
  const bench = useEdits();
  const [name, setName] = useState(kept.name);
  const [place, setPlace] = useState(kept.place);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    const now = { name: name.trim(), place: place.trim() };
    const operations = (["name", "place"] as const)
      .filter((each) => now[each] !== kept[each])
      .map((each) => ({ op: "replace" as const, path: `/${each}`, value: now[each] }));
    const refused = operations.length ? await bench.tryEdit(`Name ${now.name}`, operations) : null;
    if (refused) setProblem(refused);
    else close();
  };
  return (
    <EntryDialog
      title="Name and place"
      width={440}
      open
      setOpen={(open) => !open && close()}
      problem={problem}
      action={{ label: "Keep", act: () => void keep(), disabled: !name.trim() }}
    >
      <LabelledField label="Name" maxLength={80} value={name} setValue={setName} />
      <LabelledField label="Place" maxLength={80} value={place} setValue={setPlace} />
    </EntryDialog>
  );
}
