import { queryOptions } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";
import { asFile } from "./queries";

export type PriceBook = components["schemas"]["KeptBook"];
export type BookLine = PriceBook["lines"][number];
export type BookChange = Omit<components["schemas"]["BookChange"], "base_version">;
export type BookPreview = components["schemas"]["BookPreview"];

export const bookQuery = () =>
  queryOptions({
    queryKey: ["price-book"],
    queryFn: () => taken(client.GET("/api/price-book")),
  });

/** Every plan goes by the book: what is held of them is asked for anew. */
function took(cache: QueryClient, book: PriceBook) {
  cache.setQueryData(bookQuery().queryKey, book);
  for (const queryKey of [["property"], ["parts"], ["all-bought"], ["comparisons"], ["properties"], ["beside"]])
    void cache.invalidateQueries({ queryKey });
}

/** Writes prices into the firm's book as it stands now. */
export async function changeBook(cache: QueryClient, change: Partial<BookChange>) {
  const { version } = await cache.fetchQuery(bookQuery());
  const body = { put: [], remove: [], terms: null, ...change, base_version: version };
  took(cache, await taken(client.POST("/api/price-book/edits", { body })));
}

const table = (currency: string) => ({ query: { currency } });

export const previewBook = (file: Blob, currency: string): Promise<BookPreview> =>
  taken(
    client.POST("/api/price-book/preview", {
      params: table(currency),
      body: file as unknown as string,
      ...asFile,
    }),
  );

export async function importBook(cache: QueryClient, file: Blob, currency: string, base_version: number) {
  const params = { query: { currency, base_version } };
  took(
    cache,
    await taken(client.POST("/api/price-book/import", { params, body: file as unknown as string, ...asFile })),
  );
}
