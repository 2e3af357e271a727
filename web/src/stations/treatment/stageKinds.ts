import type { Document } from "../../api/client";

export type TreatmentStage = Document["treatment"]["stages"][number];

export const isCartridge = (stage: { kind: string }) => stage.kind === "sediment" || stage.kind === "carbon";
