import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Refused } from "../../api/client";
import { importShelf, previewShelf } from "../../api/shelf";
import type { ShelfPreview } from "../../api/shelf";
import type { Units } from "../../lib/units";
import { EntryDialog } from "../../ui/EntryDialog";
import { toast } from "../../ui/Toasts";

const SHOWN = 40;

/** A table of articles, looked at before it is written on the shelf. */
export function BringInArticles({ units }: { units: Units }) {
  const cache = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [preview, setPreview] = useState<ShelfPreview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const set = (chosen: File | null) => {
    setFile(chosen);
    setPreview(null);
    setProblem(null);
  };
  const tried = async (doing: () => Promise<void>) => {
    try {
      await doing();
    } catch (error) {
      setProblem(error instanceof Refused ? error.message : "The server does not answer. Try again.");
    }
  };
  const look = (chosen: File) => {
    set(chosen);
    return tried(async () => setPreview(await previewShelf(chosen, units)));
  };
  const moved = preview ? preview.new + preview.changed : 0;
  const words = moved === 1 ? "1 article" : `${moved} articles`;
  const bringIn = () =>
    tried(async () => {
      if (!file || !preview) return;
      await importShelf(cache, file);
      toast(`${words} written on the shelf.`);
      set(null);
    });
  return (
    <>
      <button className="act-quiet" onClick={() => input.current?.click()}>
        Bring in a table
      </button>
      <input
        ref={input}
        type="file"
        className="hidden"
        aria-label="Table of articles"
        accept=".csv,.txt,.tsv,.xlsx"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) void look(chosen);
        }}
      />
      <EntryDialog
        title="Bring in articles"
        asks="A row for each article, columns as in the table that is saved here, in any order; kind and name are needed. Columns may end in _ft, _in, _gal, _gpm, _psi or _lb. An article of the same kind and name is written over; the others stay."
        width={720}
        open={file !== null}
        setOpen={(open) => !open && set(null)}
        problem={problem}
        action={{
          label: preview ? `Write ${words}` : "Reading",
          act: () => void bringIn(),
          disabled: moved === 0,
        }}
      >
        {preview && <WhatChanges preview={preview} />}
      </EntryDialog>
    </>
  );
}

function WhatChanges({ preview }: { preview: ShelfPreview }) {
  const { moved, problems } = preview;
  return (
    <div className="mt-3 grid gap-3">
      <p>
        <strong>{preview.new}</strong> new, <strong>{preview.changed}</strong> changed, {preview.same} as they are
        {preview.refused > 0 && (
          <>
            , <strong className="text-alarm">{preview.refused} that cannot be read</strong>
          </>
        )}
        .
      </p>
      {problems.length > 0 && (
        <section aria-label="Cannot be read">
          <h3 className="heading">Cannot be read</h3>
          <ul className="note max-h-[20vh] overflow-auto" tabIndex={0}>
            {problems.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      )}
      {moved.length > 0 && (
        <ul className="max-h-[40vh] overflow-auto border-t border-rule" aria-label="What changes" tabIndex={0}>
          {moved.slice(0, SHOWN).map((each) => (
            <li key={`${each.kind} ${each.name}`} className="border-b border-rule py-1">
              {each.name}
              <span className="note block">{each.says}</span>
            </li>
          ))}
        </ul>
      )}
      {preview.new + preview.changed > SHOWN && (
        <p className="note">and {preview.new + preview.changed - SHOWN} more.</p>
      )}
    </div>
  );
}
