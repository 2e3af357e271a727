import { Refused } from "../../api/client";
import { capital } from "../../lib/words";

/** Why something was not done, for whoever asked for it. */
export function failedWords(error: Error): string {
  if (!(error instanceof Refused)) return "No connection to the server. Nothing was made or changed.";
  if (error.status === 409)
    return "The design was changed in another window since this page was opened. Open the page anew, and look at it first.";
  return `${capital(error.message)}${error.message.endsWith(".") ? "" : "."}`;
}
