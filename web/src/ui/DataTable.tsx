import { ScrollBox } from "./ScrollBox";
import type { ReactNode } from "react";

type Row = { key: string; name: ReactNode; cells: ReactNode[]; strong?: boolean };

/** The table behind a picture: the first column names the row, the others hold its figures. */
export function DataTable({ head, rows }: { head: string[]; rows: Row[] }) {
  return (
    <ScrollBox label="Table">
      <table className="table-lines w-full text-table">
        <thead>
          <tr>
            {head.map((name) =>
              name ? (
                <th key={name} scope="col">
                  {name}
                </th>
              ) : (
                <td key={name} />
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className={row.strong ? "font-bold" : undefined}>
              <th scope="row">{row.name}</th>
              {row.cells.map((cell, i) => (
                <td key={i}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </ScrollBox>
  );
}

/** How a year is named in a table: part years and those left out of the counts say so. */
export function yearName(year: { label: string; whole: boolean; counted: boolean }): string {
  if (!year.whole) return `${year.label}, part`;
  return year.counted ? year.label : `${year.label}, not counted`;
}
