import createClient from "openapi-fetch";
import { say } from "./said";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type PropertyState = Schemas["PropertyState"];
export type Answer = Schemas["Answer"];
export type Document = PropertyState["document"];
export type Plan = PropertyState["plan"];
export type CisternPlan = Schemas["CisternPlan"];
export type RainPlan = Schemas["RainPlan"];
export type Roof = Schemas["Roof"];
export type Figure = Schemas["Figure"];
export type Finding = Schemas["Finding"];
export type Part = Schemas["PartLine"];
export type Station = Schemas["StationSummary"];
export type Stage = Station["stage"];
export type Status = Station["status"];
export type PackedDays = Schemas["PackedDays"];
export type RevisionList = Schemas["RevisionList"];
export type RainPreview = Schemas["RainPreview"];
export type Who = Schemas["WhoAsks"];
export type Operation = Schemas["Operation"];
export type Refusal = Schemas["Refusal"];
export type NewProperty = Schemas["NewProperty"];
export type SumOffered = Schemas["SumOffered"];
export type ListedProperty = Schemas["ListedProperty"];
export type ChoiceLists = Schemas["ChoiceLists"];
export type SizingMethod = Schemas["SizingMethod"];
export type StartingPoint = Schemas["StartingPointShown"];
export type BoughtForAll = Schemas["BoughtForAll"];
export type Comparisons = Schemas["CisternComparisons"];
export type StormPlan = Schemas["StormPlan"];
export type StormAsk = Required<Schemas["Storm"]>;
export type Band = Schemas["Band"];
export type Front = Schemas["Front"];
export type Design = Schemas["Design"];
export type JobState = Schemas["JobState"];
export type ArchiveStation = Schemas["ArchiveStation"];
export type RainSource = Schemas["AskedRain"]["source"];
export type Alternative = Schemas["Alternative"];
export type Standing = Alternative["standing"];
export type SideBySide = Schemas["SideBySide"];
export type ImportChoices = {
  date_order?: RainPreview["date_order"];
  unit?: RainPreview["unit"];
  rain_column?: number;
  temperature_unit?: NonNullable<RainPreview["temperature_unit"]>;
};

/** Name of this interface's own build, so that a server of another version says so instead of answering it. */
export const BUILD = document.querySelector('script[type="module"][src^="/assets/"]')?.getAttribute("src") ?? "";

export const client = createClient<paths>({
  baseUrl: window.location.origin,
  headers: BUILD ? { "x-lean-year-interface": BUILD } : {},
  fetch: (request) => window.fetch(request),
});

/** The server understood the request and said no, or something before it did. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly refusal: Refusal | undefined,
  ) {
    super(
      refusal?.errors.map((each) => `${each.field}: ${each.message}`).join("; ") ?? `the server answered ${status}`,
    );
  }
  /** What the server had against it, in its first words; none where what stood before the server answered. */
  get reason(): string | undefined {
    return this.refusal?.errors[0]?.message;
  }
  /** Whether the server could not be asked at all for now: whatever was asked for is asked for again later. */
  get later(): boolean {
    return [401, 412, 502, 503, 504].includes(this.status);
  }
  /** Whether another revision stands than the one this change was made on. */
  get stale(): boolean {
    return this.status === 409 && this.refusal?.revision != null;
  }
}

type Outcome<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer; a refusal is thrown as `Refused`, a lost connection as `TypeError`. */
export async function taken<T>(outcome: Promise<Outcome<T>>): Promise<T> {
  const { data, error, response } = await outcome;
  if (!response.ok) {
    const refused = new Refused(response.status, error as Refusal | undefined);
    if (refused.status === 412) say("updated");
    if (refused.status === 401 && refused.refusal?.errors[0]?.field === "sign-in") say("signed_out");
    throw refused;
  }
  return data as T;
}
