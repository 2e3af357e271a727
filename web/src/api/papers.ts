import { queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { paths } from "./schema";
import { addressOf } from "./addresses";
import { at, propertyOf } from "./shownBy";

type Asked = paths["/api/properties/{property_id}/papers/{name}"]["get"]["parameters"];
export type PaperName = Asked["path"]["name"];
export type Paper = NonNullable<NonNullable<Asked["query"]>["paper"]>;

/** How many pages a sheet has, of the property as it stands. */
export const pagesQuery = (property_id: string, name: PaperName, paper: Paper, revision: number) =>
  queryOptions({
    queryKey: ["papers", property_id, name, paper, revision],
    queryFn: () =>
      taken(
        client.GET("/api/properties/{property_id}/papers/{name}", {
          params: { ...at(property_id, { paper }), path: { property_id: propertyOf(property_id), name } },
        }),
      ),
    staleTime: 0,
    gcTime: 0,
  });

/** `revision` has a browser ask anew once the property is another. */
export const pageAddress = (id: string, name: PaperName, paper: Paper, revision: number, number: number) =>
  addressOf(
    "/api/properties/{property_id}/papers/{name}/pages/{number}",
    { property_id: id, name, number },
    { paper, revision },
  );

export const pdfAddress = (id: string, name: PaperName, paper: Paper) =>
  addressOf("/api/properties/{property_id}/papers/{name}/pdf", { property_id: id, name }, { paper });
