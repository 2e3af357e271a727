import { queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { Paper } from "./papers";
import type { components } from "./schema";
import { addressOf } from "./addresses";
import { propertyOf } from "./shownBy";

export type Quote = components["schemas"]["ListedQuote"];
export type Changes = components["schemas"]["ChangesSince"];

const at = (property_id: string, quote_id: string) => ({
  params: { path: { property_id: propertyOf(property_id), quote_id } },
});

export const quotesQuery = (property_id: string) =>
  queryOptions({
    queryKey: ["quotes", property_id],
    queryFn: () =>
      taken(
        client.GET("/api/properties/{property_id}/quotes", {
          params: { path: { property_id: propertyOf(property_id) } },
        }),
      ),
  });

/** What of a design differs from what was agreed on; asked anew for every revision. */
export const changesQuery = (id: string, quote: string, revision: number) =>
  queryOptions({
    queryKey: ["quotes", id, "changes", quote, revision],
    queryFn: () => taken(client.GET("/api/properties/{property_id}/quotes/{quote_id}/changes", at(id, quote))),
  });

export const quotePagesQuery = (id: string, quote: string) =>
  queryOptions({
    queryKey: ["quotes", id, "pages", quote],
    queryFn: () => taken(client.GET("/api/properties/{property_id}/quotes/{quote_id}/pages", at(id, quote))),
  });

type Offer = { base_revision: number; paper: Paper; note: string };

export const makeQuote = (property_id: string, body: Offer) =>
  taken(
    client.POST("/api/properties/{property_id}/quotes", {
      params: { path: { property_id: propertyOf(property_id) } },
      body,
    }),
  );

export const makeChangeOrder = (id: string, quote: string, body: Offer) =>
  taken(client.POST("/api/properties/{property_id}/quotes/{quote_id}/changes", { ...at(id, quote), body }));

export const answerQuote = (id: string, quote: string, standing: Quote["standing"]) =>
  taken(client.PUT("/api/properties/{property_id}/quotes/{quote_id}", { ...at(id, quote), body: { standing } }));

export const quotePdf = (id: string, quote: string) =>
  addressOf("/api/properties/{property_id}/quotes/{quote_id}/pdf", { property_id: id, quote_id: quote });

export const quotePage = (id: string, quote: string, number: number) =>
  addressOf("/api/properties/{property_id}/quotes/{quote_id}/pages/{number}", {
    property_id: id,
    quote_id: quote,
    number,
  });
