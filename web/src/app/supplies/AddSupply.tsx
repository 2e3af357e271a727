import { useState } from "react";
import { full } from "../../document/ranges";
import { useEdits } from "../../document/workbench";
import { notRead, read } from "../../lib/readQuantity";
import { capital } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { EntryDialog } from "../../ui/EntryDialog";
import { LabelledField } from "../../ui/LabelledField";
import { addSupply, useSite } from "./onSupplies";

const NO_ROOF = "";
/** A tank that a shed or a garden often has; only to say in which unit a bare number is. */
const ABOUT_L = 5_000;

/** Adds a supply: its name, what its tank holds, and the roof whose water it takes. */
export function AddSupply() {
  const document = useSite();
  const { tryEdit } = useEdits();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [holds, setHolds] = useState("");
  const [roof, setRoof] = useState(NO_ROOF);
  const [problem, setProblem] = useState<string | null>(null);
  if (full("/supplies", document.supplies))
    return <p className="note mt-5">There are as many supplies as a property may have.</p>;
  const add = async () => {
    const litres = read("volume", document.units, holds, ABOUT_L);
    if (litres === null) return setProblem(notRead("volume", document.units, holds));
    const refused = await tryEdit(`Added ${name.trim()}`, addSupply(document, name.trim(), litres, roof || null));
    if (refused) return setProblem(`${capital(refused)}.`);
    setOpen(false);
    setName("");
    setHolds("");
    setRoof(NO_ROOF);
    setProblem(null);
  };
  return (
    <p className="no-print mt-5">
      <EntryDialog
        title="Another supply"
        asks="With a tank of its own. What else it has is assumed until it is entered on its sheets."
        width={460}
        open={open}
        setOpen={(now) => {
          setOpen(now);
          setProblem(null);
        }}
        trigger={<button className="act">Add a supply</button>}
        problem={problem}
        action={{ label: "Add it", act: () => void add(), disabled: !name.trim() || !holds.trim() }}
      >
        <LabelledField label="What it is called" maxLength={60} value={name} setValue={setName} />
        <LabelledField label="What its tank holds" maxLength={40} value={holds} setValue={setHolds} />
        <p className="mt-4">
          It takes the water of{" "}
          <Choice
            label="Roof whose water it takes"
            value={roof}
            options={[
              { value: NO_ROOF, label: "no roof yet" },
              ...document.roofs.map((each) => ({ value: each.id, label: each.name })),
            ]}
            onChoose={setRoof}
          />
          .
        </p>
      </EntryDialog>
    </p>
  );
}
