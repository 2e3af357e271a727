import type { Operation } from "../api/client";

/** Makes the tanks of the planned phase wider or narrower, all by one factor, until they hold so much. */
export const resize = (litres: number): Operation[] => [{ op: "resize", path: "/cistern", value: litres }];

export const replace = (path: string, value: unknown): Operation[] => [{ op: "replace", path, value }];
