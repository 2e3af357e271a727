import { useState } from "react";
import { Refused } from "../../api/client";
import type { PropertyState } from "../../api/client";
import { useEdits } from "../../document/workbench";

/** Takes a record that another call brings, with what was against it. */
export function useKeepRain(done: () => void) {
  const bench = useEdits();
  const [keeping, setKeeping] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async (bring: () => Promise<PropertyState>) => {
    setKeeping(true);
    setProblem(null);
    try {
      bench.accept(await bring());
      done();
    } catch (error) {
      setProblem(
        error instanceof Refused && error.stale
          ? "This property was changed in another window meanwhile. Close this, reload the page, and bring the rain in again."
          : error instanceof Refused
            ? error.message
            : "No connection to the server. What was chosen is still here; try again when it is back.",
      );
    } finally {
      setKeeping(false);
    }
  };
  return { keep, keeping, problem, setProblem };
}

export const whatWasWrong = (error: Error) =>
  error instanceof Refused
    ? (error.refusal?.errors.map((each) => `${each.field} ${each.message}`).join("; ") ?? error.message)
    : "no connection to the server";
