import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "wouter";
import type { PropertyState } from "../../api/client";
import { changesQuery, makeChangeOrder } from "../../api/quotes";
import type { Changes, Quote } from "../../api/quotes";
import type { Paper } from "../../api/papers";
import { money } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { failedWords } from "./failedWords";
import { OfferForm } from "./OfferForm";

const NAMES: Record<keyof Omit<Changes["was"], "currency">, string> = {
  materials: "Materials",
  labour: "Labour",
  other: "Travel, machines, other and margin",
  contingency: "Contingency",
  rounding: "Rounding",
  tax: "Tax",
  grants: "Taken off",
  total: "Total",
};

/** What of the design differs from what was agreed on, by the prices that were agreed on. */
export function ChangesSince({ sold, quotes, state }: { sold: Quote; quotes: Quote[]; state: PropertyState }) {
  const { id } = useParams();
  const orders = quotes.filter((each) => each.change_of === sold.number);
  const agreed = orders.filter((each) => each.standing === "accepted").at(-1) ?? sold;
  const waits = orders.find((each) => each.standing === "open");
  const query = useQuery({ ...changesQuery(id!, sold.id, state.revision), refetchOnMount: "always" });
  const own = state.alternatives.find((each) => each.id === id);
  return (
    <section aria-label="Since it was agreed">
      <p className="text-lead leading-snug">
        Agreed:{" "}
        {agreed.change_of ? `quote ${sold.number} with change order ${agreed.number}` : `quote ${sold.number}`},{" "}
        <strong>{money(agreed.currency, agreed.total)}</strong>.
      </p>
      {query.isPending && <p className="note">Comparing it with {own?.name ?? "the design"} as it stands.</p>}
      {query.isError && <p role="alert">It cannot be compared: {query.error.message}</p>}
      {query.data && <Differs found={query.data} sold={sold} waits={waits} state={state} />}
    </section>
  );
}

function Differs(props: { found: Changes; sold: Quote; waits: Quote | undefined; state: PropertyState }) {
  const { found, sold, waits, state } = props;
  const { id } = useParams();
  const cache = useQueryClient();
  const order = useMutation({
    mutationFn: ({ paper, note }: { paper: Paper; note: string }) =>
      makeChangeOrder(id!, sold.id, { base_revision: state.revision, paper, note }),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["quotes"] }),
  });
  const { currency } = found.was;
  const more = found.now.total - found.was.total;
  const own = state.alternatives.find((each) => each.id === id)?.name ?? "The design";
  if (!found.values.length && !found.parts.length && Math.abs(more) < 0.005)
    return <p className="mt-1">{own} is as agreed.</p>;
  const signed = (amount: number) => `${amount > 0 ? "+" : ""}${money(currency, amount)}`;
  return (
    <>
      <p className="mt-1 max-w-[84ch]">
        {own} as it stands comes to {money(currency, found.now.total)} by the prices agreed on:{" "}
        <strong>
          {money(currency, Math.abs(more))} {more < 0 ? "less" : "more"}
        </strong>
        .{found.verdict_was !== found.verdict_now && ` ${found.verdict_now}`}
      </p>
      {found.values.length > 0 && (
        <>
          <h2 className="heading mt-4">In the design</h2>
          <DataTable
            head={["", "Agreed", "Now"]}
            rows={found.values.map(({ place, was, now }, at) => ({
              key: `${at} ${place}`,
              name: place,
              cells: [was, now],
            }))}
          />
        </>
      )}
      {found.parts.length > 0 && (
        <>
          <h2 className="heading mt-4">In the list of parts</h2>
          <DataTable
            head={["", "Agreed", "Now", "Costs"]}
            rows={found.parts.map(({ name, was, now, costs }, at) => ({
              key: `${at} ${name}`,
              name,
              cells: [was, now, signed(costs)],
            }))}
          />
        </>
      )}
      <h2 className="heading mt-4">Price</h2>
      <DataTable
        head={["", "Agreed", "Now", "More or less"]}
        rows={(Object.keys(NAMES) as (keyof typeof NAMES)[])
          .filter((key) => found.was[key] !== 0 || found.now[key] !== 0)
          .map((key) => ({
            key,
            name: NAMES[key],
            strong: key === "total",
            cells: [
              money(currency, found.was[key]),
              money(currency, found.now[key]),
              signed(found.now[key] - found.was[key]),
            ],
          }))}
      />
      {found.missing.length > 0 ? (
        <p className="mt-3">
          Not priced yet: {found.missing.slice(0, 5).join("; ")}
          {found.missing.length > 5 && " and more"}.{" "}
          <Link className="fix" to={`/p/${id}/price`}>
            Open Parts & price
          </Link>
        </p>
      ) : waits ? (
        <p className="mt-3">Change order {waits.number} is open. Have it answered before there is another.</p>
      ) : (
        <OfferForm
          button="Make a change order of it"
          units={state.document.units}
          busy={order.isPending}
          problem={order.error && failedWords(order.error)}
          offer={(paper, note) => order.mutate({ paper, note })}
        />
      )}
    </>
  );
}
