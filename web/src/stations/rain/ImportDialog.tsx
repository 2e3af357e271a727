import { Dialog, Tabs } from "radix-ui";
import { ArchiveSource } from "./ArchiveSource";
import { FileSource } from "./FileSource";
import { MeansSource } from "./MeansSource";
import { returnFocus } from "../../ui/returnFocus";

const SOURCES = [
  { key: "file", name: "A file", Source: FileSource },
  { key: "archive", name: "The station archive", Source: ArchiveSource },
  { key: "means", name: "Twelve means", Source: MeansSource },
];

/** A record is looked at before it is kept: what was understood, what was refused, what is missing. */
export function ImportDialog({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content onCloseAutoFocus={returnFocus} className="dialog" aria-describedby={undefined}>
          <Dialog.Title className="title">Bring in rain</Dialog.Title>
          <Tabs.Root defaultValue="file">
            <Tabs.List
              aria-label="Where the rain comes from"
              className="mt-3 mb-4 flex gap-6 border-b-[1.5px] border-ink"
            >
              {SOURCES.map(({ key, name }) => (
                <Tabs.Trigger
                  key={key}
                  value={key}
                  className="head -mb-px min-h-11 border-b-[3px] border-transparent text-tab font-[560] text-ink-2 data-[state=active]:border-water-7 data-[state=active]:font-[680] data-[state=active]:text-ink"
                >
                  {name}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            {SOURCES.map(({ key, Source }) => (
              <Tabs.Content key={key} value={key}>
                <Source done={() => setOpen(false)} />
              </Tabs.Content>
            ))}
          </Tabs.Root>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
