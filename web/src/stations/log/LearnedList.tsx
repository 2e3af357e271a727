import { useQuery } from "@tanstack/react-query";
import type { Operation } from "../../api/client";
import type { LogWork } from "../../api/log";
import { previewEdit } from "../../api/queries";
import { OfferButton } from "../../document/OfferButton";
import { useSaved } from "../../document/workbench";

type Learned = LogWork["learned"][number];

/** What the log shows otherwise than the design has it, each with what it would change before anybody takes it. */
export function LearnedList({ rows }: { rows: Learned[] }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label="For the design" className="mt-4">
      <h2 className="heading border-b-[1.5px] border-ink">What the log shows otherwise than the design has it</h2>
      <ul>
        {rows.map((row) => (
          <Row key={row.key} row={row} />
        ))}
      </ul>
      <p className="note mt-1 max-w-[72ch]">
        What is taken into the design stands there as measured; a quote that was made before stays as it was sold, and
        says what is different since.
      </p>
    </section>
  );
}

function Row({ row }: { row: Learned }) {
  const { id, revision } = useSaved();
  const { data, isError } = useQuery({
    queryKey: ["learned", id, revision, row.operations],
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: () => previewEdit(id, revision, row.operations as Operation[]),
  });
  return (
    <li className="border-b border-rule py-2 leading-snug">
      <p>
        <strong>{row.name}:</strong> {row.shown}, where the design has {row.was}. {row.why}
      </p>
      <p className="text-small">
        {isError && "What it would change cannot be worked out without the server."}
        {!isError && !data && "Working out what it would change."}
        {data &&
          (data.moved === "" ? "Neither the verdict nor a finding changes with it." : `With it: ${data.moved}`)}
      </p>
      <OfferButton
        className="fix min-h-11"
        edit={`${row.name}: ${row.shown}, by the log`}
        operations={row.operations}
      >
        Take it into the design
      </OfferButton>
    </li>
  );
}
