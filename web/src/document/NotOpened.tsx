import { Refused } from "../api/client";

/** Why a property is not shown, and what can be done. */
export function NotOpened({ error, retry }: { error: Error; retry: () => void }) {
  const gone = error instanceof Refused && error.status === 404;
  const said = error instanceof Refused && !gone && !error.later ? error.reason : null;
  return (
    <main className="grid h-full place-items-center p-6">
      <div className="max-w-[52ch]">
        <h1 className="title">{gone ? "There is no such property" : "The property could not be opened"}</h1>
        <p className="mt-3">
          {gone
            ? "It may have been removed in another window."
            : (said ??
              "The server does not answer, and this property was not opened in this browser before. Nothing is lost: what was kept is on the server's disk. It is tried again when the connection is back.")}
        </p>
        <p className="mt-5 flex gap-3">
          {!gone && (
            <button className="act" onClick={retry}>
              Try again
            </button>
          )}
          <a className="act-quiet" href="/">
            All properties
          </a>
        </p>
      </div>
    </main>
  );
}
