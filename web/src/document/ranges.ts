import table from "./ranges.json";

/** What a number may be: its bounds, or `above` and `below` where the bound itself is not allowed. */
export type Range = { min?: number; max?: number; above?: number; below?: number; whole?: boolean };

const RANGES = table as unknown as Record<string, (Range & { kind?: string })[]>;

/** What stands in a document at a JSON pointer; undefined where nothing does. */
export function at(document: unknown, path: string): unknown {
  return path
    .split("/")
    .slice(1)
    .reduce<unknown>((part, key) => (part == null ? undefined : (part as Record<string, unknown>)[key]), document);
}

/** The range of the number at a JSON pointer, as the document's schema has it; null where it has none. */
export function rangeAt(document: unknown, path: string): Range | null {
  const rows = RANGES[path.replace(/\/(\d+|-)(?=\/|$)/g, "/*")];
  if (!rows) return null;
  if (rows.length === 1) return rows[0]!;
  const { kind } = (at(document, path.replace(/\/[^/]*$/, "")) ?? {}) as { kind?: string };
  return rows.find((row) => row.kind === kind) ?? null;
}
