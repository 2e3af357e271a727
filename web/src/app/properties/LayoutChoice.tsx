import { useQuery } from "@tanstack/react-query";
import type { StartingPoint } from "../../api/client";
import { startingPointsQuery } from "../../api/queries";
import { LayoutPicture } from "./LayoutPicture";

/** With which layout a property begins: drawn, and to be picked with one press. */
export function LayoutChoice({ pick }: { pick: (point: StartingPoint | null) => void }) {
  const points = useQuery(startingPointsQuery());
  return (
    <section aria-label="What it begins with" className="mt-3">
      <p>Begin with what you mean to build. All of it is assumed, and marked so, until you enter your own.</p>
      {points.isError && (
        <p role="alert" className="mt-2 font-semibold text-alarm">
          The layouts could not be read. One tank is there to begin with.
        </p>
      )}
      <ul className="mt-3 grid grid-cols-2 gap-x-4 gap-y-4 small:grid-cols-3 desk:grid-cols-4">
        {points.data?.map((point) => (
          <li key={point.key}>
            <button className="layout-card" onClick={() => pick(point)}>
              <LayoutPicture point={point} />
              <span className="mt-1 block font-semibold">{point.name}</span>
              <span className="note block">{point.note}</span>
            </button>
          </li>
        ))}
        <li>
          <button className="layout-card h-full content-center" onClick={() => pick(null)}>
            <span className="block font-semibold">None of these</span>
            <span className="note block">one tank, sized for the use; all else is yours to enter</span>
          </button>
        </li>
      </ul>
    </section>
  );
}
