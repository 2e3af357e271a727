import { useRef, useState } from "react";
import { editName } from "../edits";
import { MarkedPhoto } from "./MarkedPhoto";
import { NotTaken, resized } from "./resized";
import { usePhotoBox } from "./usePhotoBox";
import { useDocument } from "../shown";
import { useEdits, useWho } from "../workbench";
import { newId } from "../../lib/newId";
import { fetched } from "../../ui/fetched";
import { toast } from "../../ui/Toasts";
import { today } from "../../lib/dates";

const PhotoDialog = fetched(async () => (await import("./PhotoDialog")).PhotoDialog);

/** Takes a photo of something, or chooses one: kept in this browser at once, and sent when that can be done. */
export function TakePhoto({ of, asks }: { of: string; asks: string }) {
  const bench = useEdits();
  const who = useWho();
  const { put } = usePhotoBox();
  const picker = useRef<HTMLInputElement>(null);
  const [working, setWorking] = useState(false);
  const take = async (files: File[]) => {
    setWorking(true);
    for (const file of files) {
      try {
        const jpeg = await resized(file);
        const key = newId();
        await put(key, jpeg);
        void bench.edit(editName(`Photo: ${asks}`), [
          {
            op: "add",
            path: `/photos/${key}`,
            value: { of, by: who?.name ?? "", on: today(), arrows: [] },
          },
        ]);
      } catch (error) {
        toast(`${file.name} ${error instanceof NotTaken ? error.message : "could not be taken as a photo"}.`);
      }
    }
    setWorking(false);
  };
  if (who?.role === "owner") return null;
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept="image/*"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label={`Photos of: ${asks}`}
        onChange={(event) => {
          void take([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <button
        className="fix no-print max-desk:min-h-11 max-desk:min-w-11"
        aria-label={`Photo of: ${asks}`}
        disabled={working}
        onClick={() => picker.current?.click()}
      >
        {working ? "taking it" : "photo"}
      </button>
    </>
  );
}

/** The photos of something, each opening in full. */
export function ItemPhotos({ of, asks }: { of: string; asks: string }) {
  const { photos } = useDocument("photos");
  const { addressOf } = usePhotoBox();
  const [open, setOpen] = useState<string | null>(null);
  const here = Object.entries(photos).filter(([, photo]) => photo.of === of);
  const shown = open === null ? undefined : photos[open];
  if (here.length === 0) return null;
  return (
    <span className="col-start-2 mt-1 flex flex-wrap gap-2 desk:col-end-4">
      {here.map(([key, photo], at) => (
        <button
          key={key}
          className="h-[76px] max-w-[120px] overflow-hidden border border-ink-2"
          aria-label={`Photo ${at + 1} of ${here.length}: ${asks}`}
          onClick={() => setOpen(key)}
        >
          <MarkedPhoto src={addressOf(key)} alt="" arrows={photo.arrows} small className="h-[74px] min-w-[56px]" />
        </button>
      ))}
      {open !== null && shown && <PhotoDialog of={asks} photoKey={open} photo={shown} close={() => setOpen(null)} />}
    </span>
  );
}
