import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Refused } from "../../api/client";
import { importBook, previewBook } from "../../api/priceBook";
import type { BookPreview } from "../../api/priceBook";
import { price } from "../../lib/money";
import { EntryDialog } from "../../ui/EntryDialog";
import { toast } from "../../ui/Toasts";

const SHOWN = 40;

/** A table of prices, looked at before it is written into the book. */
export function BringInPrices({ currency }: { currency: string }) {
  const cache = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [preview, setPreview] = useState<BookPreview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const said = (error: unknown) =>
    error instanceof Refused ? error.message : "The server does not answer. Try again.";
  const look = async (chosen: File) => {
    setFile(chosen);
    setPreview(null);
    setProblem(null);
    try {
      setPreview(await previewBook(chosen, currency));
    } catch (error) {
      setProblem(said(error));
    }
  };
  const close = () => {
    setFile(null);
    setPreview(null);
    setProblem(null);
  };
  const bringIn = async () => {
    if (!file || !preview) return;
    try {
      await importBook(cache, file, currency, preview.version);
      toast(`${preview.new + preview.changed} prices are in the book.`);
      close();
    } catch (error) {
      setProblem(said(error));
    }
  };
  return (
    <>
      <button className="act-quiet" onClick={() => input.current?.click()}>
        Bring in a table
      </button>
      <input
        ref={input}
        type="file"
        className="hidden"
        aria-label="Table of prices"
        accept=".csv,.txt,.tsv,.xlsx"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) void look(chosen);
        }}
      />
      <EntryDialog
        title="Bring in prices"
        asks="Columns key, name, unit, length_m, price, currency, supplier and dated, in any order. Prices under the same key are written over; the others stay."
        width={720}
        open={file !== null}
        setOpen={(open) => !open && close()}
        problem={problem}
        action={{
          label: preview ? `Write ${preview.new + preview.changed} prices` : "Reading",
          act: () => void bringIn(),
          disabled: !preview || preview.new + preview.changed === 0,
        }}
      >
        {preview && <WhatChanges preview={preview} />}
      </EntryDialog>
    </>
  );
}

function WhatChanges({ preview }: { preview: BookPreview }) {
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
      <Lines title="Cannot be read" lines={preview.problems} />
      <Lines title="Will not be used" lines={preview.unused} />
      {preview.moved.length > 0 && (
        <ul className="max-h-[40vh] overflow-auto border-t border-rule" aria-label="What changes" tabIndex={0}>
          {preview.moved.slice(0, SHOWN).map((each) => (
            <li
              key={`${each.key} ${each.currency}`}
              className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-1"
            >
              <span>{each.name}</span>
              <span className="whitespace-nowrap">
                {each.before !== null && <span className="note line-through">{price(each.before)}</span>}{" "}
                {each.currency} {price(each.after)} {each.unit === "each" ? "each" : `a ${each.unit}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {preview.moved.length > SHOWN && (
        <p className="note">and {preview.new + preview.changed - SHOWN} more, which move less or are new.</p>
      )}
    </div>
  );
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="heading">{title}</h3>
      <ul className="note max-h-[20vh] overflow-auto" tabIndex={0}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}
