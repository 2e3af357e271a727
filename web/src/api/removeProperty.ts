import { client, taken } from "./client";
import { propertyOf } from "./shownBy";

export const removeProperty = (id: string) =>
  taken(client.DELETE("/api/properties/{property_id}", { params: { path: { property_id: propertyOf(id) } } }));
