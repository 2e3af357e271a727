import { memo, useEffect, useState } from "react";
import type { ComponentType } from "react";

const RETRY_MS = 3_000;
const AFTER_MS = 1_000;
const loaders: (() => Promise<unknown>)[] = [];

const idle = () =>
  new Promise<void>((done) => {
    if ("requestIdleCallback" in window) requestIdleCallback(() => done());
    else setTimeout(done);
  });

/** Fetches what was not opened yet, one after the other whenever nothing else is going on, so that all of it is here
 * when the connection is gone; until what is open is left, and the next begins where it stopped. */
async function fetchTheRest(left: AbortSignal) {
  for (const load of loaders) {
    if (left.aborted) return;
    await idle();
    if (left.aborted) return;
    await load().catch(() => {}); // tried again when it is opened
  }
}

/**
 * A page or a sheet that is fetched when it is first opened, and the rest after it where asked. Without a connection
 * it says so and is tried again; nothing that is open already goes away. What works unseen is fetched `quietly`, once
 * the first view stands.
 */
export function fetched<P extends object>(
  load: () => Promise<ComponentType<P>>,
  { thenTheRest = false, quietly = false } = {},
) {
  let here: ComponentType<P> | null = null;
  const fetchIt = async () => (here ??= await load());
  loaders.push(fetchIt);

  return memo(function Fetched(props: P) {
    const [Part, setPart] = useState(() => here);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      let timer: ReturnType<typeof setTimeout>;
      const left = new AbortController();
      const tryIt = () =>
        fetchIt().then(
          (part) => setPart(() => part),
          () => {
            setFailed(true);
            timer = setTimeout(tryIt, RETRY_MS);
          },
        );
      if (!Part && quietly) timer = setTimeout(tryIt, AFTER_MS);
      else if (!Part) void tryIt();
      else if (thenTheRest) timer = setTimeout(() => void fetchTheRest(left.signal), AFTER_MS);
      return () => {
        clearTimeout(timer);
        left.abort();
      };
    }, [Part]);
    if (Part) return <Part {...props} />;
    if (quietly) return null;
    return (
      <span className="note block p-6" role="status">
        {failed
          ? "No connection, and this was not opened here before. It comes when the server answers; nothing is lost."
          : "Opening."}
      </span>
    );
  });
}
