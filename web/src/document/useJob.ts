import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { JobState } from "../api/client";
import { cancelJob, jobQuery, propertyQuery, startJob } from "../api/queries";
import { useEdits, useSaved } from "./workbench";

/** Long work on the design as it is kept: started, watched, cancelled; its result stays until the page is left. */
export function useJob(kind: JobState["kind"]) {
  const { id } = useEdits();
  const { revision } = useSaved();
  const cache = useQueryClient();
  const key = ["job-of", id, kind];
  const { data: jobId = null } = useQuery<string | null>({
    queryKey: key,
    queryFn: () => null,
    enabled: false,
    initialData: null,
    gcTime: Infinity,
  });
  const query = useQuery(jobQuery(jobId));
  const start = useMutation({
    // From the cache: an edit that has just been kept may not be drawn yet.
    mutationFn: () => {
      const standing = cache.getQueryData(propertyQuery(id).queryKey)?.revision ?? revision;
      return startJob(id, standing, kind);
    },
    onSuccess: (job) => {
      cache.setQueryData(jobQuery(job.id).queryKey, job);
      cache.setQueryData(key, job.id);
    },
  });
  const job = query.data ?? null;
  return {
    job,
    /** Whether the design has moved on since the work began. */
    stale: job !== null && job.revision !== revision,
    running: start.isPending || job?.state === "running",
    lost: query.isError || start.isError,
    start: () => start.mutate(),
    cancel: async () => {
      if (jobId) cache.setQueryData(jobQuery(jobId).queryKey, await cancelJob(jobId));
    },
  };
}
