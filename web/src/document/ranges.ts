import table from "./ranges.json";

/** What a number may be: its bounds, or `above` and `below` where the bound itself is not allowed; and usually is. Of a list, the `most` rows that it takes. */
export type Range = {
  min?: number;
  max?: number;
  usual?: number;
  above?: number;
  below?: number;
  whole?: boolean;
  most?: number;
};

const RANGES = table as unknown as Record<string, (Range & { kind?: string })[]>;

/** What stands in a document at a JSON pointer; undefined where nothing does. */
export function at(document: unknown, path: string): unknown {
  return path
    .split("/")
    .slice(1)
    .reduce<unknown>((part, key) => (part == null ? undefined : (part as Record<string, unknown>)[key]), document);
}

/** What a number usually is in a part of a kind; none is asked for where the schema has none. */
export function usualOf(path: string, kind: string): number {
  const usual = RANGES[path]?.find((row) => row.kind === kind)?.usual;
  if (usual === undefined) throw new Error(`no usual value for ${path} of ${kind}`);
  return usual;
}

/** Whether a list takes no further row. */
export function full(path: string, rows: readonly unknown[]): boolean {
  const most = RANGES[pattern(path)]?.[0]?.most;
  if (most === undefined) throw new Error(`nothing says how many rows ${path} takes`);
  return rows.length >= most;
}

/** A JSON pointer with `*` for the rows of lists. */
const pattern = (path: string) => path.replace(/\/(\d+|-)(?=\/|$)/g, "/*");

/** The range of the number at a JSON pointer, as the document's schema has it; null where it has none. */
export function rangeAt(document: unknown, path: string): Range | null {
  const listed = pattern(path);
  // Of a table, the key of its row is any word.
  const rows =
    RANGES[listed] ?? RANGES[listed.replace(/[^/]+(\/[^/]+)$/, "*$1")] ?? RANGES[listed.replace(/[^/]+$/, "*")];
  if (!rows) return null;
  if (rows.length === 1) return rows[0]!;
  const { kind } = (at(document, path.replace(/\/[^/]*$/, "")) ?? {}) as { kind?: string };
  return rows.find((row) => row.kind === kind) ?? null;
}
