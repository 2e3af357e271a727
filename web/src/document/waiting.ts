import type { Document } from "../api/client";
import type { EditToKeep } from "../api/queries";
import { movesRows, rowsOf } from "./rows";
import type { Rows } from "./rows";

/** An edit that the server has not kept yet. */
export type Waiting = EditToKeep & {
  /** Its place among all that wait in this browser, given when it is stored. */
  seq?: number;
  property: string;
  /** The supply that its maker looked at; not there where it is the one that the property began with. */
  supply?: string;
  /** The revision its maker saw; null where it was made on top of the entry before it. */
  base: number | null;
  /** `late`: another revision stands than the one it was made on, and its maker has not chosen yet. `refused`: set
   * aside, with the reason. */
  state: "waiting" | "late" | "refused";
  /** For what came late: the revision that stood. */
  standing: number | null;
  /** Which rows it was made on; empty where a change that waits before it moves rows, and not there in one that an
   * earlier version kept. */
  rows?: Rows;
  /** For what was set aside. */
  problem: string | null;
};

export type Rewrite = (entries: Waiting[]) => Waiting[];

export const waits = (entry: Waiting) => entry.state === "waiting";

/** What its maker saw: the revision, and the document of it. */
export type Seen = { revision: number; document: Document };

/** One more at the end: on the revision its maker saw, or on top of what waits already. */
export const added =
  (edit: EditToKeep & { supply?: string }, property: string, seen: Seen | undefined): Rewrite =>
  (entries) => [
    ...entries,
    {
      ...edit,
      property,
      base: entries.some(waits) ? null : (seen?.revision ?? null),
      rows:
        seen && !entries.some((each) => waits(each) && movesRows(each.operations))
          ? rowsOf(seen.document, edit.operations)
          : {},
      state: "waiting",
      standing: null,
      problem: null,
    },
  ];

/** The next that waits behind an entry now stands on `base`, if it was made on top of it. */
function onto(entries: Waiting[], edit_id: string, base: number | null): Waiting[] {
  const at = entries.findIndex((entry) => entry.edit_id === edit_id);
  const next = entries.findIndex((entry, index) => index > at && waits(entry));
  return entries.map((entry, index) => (index === next ? { ...entry, base: entry.base ?? base } : entry));
}

/** An entry leaves: the server kept it as `revision`. */
export const kept =
  (edit_id: string, revision: number): Rewrite =>
  (entries) =>
    onto(entries, edit_id, revision).filter((entry) => entry.edit_id !== edit_id);

/** An entry that cannot be kept is set aside; what was made on top of it is tried on what it was made on. */
export const refused =
  (edit_id: string, problem: string): Rewrite =>
  (entries) => {
    const base = entries.find((entry) => entry.edit_id === edit_id)?.base ?? null;
    return onto(entries, edit_id, base).map((entry) =>
      entry.edit_id === edit_id ? { ...entry, state: "refused", problem } : entry,
    );
  };

/** Another revision stands: everything that waits is for its maker to put on top, or to leave. */
export const late =
  (standing: number): Rewrite =>
  (entries) =>
    entries.map((entry) => (waits(entry) ? { ...entry, state: "late", standing } : entry));

/** Its maker does not want it any more. */
export const discarded =
  (edit_ids: string[]): Rewrite =>
  (entries) =>
    entries.filter((entry) => !edit_ids.includes(entry.edit_id));
