import { useState } from "react";
import { openNewVersion } from "../lib/serviceWorker";

/** The server has another version than this page: nothing goes between them until the page is opened anew. */
export function Updated() {
  const [opening, setOpening] = useState(false);
  return (
    <div role="alert" className="menu fixed inset-x-3 bottom-3 z-60 mx-auto max-w-[560px] px-4 py-3">
      <p className="heading">The application was brought up to date on the server</p>
      <p className="mt-1">
        Open the new version to go on. What you changed since is kept here and is sent by the new version.
      </p>
      <button
        className="act mt-3"
        disabled={opening}
        onClick={() => {
          setOpening(true);
          void openNewVersion();
        }}
      >
        {opening ? "Opening" : "Open the new version"}
      </button>
    </div>
  );
}
