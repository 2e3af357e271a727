import { Tabs } from "radix-ui";
import { useEffect, useRef } from "react";
import type { ReactNode } from "react";
import { useSearchParams } from "wouter";

export type View = { key: string; name: string; body: ReactNode };

/** The parts of a sheet that do not fit beside one another. Which one is open stands in the address. */
export function Views({ label, views }: { label: string; views: View[] }) {
  const [search, setSearch] = useSearchParams();
  const asked = search.get("view");
  const open = views.find((view) => view.key === asked) ?? views[0]!;
  const choose = (key: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (key === views[0]!.key) next.delete("view");
        else next.set("view", key);
        return next;
      },
      { replace: true },
    );
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // On a phone the row of parts is wider than the screen; the open one is brought into it.
    const here = list.current?.querySelector<HTMLElement>('[data-state="active"]');
    if (list.current && here)
      list.current.scrollLeft = here.offsetLeft - list.current.clientWidth / 2 + here.offsetWidth / 2;
  }, [open.key]);
  return (
    <Tabs.Root value={open.key} onValueChange={choose} activationMode="manual">
      <Tabs.List
        ref={list}
        aria-label={label}
        className="no-print relative mt-2 flex gap-x-5 overflow-x-auto border-b-[1.5px] border-ink [scrollbar-width:none]"
      >
        {views.map((view) => (
          <Tabs.Trigger
            key={view.key}
            value={view.key}
            data-view={view.key}
            className="head -mb-px min-h-9 border-b-[3px] border-transparent px-1 -outline-offset-3 pt-1 text-tab font-[560] whitespace-nowrap text-ink-2 hover:text-ink data-[state=active]:border-water-7 data-[state=active]:font-[680] data-[state=active]:text-ink max-desk:min-h-11 max-desk:min-w-11 shrink-0"
          >
            {view.name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={open.key} className="pt-2.5 outline-offset-4">
        {open.body}
      </Tabs.Content>
    </Tabs.Root>
  );
}
