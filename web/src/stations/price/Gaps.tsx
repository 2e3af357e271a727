import { useState } from "react";
import type { Units } from "../../lib/units";
import { example, read } from "../../lib/readQuantity";
import { quantity } from "../../lib/units";
import type { Line } from "./changed";

type Read = { gaps_m: number[]; wrong: string | null };

/** Lengths in a row, parted by semicolons or lines, each with any unit. */
export function readGaps(text: string, units: Units): Read {
  const gaps_m: number[] = [];
  for (const each of text.split(/[;\n]/).map((part) => part.trim())) {
    if (!each) continue;
    const metres = read("length", units, each, 0);
    if (metres === null || metres <= 0) return { gaps_m, wrong: each };
    gaps_m.push(metres);
  }
  return { gaps_m, wrong: null };
}

/** What was measured between the faces of sockets, and the pieces that it makes: each goes into both. */
export function Gaps(props: {
  line: Line;
  units: Units;
  keep: (pieces_m: number[] | null) => Promise<string | null>;
}) {
  const { line, units } = props;
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const socket = line.cut!.socket_mm ?? 0;
  const { gaps_m, wrong } = readGaps(text, units);
  const pieces_m = gaps_m.map((gap) => Number((gap + (2 * socket) / 1000).toFixed(4)));
  const keep = async () => {
    if (wrong) return setProblem(`${wrong}: not a length above 0.`);
    setProblem(await props.keep(pieces_m.length ? pieces_m : null));
  };
  return (
    <div className="no-print mt-1 max-w-[560px] border-l-[3px] border-water-5 pl-3">
      <label className="block">
        <span className="note block">
          {socket > 0
            ? `Gaps between sockets, one after the other, parted by semicolons. A piece is the gap and both sockets, ${quantity("cut", socket, units)} each by rule: measure your own fittings.`
            : "Lengths, one after the other, parted by semicolons."}
        </span>
        <input
          className="field mt-1 w-full"
          aria-label={`Gaps measured for ${line.name}`}
          placeholder={example("length", units).replace(" or ", "; ")}
          value={text}
          aria-invalid={problem !== null}
          onChange={(event) => {
            setText(event.target.value);
            setProblem(null);
          }}
          onKeyDown={(event) => event.key === "Enter" && void keep()}
        />
      </label>
      {pieces_m.length > 0 && (
        <p className="mt-1 text-small" role="status">
          Cut {pieces_m.map((piece) => quantity("cut", 1000 * piece, units)).join(", ")}.
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem}
        </p>
      )}
      <p className="mt-1.5 flex gap-3">
        <button className="act-quiet" onClick={() => void keep()}>
          {pieces_m.length > 0 ? "Cut these" : "Back to the design’s pieces"}
        </button>
      </p>
    </div>
  );
}
