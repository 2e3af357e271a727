import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "wouter";
import type { PropertyState } from "../../api/client";
import { makeQuote } from "../../api/quotes";
import type { Quote } from "../../api/quotes";
import type { Paper } from "../../api/papers";
import { money } from "../../lib/units";
import { failedWords } from "./failedWords";
import { OfferForm } from "./OfferForm";

/** Offers the design as it stands. */
export function MakeQuote(props: { state: PropertyState; first: boolean; made: (quote: Quote) => void }) {
  const { state, first, made } = props;
  const { id } = useParams();
  const cache = useQueryClient();
  const { price } = state.plan;
  const make = useMutation({
    mutationFn: ({ paper, note }: { paper: Paper; note: string }) =>
      makeQuote(id!, { base_revision: state.revision, paper, note }),
    onSuccess: async (quote) => {
      await cache.invalidateQueries({ queryKey: ["quotes"] });
      made(quote);
    },
  });
  const own = state.alternatives.find((each) => each.id === id);
  const lacks = price.missing.length;
  if (!price.booked || lacks > 0)
    return (
      <section aria-label="A new quote">
        <p className="max-w-[76ch]">
          {price.booked
            ? `${lacks === 1 ? "One price is" : `${lacks} prices are`} missing: nothing is offered before the price is whole. `
            : "Nothing is priced yet, so there is nothing to offer. "}
          <Link className="fix" to={`/p/${id}/price`}>
            Open Parts & price
          </Link>
        </p>
      </section>
    );
  return (
    <section aria-label="A new quote">
      <p className="text-lead leading-snug">
        {first ? "Nothing has been offered yet. " : ""}
        {own?.name ?? "This design"} as it stands: <strong>{money(price.currency, price.total.value!)}</strong>.
      </p>
      <p className="max-w-[84ch]">{state.plan.verdict}</p>
      <OfferForm
        button="Make a quote of it"
        units={state.document.units}
        busy={make.isPending}
        problem={make.error && failedWords(make.error)}
        offer={(paper, note) => make.mutate({ paper, note })}
      />
    </section>
  );
}
