import { queryOptions } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import type { Units } from "../lib/units";
import { client, taken } from "./client";
import { asFile } from "./queries";
import type { components } from "./schema";
import { at } from "./shownBy";

type Schemas = components["schemas"];
export type Shelf = Schemas["Shelf"];
export type ShelfArticle = Shelf["articles"][number];
export type ShelfPreview = Schemas["ShelfPreview"];
export type ArticleOffered = Schemas["ArticleOffered"];
export type ArticleKind = ShelfArticle["kind"];

export const shelfQuery = (units: Units) =>
  queryOptions({
    queryKey: ["shelf", units],
    queryFn: () => taken(client.GET("/api/shelf", { params: { query: { units } } })),
  });

/** Articles for one place of a property as it stands in a revision. */
export const shelfOffersQuery = (id: string, revision: number, place: string) =>
  queryOptions({
    queryKey: ["shelf-offers", id, revision, place],
    queryFn: () => taken(client.GET("/api/properties/{property_id}/shelf", { params: at(id, { place }) })),
  });

/** Whatever is offered anywhere is asked for anew. */
function moved(cache: QueryClient) {
  for (const queryKey of [["shelf"], ["shelf-offers"]]) void cache.invalidateQueries({ queryKey });
}

/** Keeps on the shelf what stands at a place of a property. */
export async function keepOnShelf(cache: QueryClient, id: string, asked: Schemas["Keep"]) {
  await taken(client.POST("/api/properties/{property_id}/shelf", { params: at(id), body: asked }));
  moved(cache);
}

export async function takeOffShelf(cache: QueryClient, articles: { kind: ArticleKind; name: string }[]) {
  await taken(client.POST("/api/shelf/take-out", { body: { articles } }));
  moved(cache);
}

export const previewShelf = (file: Blob, units: Units): Promise<ShelfPreview> =>
  taken(
    client.POST("/api/shelf/preview", {
      params: { query: { units } },
      body: file as unknown as string,
      ...asFile,
    }),
  );

export async function importShelf(cache: QueryClient, file: Blob) {
  await taken(client.POST("/api/shelf/import", { body: file as unknown as string, ...asFile }));
  moved(cache);
}
