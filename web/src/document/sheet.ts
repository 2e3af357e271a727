import type { Days } from "../lib/days";

/** What every sheet may ask for besides the document: the packed days, and the year that everything shows. */
export type SheetProps = { days: Days | null; yearRow: number; pickYear: (row: number) => void };
