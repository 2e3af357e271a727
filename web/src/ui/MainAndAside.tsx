import type { ReactNode } from "react";

/** A sheet's working part, with its findings and notes beside it; under it where the screen is narrow. */
export function MainAndAside(props: { children: ReactNode; aside: ReactNode; label?: string }) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1fr)_286px]">
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-y-5">{props.children}</div>
      <aside
        className="grid grid-cols-[minmax(0,1fr)] content-start gap-4"
        aria-label={props.label ?? "Findings and notes"}
      >
        {props.aside}
      </aside>
    </div>
  );
}
