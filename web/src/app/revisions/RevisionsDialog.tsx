import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { nameRevision, revisionsQuery } from "../../api/queries";
import type { ListedRevision } from "../../api/queries";
import { whenKept } from "../../lib/dates";
import { useEdits, useSaved } from "../../document/workbench";
import { TextDialog } from "../../ui/TextDialog";
import { Compared } from "./Compared";

/** Every revision of the property, whatever branch it is on: what was changed, what the plan said, names, going back. */
export function RevisionsDialog({ setOpen }: { setOpen: (open: boolean) => void }) {
  const { id, revision } = useSaved();
  const query = useInfiniteQuery(revisionsQuery(id, revision));
  const [pair, setPair] = useState<{ before: number; after: number } | null>(null);
  const listed = query.data?.pages.flatMap((page) => page.revisions) ?? [];
  return (
    <TextDialog title="Revisions" width={760} open setOpen={setOpen}>
      <p className="note mt-1">
        Every change that was kept, the latest first, also those that were undone. Going back makes a new revision, so
        that it can be undone as well.
      </p>
      {pair && <Compared {...pair} close={() => setPair(null)} />}
      {query.isPending && <p className="mt-4 note">Reading the revisions.</p>}
      {query.isError && (
        <p role="alert" className="mt-4 text-alarm">
          The revisions could not be read.{" "}
          <button className="fix" onClick={() => void query.refetch()}>
            Try again
          </button>
        </p>
      )}
      <ol className="mt-3 border-t border-rule">
        {listed.map((each) => (
          <Row
            key={each.number}
            listed={each}
            stands={each.number === revision}
            compare={() => setPair({ before: each.number, after: revision })}
            compareWithBefore={
              each.parent === null ? null : () => setPair({ before: each.parent!, after: each.number })
            }
          />
        ))}
      </ol>
      {query.hasNextPage && (
        <p className="mt-3">
          <button
            className="act-quiet"
            disabled={query.isFetchingNextPage}
            onClick={() => void query.fetchNextPage()}
          >
            Earlier revisions
          </button>
        </p>
      )}
    </TextDialog>
  );
}

function Row(props: {
  listed: ListedRevision;
  stands: boolean;
  compare: () => void;
  compareWithBefore: (() => void) | null;
}) {
  const { number, parent, label, name, verdict, made_by, made_at } = props.listed;
  const edits = useEdits();
  return (
    <li className="border-b border-rule py-2" aria-current={props.stands ? "true" : undefined}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <p>
          <span className="text-ink-2">rev {number}</span> <strong>{label}</strong>
          {props.stands && <span className="text-water-7"> (stands now)</span>}
        </p>
        <p className="note whitespace-nowrap">
          {made_by && `${made_by}, `}
          {whenKept(made_at)}
          {parent !== null && parent !== number - 1 && `, made from rev ${parent}`}
        </p>
      </div>
      {verdict && <p className="note">{verdict}</p>}
      <div className="mt-1 flex flex-wrap items-center gap-x-5">
        <NameOf number={number} name={name} />
        {!props.stands && (
          <>
            <button className="fix min-h-11" onClick={() => void edits.goBackTo(number)}>
              Go back to it
            </button>
            <button className="fix min-h-11" onClick={props.compare}>
              Compare with now
            </button>
          </>
        )}
        {props.compareWithBefore && (
          <button className="fix min-h-11" onClick={props.compareWithBefore}>
            What it changed
          </button>
        )}
      </div>
    </li>
  );
}

function NameOf({ number, name }: { number: number; name: string }) {
  const { id } = useSaved();
  const cache = useQueryClient();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    const next = typed?.trim();
    if (next === undefined || next === name) return setTyped(null);
    try {
      await nameRevision(id, number, next);
      await cache.invalidateQueries({ queryKey: ["revisions", id] });
      setProblem(null);
      setTyped(null);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "not kept");
    }
  };
  return (
    <form
      className="flex min-h-11 items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <input
        className="word min-w-[14ch]"
        aria-label={`Name of revision ${number}`}
        aria-invalid={problem !== null}
        placeholder="Name it"
        maxLength={80}
        value={typed ?? name}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void keep()}
      />
      {problem && (
        <span role="alert" className="note text-alarm">
          {problem}
        </span>
      )}
    </form>
  );
}
