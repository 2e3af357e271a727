import { EntryDialog } from "../../ui/EntryDialog";
import { useRef, useState } from "react";
import { client, Refused, taken } from "../../api/client";
import type { Operation } from "../../api/client";
import { asFile } from "../../api/queries";
import { useEdits, useSaved } from "../../document/workbench";
import { area } from "../../lib/units";

type ReadRoofs = Awaited<ReturnType<typeof readRoofs>>;

const readRoofs = (file: Blob, near_latitude_deg: number | null) =>
  taken(
    client.POST("/api/properties/roofs/geojson", {
      params: { query: near_latitude_deg === null ? {} : { near_latitude_deg } },
      body: file as unknown as string,
      ...asFile,
    }),
  );

/** Brings in roof outlines from a GeoJSON file: looked at first, then added to the plan. */
export function GeojsonButton() {
  const bench = useEdits();
  const { document } = useSaved();
  const picker = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<ReadRoofs | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [open, setOpen] = useState(false);

  const look = async (file: File | undefined) => {
    if (!file) return;
    setRead(null);
    setProblem(null);
    setOpen(true);
    try {
      setRead(await readRoofs(file, document.site.latitude_deg));
    } catch (error) {
      setProblem(error instanceof Refused ? error.message : "No connection to the server.");
    }
  };
  const keep = async () => {
    if (!read) return;
    const taken = new Set(document.roofs.map((roof) => roof.id));
    const group = document.downpipes[0]!.id;
    const operations: Operation[] = read.roofs.map((roof, i) => {
      let id = roof.id;
      for (let more = i + 2; taken.has(id); more++) id = `${roof.id}-${more}`.slice(-40);
      taken.add(id);
      // What the file does not say is not entered: the covering and the pitch are assumed.
      return {
        op: "add",
        path: "/roofs/-",
        value: { id, name: roof.name, extent: roof.extent, drains: [{ group, share: 1 }] },
      };
    });
    if (document.site.longitude_deg === null)
      operations.push(
        { op: "replace", path: "/site/longitude_deg", value: read.longitude_deg },
        { op: "replace", path: "/site/latitude_deg", value: read.latitude_deg },
      );
    const refused = await bench.tryEdit(`Brought in ${read.roofs.length} outlines`, operations);
    if (refused) setProblem(refused);
    else setOpen(false);
  };
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept=".geojson,.json"
        className="sr-only"
        tabIndex={-1}
        aria-label="GeoJSON file"
        onChange={(event) => {
          void look(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <button className="act-quiet" onClick={() => picker.current?.click()}>
        Outlines from GeoJSON
      </button>
      <EntryDialog
        title="Outlines from a file"
        width={520}
        open={open}
        setOpen={setOpen}
        problem={problem}
        action={{ label: "Add to the plan", act: () => void keep(), disabled: !read }}
      >
        {!read && !problem && <p className="note mt-3">Reading.</p>}
        {read && (
          <ul className="mt-3 border-t-[1.5px] border-ink">
            {read.roofs.map((roof, i) => (
              <li key={roof.id} className="flex justify-between gap-4 border-b border-rule py-1">
                <span className="truncate">{roof.name}</span>
                <strong>{area(read.areas_m2[i]!, document.units)}</strong>
              </li>
            ))}
          </ul>
        )}
      </EntryDialog>
    </>
  );
}
