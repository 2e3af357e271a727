import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import type { ReactNode } from "react";
import { Link, Redirect, useLocation, useParams } from "wouter";
import { Refused } from "../api/client";
import type { PropertyState } from "../api/client";
import { propertyQuery } from "../api/queries";
import { propertyOf, supplyOf } from "../api/shownBy";
import { useArrival } from "../ui/useArrival";

/** A page about a property as a whole, beside its sheets. */
export function PropertyPage(props: {
  name: string;
  note: ReactNode;
  opening: string;
  /** Whether it is of the property as a whole, whichever supply was looked at. */
  whole?: boolean;
  children: (state: PropertyState) => ReactNode;
}) {
  const { name, note, opening, whole = false, children } = props;
  const { id } = useParams();
  const [place] = useLocation();
  const query = useQuery({ ...propertyQuery(id!), refetchOnMount: "always" });
  const main = useArrival<HTMLElement>(name);
  const property = query.data?.document.name ?? "";
  useEffect(() => {
    document.title = `${name} · ${property}`;
  }, [name, property]);
  if (whole && supplyOf(id!) !== undefined)
    return <Redirect to={place.replace(`/p/${id}/`, `/p/${propertyOf(id!)}/`)} replace />;
  if (!query.data)
    return (
      <main className="p-6">
        {query.isPending ? (
          <p className="note">{opening}</p>
        ) : (
          <>
            <p role="alert">
              {query.error instanceof Refused && query.error.status === 404
                ? "There is no such property. It may have been removed in another window."
                : "The server does not answer. Nothing is lost; try again when it does."}
            </p>
            <p className="mt-4">
              <Link className="act-quiet" to="/">
                All properties
              </Link>
            </p>
          </>
        )}
      </main>
    );
  const own = query.data.alternatives.find((each) => each.id === propertyOf(id!));
  return (
    <div className="min-h-full bg-sheet">
      <header className="no-print border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1120px] flex-wrap items-baseline justify-between gap-x-6 gap-y-2 px-4 py-4 small:px-6">
          <div>
            <h1 className="head text-title leading-none font-bold">
              {property}: {name.toLowerCase()}
            </h1>
            <p className="note mt-1 max-w-[84ch]">{note}</p>
          </div>
          <Link className="act-quiet" to={`/p/${id}/cistern`}>
            Back to {own?.name ?? "the design"}
          </Link>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label={name}
        className="mx-auto max-w-[1120px] px-4 py-5 outline-none small:px-6"
      >
        {children(query.data)}
      </main>
    </div>
  );
}
