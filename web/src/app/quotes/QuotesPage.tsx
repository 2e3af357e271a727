import { useQuery } from "@tanstack/react-query";
import { useParams, useSearchParams } from "wouter";
import type { PropertyState } from "../../api/client";
import { quotePage, quotePagesQuery, quotesQuery } from "../../api/quotes";
import type { Quote } from "../../api/quotes";
import { Pages } from "../papers/Pages";
import { PropertyPage } from "../PropertyPage";
import { ChangesSince } from "./ChangesSince";
import { MakeQuote } from "./MakeQuote";
import { QuoteRow } from "./QuoteRow";

/** What was offered, how it was answered, and what differs since. */
export const QuotesPage = () => (
  <PropertyPage
    whole
    name="Quotes"
    opening="Opening the quotes."
    note="A quote is a copy of the design, its price and its report as they stand when it is made. However the design, the price book or the rules of this application change later, it stays what it was."
  >
    {(state) => <Quotes state={state} />}
  </PropertyPage>
);

function Quotes({ state }: { state: PropertyState }) {
  const { id } = useParams();
  const [search, setSearch] = useSearchParams();
  const query = useQuery({ ...quotesQuery(id!), refetchOnMount: "always" });
  const shown = search.get("show");
  const show = (quote: string | null) => setSearch(quote ? { show: quote } : {}, { replace: true });
  if (query.isPending) return <p className="note">Reading the quotes.</p>;
  if (query.isError)
    return <p role="alert">The quotes cannot be read: {query.error.message} They are kept where the server is.</p>;
  const { quotes } = query.data;
  const sold = quotes.find((each) => each.change_of === null && each.standing === "accepted");
  const open = quotes.find((each) => each.id === shown);
  return (
    <>
      {sold ? (
        <ChangesSince sold={sold} quotes={quotes} state={state} />
      ) : (
        <MakeQuote state={state} first={quotes.length === 0} made={(quote) => show(quote.id)} />
      )}
      {quotes.length > 0 && (
        <section aria-label="All quotes" className="mt-6">
          <h2 className="heading">All quotes</h2>
          <ul className="border-t-[1.5px] border-ink">
            {quotes.map((each) => (
              <QuoteRow
                key={each.id}
                quote={each}
                shown={each.id === shown}
                show={() => show(each.id === shown ? null : each.id)}
              />
            ))}
          </ul>
        </section>
      )}
      {open && <Shown quote={open} />}
    </>
  );
}

/** The pages of one of them. */
function Shown({ quote }: { quote: Quote }) {
  const { id } = useParams();
  const query = useQuery(quotePagesQuery(id!, quote.id));
  return (
    <section aria-label={`Quote ${quote.number}`} className="mt-6">
      {query.isPending && (
        <p className="note" role="status">
          Opening quote {quote.number}.
        </p>
      )}
      {query.isError && <p role="alert">Its pages cannot be shown: {query.error.message}</p>}
      {query.data && (
        <Pages
          label={`quote ${quote.number}`}
          paper={query.data.paper}
          addresses={Array.from({ length: query.data.pages }, (_, page) => quotePage(id!, quote.id, page + 1))}
        />
      )}
    </section>
  );
}
