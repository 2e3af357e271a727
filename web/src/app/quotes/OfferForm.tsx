import { useState } from "react";
import type { Units } from "../../lib/units";
import type { Paper } from "../../api/papers";

/** What goes with an offer: some words to the owner, and the paper it is printed on. */
export function OfferForm(props: {
  button: string;
  units: Units;
  busy: boolean;
  problem: string | null;
  offer: (paper: Paper, note: string) => void;
}) {
  const { button, units, busy, problem, offer } = props;
  const [note, setNote] = useState("");
  const [paper, setPaper] = useState<Paper>(units === "us" ? "letter" : "a4");
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy) offer(paper, note.trim());
      }}
    >
      <label className="block min-w-0 grow basis-[320px]">
        <span className="note block">Words to the owner with it, if any</span>
        <textarea
          className="field w-full"
          rows={2}
          maxLength={2_000}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <label className="block">
        <span className="note block">Paper</span>
        <select className="field" value={paper} onChange={(event) => setPaper(event.target.value as Paper)}>
          <option value="a4">A4</option>
          <option value="letter">letter</option>
        </select>
      </label>
      <button className="act" disabled={busy}>
        {busy ? "Making it" : button}
      </button>
      {problem && (
        <p role="alert" className="basis-full text-alarm">
          {problem}
        </p>
      )}
    </form>
  );
}
