import type { Document } from "../../api/client";

export type TreatmentStage = Document["treatment"]["stages"][number];

export const KINDS = [
  { value: "strainer", label: "strainer", note: "100 to 150 micron, before the pump" },
  { value: "sediment", label: "sediment filter", note: "20, then 5 micron" },
  { value: "carbon", label: "carbon block", note: "taste, smell, chlorine" },
  { value: "uv", label: "UV lamp", note: "germs, in clear water" },
  { value: "calcite", label: "calcite contactor", note: "takes the acid off" },
  { value: "tap_filter", label: "filter at the kitchen tap", note: "leaves every other tap as it is" },
] as const;

export const SIZES = [
  { value: "2.5x10", label: "2.5 × 10 in", note: "cheap, and takes most pressure" },
  { value: "4.5x10", label: "4.5 × 10 in" },
  { value: "2.5x20", label: "2.5 × 20 in" },
  { value: "4.5x20", label: "4.5 × 20 in", note: "lasts longest" },
] as const;

export const isCartridge = (stage: { kind: string }) => stage.kind === "sediment" || stage.kind === "carbon";
