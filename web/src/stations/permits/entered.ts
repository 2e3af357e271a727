import type { Document, Operation } from "../../api/client";

export type Permit = Document["permits"][string];

export const NOT_ENTERED: Permit = {
  status: "open",
  name: "",
  authority: "",
  reference: "",
  asked_on: null,
  granted_on: null,
  until: null,
  lead_time_days: null,
  note: "",
};

/** One permit with something changed: it is written as a whole, whether it stood there before or not. */
export const written = (key: string, before: Permit | undefined, change: Partial<Permit>): Operation[] => [
  { op: "add", path: `/permits/${key}`, value: { ...NOT_ENTERED, ...before, ...change } },
];

export const isOpen = (permit: Permit | undefined) => permit?.status !== "granted" && permit?.status !== "not_needed";
