import { useState } from "react";
import { useWho } from "../../document/workbench";

const LONGEST = 80;
const LONGEST_NOTE = 500;

/** Somebody named lets a hold point pass as it is, with the reason. */
export function LetPass(props: { name: string; keep: (by: string, reason: string) => void; close: () => void }) {
  const [by, setBy] = useState(useWho()?.name ?? "");
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const submit = () => {
    if (!by.trim()) return setProblem("Name: write who lets it pass.");
    if (!reason.trim()) return setProblem("Reason: write why it may pass as it is.");
    props.keep(by.trim(), reason.trim());
  };
  return (
    <form
      className="no-print mt-2 grid max-w-[520px] gap-2"
      aria-label={`Let pass: ${props.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <label>
        <span className="note block">Who lets it pass</span>
        <input className="field" maxLength={LONGEST} value={by} onChange={(event) => setBy(event.target.value)} />
      </label>
      <label>
        <span className="note block">Reason</span>
        <input
          className="field"
          maxLength={LONGEST_NOTE}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      {problem && (
        <p role="alert" className="text-small text-alarm">
          {problem}
        </p>
      )}
      <p className="flex flex-wrap gap-x-4">
        <button className="act max-desk:min-h-11">Let it pass</button>
        <button type="button" className="fix max-desk:min-h-11" onClick={props.close}>
          Not now
        </button>
      </p>
    </form>
  );
}
