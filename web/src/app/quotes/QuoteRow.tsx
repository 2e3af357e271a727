import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useParams } from "wouter";
import { answerQuote, quotePdf } from "../../api/quotes";
import type { Quote } from "../../api/quotes";
import { dayName, parseDay, today } from "../../lib/dates";
import { money } from "../../lib/units";
import { capital } from "../../lib/words";
import { failedWords } from "./failedWords";

type Standing = Quote["standing"];

/** One quote or change order: what it is, how it stands, and what can be done with it. */
export function QuoteRow({ quote, shown, show }: { quote: Quote; shown: boolean; show: () => void }) {
  const { id } = useParams();
  const cache = useQueryClient();
  const answer = useMutation({
    mutationFn: (standing: Standing) => answerQuote(id!, quote.id, standing),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["quotes"] }),
  });
  const name = quote.change_of ? `Change order ${quote.number}` : `Quote ${quote.number}`;
  const act = (standing: Standing, words: string) => (
    <button
      className="fix max-desk:min-h-11"
      aria-label={`${words}: ${name}`}
      disabled={answer.isPending}
      onClick={() => answer.mutate(standing)}
    >
      {words}
    </button>
  );
  return (
    <li
      aria-label={name}
      className={`grid gap-x-6 gap-y-1 border-b border-rule py-3 small:grid-cols-[170px_minmax(0,1fr)_auto] ${quote.change_of ? "small:pl-6" : ""}`}
    >
      <div>
        <strong>{name}</strong>
        <p className="note">{dayName(parseDay(quote.dated))}</p>
      </div>
      <div>
        <p>
          {quote.alternative}, revision {quote.revision}
          {quote.made_by && `, made by ${quote.made_by}`}
          {quote.note && <span className="note block">{quote.note}</span>}
        </p>
        <p className={quote.standing === "accepted" ? "font-semibold" : "note"}>{standsAs(quote)}</p>
        <p className="mt-1 flex flex-wrap items-center gap-x-5">
          <button
            className="fix max-desk:min-h-11"
            aria-expanded={shown}
            aria-label={`${shown ? "Close" : "Look at it"}: ${name}`}
            onClick={show}
          >
            {shown ? "Close" : "Look at it"}
          </button>
          <a className="fix max-desk:min-h-11 max-desk:content-center" href={quotePdf(id!, quote.id)} download>
            Save as PDF
          </a>
          {quote.standing === "open" && (
            <>
              {act("accepted", "Accepted")}
              {act("declined", "Declined")}
              {act("withdrawn", "Withdraw")}
            </>
          )}
          {(quote.standing === "declined" || quote.standing === "withdrawn") && act("open", "Open it again")}
        </p>
        {answer.isError && (
          <p role="alert" className="text-alarm">
            {failedWords(answer.error)}
          </p>
        )}
      </div>
      <strong className="text-lead small:text-right">{money(quote.currency, quote.total)}</strong>
    </li>
  );
}

function standsAs(quote: Quote): string {
  const until = dayName(parseDay(quote.valid_until));
  if (quote.standing === "open")
    return quote.valid_until < today() ? `Open; it held until ${until}` : `Open, holds until ${until}`;
  const when = quote.answered_on ? ` on ${dayName(parseDay(quote.answered_on))}` : "";
  return `${capital(quote.standing)}${when}${quote.answered_by ? `, entered by ${quote.answered_by}` : ""}`;
}
