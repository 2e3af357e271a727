import { useState } from "react";
import type { KeyboardEvent } from "react";
import { useOnLeaving } from "./useOnLeaving";

/**
 * Words that are typed into a field, until they are kept: when the field is left, or taken away with its sheet. Escape
 * gives them up. `keep` is called with what was typed, and only where something was; `givenUp` on Escape.
 */
export function useDraft(keep: (typed: string) => void, givenUp: () => void = () => undefined) {
  const [draft, setDraft] = useState<string | null>(null);
  const commit = () => {
    if (draft === null) return;
    setDraft(null);
    keep(draft);
  };
  const nothingToKeep = useOnLeaving(commit);
  const field = {
    onBlur: () => {
      nothingToKeep();
      commit();
    },
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
      if (event.key !== "Escape") return;
      nothingToKeep();
      setDraft(null);
      givenUp();
    },
  };
  return { draft, setDraft, field };
}
