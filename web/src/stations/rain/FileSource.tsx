import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import type { ImportChoices } from "../../api/client";
import { keepRain, previewRain } from "../../api/queries";
import { useEdits, useSaved } from "../../document/workbench";
import { ImportAccount } from "./ImportAccount";
import { KeepFooter } from "./KeepFooter";
import { useKeepRain, whatWasWrong } from "./useKeepRain";

const MAX_MB = 16;

/** A record from a file of the person's own. */
export function FileSource({ done }: { done: () => void }) {
  const bench = useEdits();
  const saved = useSaved();
  const [file, setFile] = useState<File | null>(null);
  const [name, setName] = useState("");
  const [choices, setChoices] = useState<ImportChoices>({});
  /** Counts the files taken, so that the same name twice is looked at anew. */
  const [picked, setPicked] = useState(0);
  const { keep, keeping, problem, setProblem } = useKeepRain(done);
  const picker = useRef<HTMLInputElement>(null);

  const tooLarge = file !== null && file.size > MAX_MB * 1024 * 1024;
  const look = useQuery({
    queryKey: ["rain-preview", picked, choices],
    queryFn: ({ signal }) => previewRain(file!, choices, signal),
    enabled: file !== null && !tooLarge,
    gcTime: 0,
    placeholderData: (before, query) => (query?.queryKey[1] === picked ? before : undefined),
  });
  const refusal = tooLarge
    ? `The file has ${(file.size / 1024 / 1024).toFixed(0)} MB; at most ${MAX_MB} MB can be read. A hundred years of days need about 1 MB.`
    : look.error && `This cannot be read as daily rain: ${whatWasWrong(look.error)}.`;
  const preview = file && !refusal ? look.data : undefined;

  const take = (next: File | undefined) => {
    if (!next) return;
    setFile(next);
    setPicked((count) => count + 1);
    setName(next.name.replace(/\.[^.]+$/, "").replaceAll(/[_-]+/g, " "));
    setChoices({});
    setProblem(null);
  };
  return (
    <>
      <div
        className="border-[1.5px] border-dashed border-ink-2 p-4"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          take(event.dataTransfer.files[0]);
        }}
      >
        <input
          ref={picker}
          type="file"
          accept=".csv,.txt,.tsv,.dat,.dly,text/*"
          className="sr-only"
          aria-label="Rain file"
          tabIndex={-1}
          onChange={(event) => take(event.target.files?.[0])}
        />
        <p className="flex flex-wrap items-center gap-4">
          <button className={file ? "act-quiet" : "act"} onClick={() => picker.current?.click()}>
            {file ? "Another file" : "Choose a file"}
          </button>
          <span className="note max-w-[52ch]">
            {file
              ? file.name
              : "or drop it here, up to 16 MB. A date and a depth on each line in any common form; a station’s daily file, fixed-width or by columns; a rain-gauge text file; or a year and twelve monthly totals on each line."}
          </span>
        </p>
      </div>
      {look.isFetching && !preview && !refusal && (
        <p className="note mt-4" role="status">
          Reading.
        </p>
      )}
      {preview && (
        <>
          <ImportAccount
            preview={preview}
            units={saved.document.units}
            choose={(choice) => setChoices((before) => ({ ...before, ...choice }))}
          />
          <label className="mt-4 block">
            <span className="font-semibold">Name of the record</span>
            <input
              className="field mt-1"
              value={name}
              maxLength={100}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
        </>
      )}
      <KeepFooter
        refusal={refusal}
        problem={problem}
        ready={preview !== undefined && !look.isFetching && name.trim() !== ""}
        keeping={keeping}
        onKeep={() => void keep(() => keepRain(bench.id, saved.revision, name.trim() || file!.name, file!, choices))}
      />
    </>
  );
}
