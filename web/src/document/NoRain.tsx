import type { ReactNode } from "react";
import { Link } from "wouter";
import { useEdits } from "./workbench";

/** A sheet that needs rain and has none yet: its settings, and the way to a record. */
export function NoRain({ title, settings }: { title: string; settings?: ReactNode }) {
  const bench = useEdits();
  return (
    <>
      {settings ?? <h1 className="title">{title}</h1>}
      <div className="mt-8 max-w-[56ch] border-t-[1.5px] border-ink pt-4">
        <p className="heading">Nothing to replay yet</p>
        <p className="mt-1">
          The answer comes from every day of a rain record. Bring in a daily record from near the property; twenty
          years or more are worth looking for.
        </p>
        <p className="mt-4">
          <Link className="act" to={`/p/${bench.id}/rain`}>
            Bring in rain
          </Link>
        </p>
      </div>
    </>
  );
}
