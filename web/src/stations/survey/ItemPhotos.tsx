import { useRef, useState } from "react";
import { editName } from "../../document/edits";
import { MarkedPhoto } from "../../document/photos/MarkedPhoto";
import { NotTaken, resized } from "../../document/photos/resized";
import { usePhotoBox } from "../../document/photos/usePhotoBox";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { newId } from "../../lib/newId";
import { capital, fieldWords } from "../../lib/words";
import { fetched } from "../../ui/fetched";
import { toast } from "../../ui/Toasts";
import { today } from "./answers";
import type { Item } from "./answers";

const PhotoDialog = fetched(async () => (await import("../../document/photos/PhotoDialog")).PhotoDialog);

/** Takes a photo of an item, or chooses one: kept in this browser at once, and sent when that can be done. */
export function TakePhoto({ item }: { item: Pick<Item, "key" | "asks"> }) {
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
        void bench.edit(editName(`Photo: ${item.asks}`), [
          {
            op: "add",
            path: `/photos/${key}`,
            value: { of: item.key, by: who?.name ?? "", on: today(), arrows: [] },
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
        aria-label={`Photos of: ${item.asks}`}
        onChange={(event) => {
          void take([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <button
        className="fix no-print max-desk:min-h-11 max-desk:min-w-11"
        aria-label={`Photo of: ${item.asks}`}
        disabled={working}
        onClick={() => picker.current?.click()}
      >
        {working ? "taking it" : "photo"}
      </button>
    </>
  );
}

/** The photos of an item, each opening in full. */
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

/** Photos of what the design does not ask of the site any more, such as a roof that was taken out. */
export function OtherPhotos({ items }: { items: Item[] }) {
  const { photos } = useDocument("photos");
  const asked = new Set(items.map(({ key }) => key));
  const { survey } = usePlan("survey");
  for (const { key } of survey.found) asked.add(`found/${key}`);
  const others = [...new Set(Object.values(photos).map(({ of }) => of))].filter((of) => !asked.has(of));
  if (others.length === 0) return null;
  return (
    <section aria-label="Photos of what is not asked any more">
      <h2 className="heading">Photos of what is not asked any more</h2>
      <ul className="mt-1 border-t border-rule">
        {others.map((of) => (
          <li key={of} className="grid grid-cols-[0_minmax(0,1fr)] border-b border-rule py-1.5">
            <span className="col-start-2">{capital(formerly(of))}</span>
            <ItemPhotos of={of} asks={formerly(of)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What an item asked that nothing knows any more: `roofs/barn/outlet_m` was "outlet of barn". */
function formerly(of: string): string {
  const [, ...way] = of.split("/");
  const [row, field] = [way.slice(0, -1).join(", "), fieldWords(way.at(-1) ?? of)];
  return row ? `${field} of ${row}` : field;
}
