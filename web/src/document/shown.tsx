import { createContext, use } from "react";
import type { Context, ReactNode } from "react";
import type { Answer, Document, Plan } from "../api/client";

/**
 * What is drawn, by its parts: a preview while something is being dragged or typed, else what is kept. A component says
 * which parts it reads, as the server's results do, and is drawn anew only when one of these changes.
 */
type PartsOf = { document: Document; plan: Plan };

const contexts = new Map<string, Context<unknown>>();

function contextOf(whole: keyof PartsOf, part: string): Context<unknown> {
  const key = `${whole}/${part}`;
  const known = contexts.get(key) ?? createContext<unknown>(undefined);
  contexts.set(key, known);
  return known;
}

const parts = (whole: keyof PartsOf, shown: Answer) =>
  Object.entries(shown[whole]).map(([part, value]): [Context<unknown>, unknown] => [contextOf(whole, part), value]);

const DailyContext = createContext<Answer["daily"]>(null);
const MovedContext = createContext<Answer["moved"]>("");

export function ShownProvider({ shown, children }: { shown: Answer; children: ReactNode }) {
  return (
    <DailyContext value={shown.daily}>
      <MovedContext value={shown.moved}>
        {[...parts("document", shown), ...parts("plan", shown)].reduce(
          (inside, [Part, value]) => (
            <Part value={value}>{inside}</Part>
          ),
          children,
        )}
      </MovedContext>
    </DailyContext>
  );
}

function useParts<W extends keyof PartsOf, K extends keyof PartsOf[W] & string>(whole: W, names: K[]) {
  return Object.fromEntries(names.map((name) => [name, use(contextOf(whole, name))])) as Pick<PartsOf[W], K>;
}

/** The parts of the document that a component reads. */
export const useDocument = <K extends keyof Document>(...names: K[]) => useParts("document", names);

/** The days of the replay, packed; null without rain. */
export const useDaily = () => use(DailyContext);

/** What the last change or the preview moved, in words. */
export const useMoved = () => use(MovedContext);

/** The parts of the plan that a component reads. */
export const usePlan = <K extends keyof Plan>(...names: K[]) => useParts("plan", names);
