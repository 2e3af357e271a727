import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Refused } from "../../api/client";
import { keepLogTable, readLogTable } from "../../api/log";
import type { LogTable } from "../../api/log";
import { useEdits } from "../../document/workbench";
import { toast } from "../../ui/Toasts";
import { dayOf } from "./words";

const REFUSED_SHOWN = 8;

/** A paper log as a table: read first, with what is understood and what is left out, and kept in a press. */
export function PaperLog() {
  const { id, accept } = useEdits();
  const cache = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [read, setRead] = useState<LogTable | null>(null);
  const [problem, setProblem] = useState("");
  const close = () => {
    setFile(null);
    setRead(null);
  };
  const choose = async (chosen: File) => {
    setProblem("");
    try {
      setRead(await readLogTable(id, chosen));
      setFile(chosen);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  const keep = async () => {
    try {
      accept(await keepLogTable(id, file!));
      await cache.invalidateQueries({ queryKey: ["log", id] });
      toast(`${many(read!.entries.length)} kept.`);
      close();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <section aria-label="A paper log" className="no-print mt-3">
      {!read && (
        <p>
          <button className="fix max-desk:min-h-11" onClick={() => picker.current!.click()}>
            Bring in a paper log, as a table (CSV)
          </button>{" "}
          <span className="note">a day on each row; level, rain, meter, load, note in columns named so</span>
          <input
            ref={picker}
            type="file"
            hidden
            aria-label="A paper log as a table"
            accept=".csv,.txt,.tsv,text/csv"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              event.target.value = "";
              if (chosen) void choose(chosen);
            }}
          />
        </p>
      )}
      {read && (
        <div className="border-[1.5px] border-ink p-3">
          <p>
            <strong>{many(read.entries.length, "new ")}</strong>
            {read.entries.length > 0 &&
              `, from ${dayOf(read.entries[0]!.on)} to ${dayOf(read.entries.at(-1)!.on)}; dates read with the ${read.date_order}`}
            .
          </p>
          <p className="text-small">
            {read.columns
              .map(
                ({ head, read_as, unit }) =>
                  `“${head}” ${read_as ? `is ${read_as}${unit ? `, ${unit}` : ""}` : "is left out"}`,
              )
              .join("; ")}
            .
          </p>
          {read.refused.length > 0 && (
            <ul className="mt-1 text-small text-alarm">
              {read.refused.slice(0, REFUSED_SHOWN).map(({ line, why }, row) => (
                <li key={row}>{line ? `Line ${line}: ${why}` : why}</li>
              ))}
              {read.refused.length > REFUSED_SHOWN && (
                <li>{read.refused.length - REFUSED_SHOWN} more are left out.</li>
              )}
            </ul>
          )}
          <p className="mt-2 flex flex-wrap gap-x-4">
            {read.entries.length > 0 && (
              <button className="act max-desk:min-h-11" onClick={() => void keep()}>
                Keep {many(read.entries.length)}
              </button>
            )}
            <button className="fix max-desk:min-h-11" onClick={close}>
              Not now
            </button>
          </p>
        </div>
      )}
      {problem && (
        <p role="alert" className="text-small text-alarm">
          {problem}
        </p>
      )}
    </section>
  );
}

const many = (count: number, kind = "") => `${count} ${kind}${count === 1 ? "entry" : "entries"}`;

function wordsOf(error: unknown): string {
  if (error instanceof Refused && error.refusal)
    return error.refusal.errors.map(({ message }) => `The file ${message}.`).join(" ");
  return "It takes a connection to bring a table in.";
}
