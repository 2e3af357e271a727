import type { ReactNode } from "react";
import type { Operation } from "../api/client";
import { useHeld } from "./pointing";
import { TakeIt } from "./TakeIt";
import { ScrollBox } from "../ui/ScrollBox";

type Column = string | { name: string; wideOnly: true };

type Offered = {
  key: string;
  label: string;
  /** In small letters under the label, where there is room. */
  note?: string;
  /** One for each column after the first. */
  cells: ReactNode[];
  chosen: boolean;
  operations: Operation[];
  /** What the edit is called; the label where it is left out. */
  edit?: string;
};

/** What may be had instead, side by side: the first column names it, the last takes it. */
export function OfferedTable({ head, rows: offered }: { head: Column[]; rows: Offered[] }) {
  const rows = useHeld(offered);
  const wideOnly = head.map((column) => (typeof column === "string" ? undefined : "hidden narrow:table-cell"));
  return (
    <ScrollBox label="Table">
      <table className="table-lines mt-1 w-full text-table">
        <thead>
          <tr>
            {head.map((column, i) => (
              <th key={i} scope="col" className={wideOnly[i]}>
                {typeof column === "string" ? column : column.name}
              </th>
            ))}
            <th scope="col">
              <span className="sr-only">Use it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className={row.chosen ? "font-bold" : undefined}>
              <th scope="row">
                {row.label}
                {row.note && <span className="note block font-[430] max-narrow:hidden">{row.note}</span>}
              </th>
              {row.cells.map((cell, i) => (
                <td key={i} className={wideOnly[i + 1]}>
                  {cell}
                </td>
              ))}
              <td>
                <TakeIt label={row.label} chosen={row.chosen} operations={row.operations} edit={row.edit} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </ScrollBox>
  );
}
