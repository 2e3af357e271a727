import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Refused } from "../../api/client";
import { keepOnShelf } from "../../api/shelf";
import { editName, replace } from "../edits";
import { useEdits } from "../workbench";
import { EntryDialog } from "../../ui/EntryDialog";
import { toast } from "../../ui/Toasts";

const LONGEST = 80;

/** Keeps what stands here on the firm's shelf, for the next property. */
export function KeepOnShelf(props: { place: string; path: string; label: string; boughtAs: string }) {
  const { place, path, label, boughtAs } = props;
  const bench = useEdits();
  const cache = useQueryClient();
  const id = useId();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [sheet, setSheet] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const show = (next: boolean) => {
    setOpen(next);
    setName(boughtAs);
    setSheet("");
    setProblem(null);
    setOver(false);
  };
  const keep = async () => {
    try {
      await keepOnShelf(cache, bench.id, { place, name: name.trim(), sheet: sheet.trim(), over });
    } catch (error) {
      setProblem(
        error instanceof Refused ? (error.reason ?? error.message) : "The server does not answer. Try again.",
      );
      setOver(error instanceof Refused && error.status === 409);
      return;
    }
    show(false);
    toast(`${name.trim()} is on the shelf.`);
    if (name.trim() !== boughtAs)
      await bench.edit(editName(`${label}: bought as ${name.trim()}`), replace(path, name.trim()));
  };
  return (
    <EntryDialog
      title="Keep on the shelf"
      asks={`The figures of ${label} as they are entered here, for the next property. What is assumed here is kept as an estimate.`}
      open={open}
      setOpen={show}
      trigger={
        <button className="fix no-print" aria-label={`${label}: Keep on the shelf`}>
          Keep on the shelf
        </button>
      }
      problem={problem}
      action={{
        label: over ? "Write over it" : "Keep it",
        act: () => void keep(),
        disabled: name.trim() === "",
      }}
    >
      {(
        [
          ["Ordered as", name, setName],
          ["Figures from", sheet, setSheet],
        ] as const
      ).map(([words, value, set]) => (
        <p key={words} className="mt-3">
          <label htmlFor={`${id}-${words}`} className="block">
            {words}
          </label>
          <input
            id={`${id}-${words}`}
            className="field w-full"
            value={value}
            maxLength={LONGEST}
            placeholder={words === "Ordered as" ? "" : "the maker’s sheet and its date"}
            onChange={(event) => {
              set(event.target.value);
              setOver(false);
              setProblem(null);
            }}
          />
        </p>
      ))}
    </EntryDialog>
  );
}
