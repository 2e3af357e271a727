import { queryOptions } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { Standing } from "./client";
import { propertyOf } from "./shownBy";

const at = (property_id: string) => ({ params: { path: { property_id: propertyOf(property_id) } } });

export const addAlternative = (id: string, name: string) =>
  taken(client.POST("/api/properties/{property_id}/alternatives", { ...at(id), body: { name } }));

export const changeAlternative = (id: string, change: { name?: string; standing?: Standing }) =>
  taken(client.PUT("/api/properties/{property_id}/alternative", { ...at(id), body: change }));

/** All that are not set aside, each in short. */
export const inShortQuery = (id: string) =>
  queryOptions({
    queryKey: ["beside", id, "in short"],
    queryFn: () => taken(client.GET("/api/properties/{property_id}/alternatives", at(id))),
  });

/** Two alternatives compared; asked anew whenever another revision of one of them stands. */
export const besideQuery = (id: string, other: string) =>
  queryOptions({
    queryKey: ["beside", id, other],
    queryFn: () =>
      taken(
        client.GET("/api/properties/{property_id}/beside", {
          params: { path: { property_id: propertyOf(id) }, query: { other } },
        }),
      ),
  });
