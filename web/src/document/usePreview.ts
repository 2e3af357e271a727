import { replaceEqualDeep } from "@tanstack/react-query";
import { startTransition, useCallback, useRef, useState } from "react";
import { Refused } from "../api/client";
import type { Answer, Operation, PropertyState } from "../api/client";
import { previewEdit } from "../api/queries";

/** An answer whose parts are those of the answer before it wherever they are equal. */
const sharing = (before: Answer | undefined, { document, plan, daily, moved }: Answer): Answer =>
  before
    ? {
        document: replaceEqualDeep(before.document, document),
        plan: replaceEqualDeep(before.plan, plan),
        daily: replaceEqualDeep(before.daily, daily),
        moved,
      }
    : { document, plan, daily, moved };

/** The answer to what is being dragged; only the latest asked for is shown. */
export function usePreview(id: string, standing: () => PropertyState | undefined) {
  const [preview, setPreview] = useState<Answer | null>(null);
  const [pointing, setPointing] = useState(false);
  const asked = useRef<{ operations: Operation[] | null; busy: boolean; round: number }>({
    operations: null,
    busy: false,
    round: 0,
  });

  const endPreview = useCallback(() => {
    asked.current.round++;
    asked.current.operations = null;
    setPreview(null);
    setPointing(false);
  }, []);

  const ask = useCallback(
    (operations: Operation[]) => {
      const now = asked.current;
      now.operations = operations;
      if (now.busy) return;
      now.busy = true;
      void (async () => {
        while (now.operations) {
          const wanted = now.operations;
          const round = now.round;
          now.operations = null;
          const base = standing()?.revision;
          if (base === undefined) break;
          try {
            const answer = await previewEdit(id, base, wanted);
            // What is dragged goes on moving while everything else is drawn anew. Another revision may stand by now.
            if (round === now.round && standing()?.revision === base)
              startTransition(() => setPreview((before) => sharing(before ?? standing(), answer)));
          } catch (error) {
            if (!(error instanceof Refused)) break;
          }
        }
        now.busy = false;
      })();
    },
    [id, standing],
  );

  /** Asks for what an offer would do, which stays where it is meanwhile. */
  const point = useCallback(
    (operations: Operation[]) => {
      setPointing(true);
      ask(operations);
    },
    [ask],
  );

  return { preview, pointing, ask, point, endPreview };
}
