import { useQuery } from "@tanstack/react-query";
import type { UseQueryOptions } from "@tanstack/react-query";
import type { ReactNode } from "react";

/** What all supplies come to together: asked for on its own, and null where the property has one supply. */
export function OfAllSupplies<Answer>(props: {
  name: string;
  /** What is said of it without a connection, where none is kept. */
  notKept: string;
  id: string;
  query: UseQueryOptions<Answer | null, Error, Answer | null, [string, string, number, ...string[]]>;
  children: (answer: Answer) => ReactNode;
}) {
  const { name, notKept, id, query, children } = props;
  const { data, isError } = useQuery({
    ...query,
    placeholderData: (before, of) => (of?.queryKey[1] === id ? before : undefined),
  });
  return (
    <section aria-label={name} className="mt-8">
      <h2 className="heading">{name}</h2>
      {data ? children(data) : <p className="note">{isError ? notKept : data === null ? "" : "Opening."}</p>}
    </section>
  );
}
