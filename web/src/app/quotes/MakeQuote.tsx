import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "wouter";
import type { BoughtForAll, PropertyState } from "../../api/client";
import { allBoughtQuery } from "../../api/queries";
import { propertyOf, shownBy } from "../../api/shownBy";
import { makeQuote } from "../../api/quotes";
import type { Quote } from "../../api/quotes";
import type { Paper } from "../../api/papers";
import { money } from "../../lib/units";
import { failedWords } from "./failedWords";
import { OfferForm } from "./OfferForm";

type Offered = {
  name: string;
  currency: string;
  total: number;
  verdict: string;
  lacks: number;
  booked: boolean;
  to: string;
};

/** Offers the design as it stands: its supply, or all its supplies together. */
export function MakeQuote({ state, ...how }: { state: PropertyState; first: boolean; made: (quote: Quote) => void }) {
  const { id } = useParams();
  const { plan, revision } = state;
  const several = plan.together !== null;
  const { data: bought, isError } = useQuery({ ...allBoughtQuery(id!, revision), enabled: several });
  const name = state.alternatives.find((each) => each.id === id)?.name ?? "This design";
  if (several && !bought)
    return (
      <p className="note">{isError ? "The price of all supplies could not be read." : "Adding up all supplies."}</p>
    );
  const { booked, currency, missing, total } = bought ?? plan.price;
  const offered: Offered = {
    name: several ? `${name} with its ${plan.together!.supplies.length} supplies` : name,
    currency,
    total: total.value ?? 0,
    verdict: plan.together?.verdict ?? plan.verdict,
    lacks: missing.length,
    booked,
    to: `/p/${bought ? lackingAt(id!, state, bought) : id}/price`,
  };
  return <Offer offered={offered} state={state} {...how} />;
}

/** The supply whose list lacks a price: there it can be entered. */
function lackingAt(id: string, state: PropertyState, bought: BoughtForAll): string {
  const name = bought.asked_by[bought.missing[0] ?? ""]?.[0];
  const supply = state.plan.together?.supplies.find((each) => each.name === name);
  return supply ? shownBy(propertyOf(id), supply.id) : id;
}

function Offer(props: { offered: Offered; state: PropertyState; first: boolean; made: (quote: Quote) => void }) {
  const { offered, state, first, made } = props;
  const { id } = useParams();
  const cache = useQueryClient();
  const make = useMutation({
    mutationFn: ({ paper, note }: { paper: Paper; note: string }) =>
      makeQuote(id!, { base_revision: state.revision, paper, note }),
    onSuccess: async (quote) => {
      await cache.invalidateQueries({ queryKey: ["quotes"] });
      made(quote);
    },
  });
  const { name, currency, total, verdict, lacks, booked, to } = offered;
  if (!booked || lacks > 0)
    return (
      <section aria-label="A new quote">
        <p className="max-w-[76ch]">
          {booked
            ? `${lacks === 1 ? "One price is" : `${lacks} prices are`} missing: nothing is offered before the price is whole. `
            : "Nothing is priced yet, so there is nothing to offer. "}
          <Link className="fix" to={to}>
            Open Parts & price
          </Link>
        </p>
      </section>
    );
  return (
    <section aria-label="A new quote">
      <p className="text-lead leading-snug">
        {first ? "Nothing has been offered yet. " : ""}
        {name} as it stands: <strong>{money(currency, total)}</strong>.
      </p>
      <p className="max-w-[84ch]">{verdict}</p>
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
