import { queryOptions } from "@tanstack/react-query";
import type { Units } from "../lib/units";
import { client, taken } from "./client";
import { keptOr } from "./keptAnswers";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type SuppliesInUse = Schemas["SuppliesInUse"];
export type SupplyInUse = Schemas["SupplyInUse"];
export type Act = Schemas["Act"];
export type Round = Schemas["Round"];

const STILL_WORKING_MS = 1_500;

/** All supplies of which there is something to say; asked again while the server is still working some out. */
export const inUseQuery = () =>
  queryOptions({
    queryKey: ["in-use"],
    queryFn: ({ queryKey }) => keptOr(queryKey, () => taken(client.GET("/api/in-use"))),
    refetchInterval: ({ state }) => (state.data?.to_do ? STILL_WORKING_MS : false),
  });

/** Who is visited in an area, or anywhere, for what is due by a day. */
export const roundQuery = (area: string, until: string, units: Units) =>
  queryOptions({
    queryKey: ["round", area, until, units],
    queryFn: () => taken(client.GET("/api/round", { params: { query: { area, until, units } } })),
  });
