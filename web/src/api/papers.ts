import { queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { paths } from "./schema";
import { addressOf } from "./addresses";

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
          params: { path: { property_id, name }, query: { paper } },
        }),
      ),
    staleTime: 0,
    gcTime: 0,
  });

/** `revision` has a browser ask anew once the property is another. */
export const pageAddress = (id: string, name: PaperName, paper: Paper, revision: number, number: number) =>
  `${addressOf("/api/properties/{property_id}/papers/{name}/pages/{number}", { property_id: id, name, number })}?paper=${paper}&revision=${revision}`;

export const pdfAddress = (id: string, name: PaperName, paper: Paper) =>
  `${addressOf("/api/properties/{property_id}/papers/{name}/pdf", { property_id: id, name })}?paper=${paper}`;
