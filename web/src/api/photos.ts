import { client, taken } from "./client";
import { asFile } from "./queries";
import { propertyOf } from "./shownBy";

export const sendPhoto = (id: string, key: string, jpeg: Blob, signal: AbortSignal) =>
  taken(
    client.PUT("/api/properties/{property_id}/photos/{key}", {
      params: { path: { property_id: propertyOf(id), key } },
      body: jpeg as unknown as string,
      signal,
      ...asFile,
    }),
  );
