import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import { newId } from "../lib/newId";
import { keptOr } from "./keptAnswers";
import { at, propertyOf } from "./shownBy";
import type {
  ImportChoices,
  JobState,
  Operation,
  PropertyState,
  RainPreview,
  RainSource,
  RevisionList,
} from "./client";

/** Who asks, and whether people have to sign in at all. */
export const whoQuery = () =>
  queryOptions({
    queryKey: ["who"],
    staleTime: Infinity,
    queryFn: ({ queryKey }) => keptOr(queryKey, () => taken(client.GET("/api/who"))),
  });

/** The links by which owners may look at a property. */
export const linksQuery = (id: string) =>
  queryOptions({
    queryKey: ["links", id],
    queryFn: () =>
      taken(client.GET("/api/properties/{property_id}/links", { params: { path: { property_id: propertyOf(id) } } })),
  });

export const propertyListQuery = () =>
  queryOptions({
    queryKey: ["properties"],
    queryFn: ({ queryKey }) => keptOr(queryKey, () => taken(client.GET("/api/properties"))),
  });

export const fetchProperty = (id: string) => taken(client.GET("/api/properties/{property_id}", { params: at(id) }));

export const propertyQuery = (id: string) =>
  queryOptions({
    queryKey: ["property", id],
    structuralSharing: false, // comparing a whole plan leaf by leaf costs more than drawing it
    queryFn: ({ queryKey }) => keptOr(queryKey, () => fetchProperty(id)),
  });

const QUIET_MS = 1_200;

/** What each fix of a revision does beside what it stands under; asked once nothing has changed for a while. */
export const fixesQuery = (id: string, revision: number) =>
  queryOptions({
    queryKey: ["fixes", id, revision],
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: async ({ signal }) => {
      await new Promise((done) => setTimeout(done, QUIET_MS));
      if (signal.aborted) return [];
      return taken(client.GET("/api/properties/{property_id}/fixes", { params: at(id, { revision }), signal }));
    },
  });

/** What is worked out of a revision and asked for on its own; the answer to it is kept for when there is no connection. */
export const ofRevision = <Answer>(
  key: [kind: string, id: string, revision: number, ...string[]],
  ask: () => Promise<Answer>,
) =>
  queryOptions({
    queryKey: key,
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: ({ queryKey }) => keptOr(queryKey, ask),
  });

/** What a revision is bought as. */
export const partsQuery = (id: string, revision: number) =>
  ofRevision(["parts", id, revision], () =>
    taken(client.GET("/api/properties/{property_id}/parts", { params: at(id, { revision }) })),
  );

/** What all supplies of a revision are bought as together. */
export const allBoughtQuery = (id: string, revision: number) =>
  ofRevision(["all-bought", id, revision], () =>
    taken(client.GET("/api/properties/{property_id}/all-supplies/bought", { params: at(id, { revision }) })),
  );

/** What the cistern of a revision is compared with: methods of sizing, other ways to more water, worse weather. */
export const comparisonsQuery = (id: string, revision: number) =>
  ofRevision(["comparisons", id, revision], () =>
    taken(client.GET("/api/properties/{property_id}/cistern-comparisons", { params: at(id, { revision }) })),
  );

export const rainDaysQuery = (id: string, recordId: string | null) =>
  queryOptions({
    queryKey: ["rain-days", recordId],
    enabled: recordId !== null,
    staleTime: Infinity,
    queryFn: ({ queryKey }) =>
      keptOr(queryKey, () =>
        taken(
          client.GET("/api/properties/{property_id}/rain-days", {
            params: { path: { property_id: propertyOf(id) } },
          }),
        ),
      ),
  });

export const recordsQuery = () =>
  queryOptions({ queryKey: ["records"], queryFn: () => taken(client.GET("/api/rain/records")) });

export const choicesQuery = () =>
  queryOptions({
    queryKey: ["choices"],
    staleTime: Infinity,
    queryFn: ({ queryKey }) => keptOr(queryKey, () => taken(client.GET("/api/choices"))),
  });

export const startingPointsQuery = () =>
  queryOptions({
    queryKey: ["starting-points"],
    staleTime: Infinity,
    queryFn: ({ queryKey }) => keptOr(queryKey, () => taken(client.GET("/api/starting-points"))),
  });

export const previewEdit = (id: string, base_revision: number, operations: Operation[]) =>
  taken(
    client.POST("/api/properties/{property_id}/preview", {
      params: at(id),
      body: { base_revision, operations },
    }),
  );

export type EditToKeep = { edit_id: string; label: string; operations: Operation[] };

export const keepEdit = (id: string, base_revision: number, edit: EditToKeep, signal: AbortSignal) =>
  taken(
    client.POST("/api/properties/{property_id}/edits", {
      params: at(id),
      body: { base_revision, ...edit },
      signal,
    }),
  );

export const stepRevision = (id: string, base_revision: number, direction: "undo" | "redo") =>
  taken(
    client.POST("/api/properties/{property_id}/steps", {
      params: at(id),
      body: { direction, base_revision },
    }),
  );

export const copyProperty = (id: string) =>
  taken(client.POST("/api/properties/{property_id}/copy", { params: { path: { property_id: propertyOf(id) } } }));

export type ListedRevision = RevisionList["revisions"][number];

/** All revisions of a property, a page at a time, the latest made first; asked anew whenever another one stands. */
export const revisionsQuery = (id: string, standing: number) =>
  infiniteQueryOptions({
    queryKey: ["revisions", id, standing],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam: before }) =>
      taken(
        client.GET("/api/properties/{property_id}/revisions", {
          params: { path: { property_id: propertyOf(id) }, query: { before } },
        }),
      ),
    getNextPageParam: ({ more, revisions }: RevisionList) => (more ? revisions.at(-1)!.number : undefined),
  });

export const comparisonQuery = (id: string, before: number, after: number) =>
  queryOptions({
    queryKey: ["comparison", id, before, after],
    staleTime: Infinity,
    queryFn: () =>
      taken(client.GET("/api/properties/{property_id}/comparison", { params: at(id, { before, after }) })),
  });

export const nameRevision = (id: string, revision: number, name: string) =>
  taken(
    client.PUT("/api/properties/{property_id}/revisions/{revision}/name", {
      params: { path: { property_id: propertyOf(id), revision } },
      body: { name },
    }),
  );

export const goBack = (id: string, base_revision: number, revision: number) =>
  taken(
    client.POST("/api/properties/{property_id}/back", {
      params: at(id),
      body: { base_revision, revision, edit_id: newId() },
    }),
  );

export const sumsQuery = () =>
  queryOptions({
    queryKey: ["sums"],
    staleTime: Infinity,
    queryFn: ({ queryKey }) => keptOr(queryKey, () => taken(client.GET("/api/sums"))),
  });

export const workOut = (name: string, values: Record<string, number | string>) =>
  taken(client.POST("/api/sums/{name}", { params: { path: { name } }, body: { values } }));

/** An invented station archive to pick from. */
export const archiveQuery = () =>
  queryOptions({ queryKey: ["archive"], staleTime: Infinity, queryFn: () => taken(client.GET("/api/archive")) });

export const previewSource = (source: RainSource, signal?: AbortSignal): Promise<RainPreview> =>
  taken(client.POST("/api/rain/source", { body: { source }, signal }));

export const keepSource = (id: string, base_revision: number, source: RainSource): Promise<PropertyState> =>
  taken(
    client.POST("/api/properties/{property_id}/rain-source", {
      params: at(id),
      body: { base_revision, edit_id: newId(), source },
    }),
  );

export const startJob = (id: string, base_revision: number, kind: JobState["kind"]) =>
  taken(
    client.POST("/api/properties/{property_id}/jobs", {
      params: at(id),
      body: { base_revision, kind },
    }),
  );

const JOB_LOOK_MS = 150;

export const jobQuery = (jobId: string | null) =>
  queryOptions({
    queryKey: ["job", jobId],
    enabled: jobId !== null,
    structuralSharing: false,
    queryFn: () => taken(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: jobId! } } })),
    refetchInterval: ({ state }) =>
      state.data?.state === "running" && state.status !== "error" ? JOB_LOOK_MS : false,
  });

export const cancelJob = (jobId: string) =>
  taken(client.DELETE("/api/jobs/{job_id}", { params: { path: { job_id: jobId } } }));

/** For a call whose body is a file, sent as it is. */
export const asFile = {
  bodySerializer: (body: unknown) => body as Blob,
  headers: { "Content-Type": "application/octet-stream" },
};

export const previewRain = (file: Blob, choices: ImportChoices, signal?: AbortSignal): Promise<RainPreview> =>
  taken(
    client.POST("/api/rain/preview", {
      params: { query: choices },
      body: file as unknown as string,
      signal,
      ...asFile,
    }),
  );

export const keepRain = (
  id: string,
  base_revision: number,
  name: string,
  file: Blob,
  choices: ImportChoices,
): Promise<PropertyState> =>
  taken(
    client.POST("/api/properties/{property_id}/rain", {
      params: {
        ...at(id, { base_revision, edit_id: newId(), name, ...choices }),
      },
      body: file as unknown as string,
      ...asFile,
    }),
  );
