import type { ReactNode } from "react";

/** What is against an entry, under it: said as soon as it is there; the entry names it by `id` as what describes it. */
export function EntryProblem({ id, children }: { id?: string; children: ReactNode }) {
  return (
    <span
      id={id}
      role="alert"
      className="absolute left-0 top-full z-30 mt-1 w-max max-w-[min(34ch,80vw)] border-[1.5px] border-alarm bg-sheet px-2 py-1 text-small font-medium text-alarm"
    >
      {children}
    </span>
  );
}
