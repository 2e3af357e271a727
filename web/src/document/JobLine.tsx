import type { useJob } from "./useJob";

/** The button that starts long work, its progress, and the way to stop it. */
export function JobLine({ work, name, does }: { work: ReturnType<typeof useJob>; name: string; does: string }) {
  const { job, running } = work;
  const share = job && job.of > 0 ? job.done / job.of : 0;
  if (running)
    return (
      <p className="flex flex-wrap items-center gap-3" role="status">
        <span
          className="relative block h-3 w-44 border-[1.5px] border-ink"
          role="progressbar"
          aria-valuenow={Math.round(share * 100)}
          aria-valuemin={0}
          aria-valuemax={100}
          aria-label={name}
        >
          <span className="absolute inset-y-0 left-0 bg-water-7" style={{ width: `${share * 100}%` }} />
        </span>
        <span className="note">
          {job ? `${job.done.toLocaleString("en-US")} of ${job.of.toLocaleString("en-US")}` : "starting"}
        </span>
        <button className="act-quiet" onClick={() => void work.cancel()}>
          Stop
        </button>
      </p>
    );
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <button className={job?.state === "done" && !work.stale ? "act-quiet" : "act"} onClick={work.start}>
        {job?.state === "done" ? `${name} again` : name}
      </button>
      <span className="note max-w-[60ch]">
        {work.lost
          ? "The server did not answer. Try again."
          : job?.state === "failed"
            ? job.problem
            : job?.state === "cancelled"
              ? "Stopped. Nothing was changed."
              : work.stale
                ? "The design has changed since; this is the answer for how it was."
                : does}
      </span>
    </p>
  );
}
