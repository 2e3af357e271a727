import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useRef, useState } from "react";
import { Refused } from "../../api/client";
import type { ImportChoices } from "../../api/client";
import { keepRain, previewRain } from "../../api/queries";
import { useWorkbench } from "../../frame/workbench";
import { ImportAccount } from "./ImportAccount";

const MAX_MB = 16;

const whatWasWrong = (error: Error) =>
  error instanceof Refused
    ? (error.refusal?.errors.map((each) => `${each.field} ${each.message}`).join("; ") ?? error.message)
    : "no connection to the server";

/** A record is looked at before it is kept: what was understood, what was refused, what is missing. */
export function ImportDialog({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const bench = useWorkbench();
  const [file, setFile] = useState<File | null>(null);
  const [name, setName] = useState("");
  const [choices, setChoices] = useState<ImportChoices>({});
  /** Counts the files taken, so that the same name twice is looked at anew. */
  const [picked, setPicked] = useState(0);
  const [keeping, setKeeping] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
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
  const close = (next: boolean) => {
    setOpen(next);
    if (!next) {
      setFile(null);
      setProblem(null);
    }
  };
  const keep = async () => {
    if (!file || !preview) return;
    setKeeping(true);
    try {
      bench.accept(await keepRain(bench.id, bench.kept.revision, name.trim() || file.name, file, choices));
      close(false);
    } catch (error) {
      setProblem(
        error instanceof Refused && error.stale
          ? "This property was changed in another window meanwhile. Close this, reload the page, and bring the file in again."
          : error instanceof Refused
            ? error.message
            : "No connection to the server. The file is still chosen; try again when it is back.",
      );
    } finally {
      setKeeping(false);
    }
  };

  return (
    <Dialog.Root open={open} onOpenChange={close}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="dialog" aria-describedby={undefined}>
          <Dialog.Title className="title">Bring in a daily record</Dialog.Title>
          <div
            className="mt-4 border-[1.5px] border-dashed border-ink-2 p-4"
            onDragOver={(event) => event.preventDefault()}
            onDrop={(event) => {
              event.preventDefault();
              take(event.dataTransfer.files[0]);
            }}
          >
            <input
              ref={picker}
              type="file"
              accept=".csv,.txt,.tsv,.dat,text/*"
              className="sr-only"
              aria-label="Rain file"
              tabIndex={-1}
              onChange={(event) => take(event.target.files?.[0])}
            />
            <p className="flex flex-wrap items-center gap-4">
              <button className={file ? "act-quiet" : "act"} onClick={() => picker.current?.click()}>
                {file ? "Another file" : "Choose a file"}
              </button>
              <span className="note">
                {file ? file.name : "or drop it here. A date and a depth on each line, any common form; up to 16 MB."}
              </span>
            </p>
          </div>
          {look.isFetching && !preview && !refusal && (
            <p className="note mt-4" role="status">
              Reading.
            </p>
          )}
          {refusal && (
            <p className="mt-4 border-t-[1.5px] border-alarm pt-2 font-semibold text-alarm" role="alert">
              {refusal}
              <span className="note mt-1 block font-normal">Nothing of the property was changed.</span>
            </p>
          )}
          {preview && (
            <>
              <ImportAccount
                preview={preview}
                units={bench.kept.document.units}
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
          {problem && (
            <p className="mt-3 font-semibold text-alarm" role="alert">
              {problem}
            </p>
          )}
          <p className="mt-5 flex flex-wrap gap-3">
            <button
              className="act"
              disabled={!preview || look.isFetching || keeping || !name.trim()}
              onClick={() => void keep()}
            >
              {keeping ? "Replaying" : "Use this record"}
            </button>
            <Dialog.Close className="act-quiet">Cancel</Dialog.Close>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
