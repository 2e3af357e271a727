import { client, taken } from "./client";

export const removeProperty = (id: string) =>
  taken(client.DELETE("/api/properties/{property_id}", { params: { path: { property_id: id } } }));
