import { queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";
import { ofRevision } from "./queries";
import { at } from "./shownBy";

type Schemas = components["schemas"];
export type BuildWork = Schemas["BuildWork"];
export type BuildTask = Schemas["BuildTask"];
export type BuiltForAll = Schemas["BuiltForAll"];
export type TaskOfAll = Schemas["TaskOfAll"];
export type Point = Schemas["PointPlan"];
export type WrittenDown = Schemas["WrittenDown"];
export type Useful = Schemas["UsefulPlan"];
export type Operating = Schemas["Operating"];
export type Starts = Schemas["Starts"];
export type Valve = Operating["valves"][number];
export type Entry = Schemas["NewEntries"]["entries"][number];

/** Tasks and hold points of a revision, as far as they have come. */
export const buildQuery = (id: string, revision: number) =>
  ofRevision(["build", id, revision], () =>
    taken(client.GET("/api/properties/{property_id}/build", { params: at(id, { revision }) })),
  );

/** The work on all supplies of a revision by one crew. */
export const builtForAllQuery = (id: string, revision: number) =>
  ofRevision(["all-built", id, revision], () =>
    taken(client.GET("/api/properties/{property_id}/all-supplies/build", { params: at(id, { revision }) })),
  );

/** Writes one entry down; the same one sent again is kept once. */
export const sendEntry = (id: string, entry: Entry, signal: AbortSignal) =>
  taken(
    client.POST("/api/properties/{property_id}/entries", {
      params: at(id),
      body: { entries: [entry] },
      signal,
    }),
  );

/** Every valve, what can fail, and the drawing of both, for the wall of the plant room. */
export const operatingQuery = (id: string, revision: number) =>
  ofRevision(["operating", id, revision], () =>
    taken(client.GET("/api/properties/{property_id}/operating", { params: at(id, { revision }) })),
  );

/** Every working day of a window as the first day on the site, asked for when somebody wants to know. */
export const startsQuery = (id: string, revision: number, first: string, days: number) =>
  queryOptions({
    queryKey: ["starts", id, revision, first, days],
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: ({ signal }) =>
      taken(
        client.GET("/api/properties/{property_id}/build/starts", {
          params: at(id, { revision, first, days }),
          signal,
        }),
      ),
  });
