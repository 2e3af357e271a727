import { Link } from "wouter";

/** An address at which there is nothing. */
export function NowhereElse() {
  return (
    <main className="grid h-full place-items-center p-6">
      <div className="max-w-[52ch]">
        <h1 className="title">There is nothing at this address</h1>
        <p className="mt-3">It may have been copied without its end. Everything is reached from the list.</p>
        <p className="mt-5">
          <Link className="act" to="/">
            All properties
          </Link>
        </p>
      </div>
    </main>
  );
}
