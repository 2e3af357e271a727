import { useQuery } from "@tanstack/react-query";
import { memo } from "react";
import type { Finding } from "../api/client";
import { fixesQuery } from "../api/queries";
import { capital } from "../lib/words";
import { OfferButton } from "./OfferButton";
import { useHeld } from "./pointing";
import { useSaved } from "./workbench";
import { Mark } from "../ui/Mark";
import { Terms } from "../ui/Terms";

const byOperations = (tried: { operations: unknown; effect: string }[]) =>
  new Map(tried.map((each) => [JSON.stringify(each.operations), each.effect]));

/** Edits that fix something: pointed at, each is shown on the drawing; pressed, it is made. */
export const Fixes = memo(function Fixes({ fixes }: { fixes: NonNullable<Finding["fixes"]> }) {
  const { id, revision } = useSaved();
  const { data: effects } = useQuery({
    ...fixesQuery(id, revision),
    enabled: fixes.length > 0,
    select: byOperations,
    notifyOnChangeProps: ["data"],
  });
  const effect = (operations: unknown) => (effects?.size ? effects.get(JSON.stringify(operations)) : undefined);
  return (
    <span className="grid justify-items-start">
      {fixes.map((fix) => (
        <OfferButton
          key={fix.text}
          className="fix relative text-left after:absolute after:-inset-x-2 after:-inset-y-1.5 after:content-['']"
          edit={fix.text.replace(/\.$/, "")} // a sentence here, a name among the revisions
          operations={fix.operations}
        >
          {/* One line under the other, also where a finger needs the whole height. */}
          <span>
            {fix.text} <Effect words={effect(fix.operations)} />
          </span>
        </OfferButton>
      ))}
    </span>
  );
});

/** What a fix does elsewhere, as tried on the whole plan. */
function Effect({ words }: { words: string | undefined }) {
  if (!words) return null;
  const heavy = /fewer carried|then fails|not to be drunk/.test(words);
  return (
    <span className={`block text-small font-normal ${heavy ? "text-alarm" : "text-ink-2"}`}>{capital(words)}.</span>
  );
}

/** What is wrong at a station, worst first, each with its fix. */
export function Findings(props: { findings: Finding[] }) {
  const findings = useHeld(props.findings);
  if (!findings.length) return null;
  return (
    <ul className="grid gap-2">
      {findings.map((finding) => (
        <li
          key={`${finding.code} ${finding.text}`}
          className="flex gap-2 border-b border-rule pb-2 text-small leading-snug"
        >
          <span className="pt-0.5">
            <Mark status={finding.severity === "note" && finding.asks ? "decide" : finding.severity} />
          </span>
          <span>
            <Terms text={finding.text} />
            {finding.fix && finding.fix !== finding.fixes?.[0]?.text && (
              <span className="block text-ink-2">
                <Terms text={finding.fix} />
              </span>
            )}
            {finding.fixes?.length ? <Fixes fixes={finding.fixes} /> : null}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** Where people get hurt at this step. */
export function Cautions({ cautions }: { cautions: string[] }) {
  if (!cautions.length) return null;
  return (
    <section aria-label="Cautions" className="border-t-[1.5px] border-parched-5 pt-2">
      <h2 className="heading text-parched-7">Take care</h2>
      <ul className="note mt-1 grid gap-1.5">
        {cautions.map((caution) => (
          <li key={caution}>
            <Terms text={caution} />
          </li>
        ))}
      </ul>
    </section>
  );
}
