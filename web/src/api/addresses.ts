import type { paths } from "./schema";
import { propertyOf, supplyOf } from "./shownBy";

/** What the server gives to a plain GET: what a link or a picture may point to. */
type Given = { [P in keyof paths]: paths[P] extends { get: object } ? P : never }[keyof paths];
type NamesIn<P> = P extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never;

/** The address of something on the server, for a link or a picture; one that the server does not know does not compile.
 * Of a property it is by the supply that is looked at. */
export function addressOf<P extends Given>(
  path: P,
  names: Record<NamesIn<P>, string | number>,
  query: Record<string, string | number> = {},
): string {
  const id = (names as Record<string, string | number>).property_id?.toString() ?? "";
  const asked = new URLSearchParams(Object.entries(query).map(([name, value]) => [name, `${value}`]));
  const supply = supplyOf(id);
  if (supply !== undefined) asked.set("supply", supply);
  const address = path.replace(/\{(\w+)\}/g, (_, name: NamesIn<P>) =>
    encodeURIComponent(name === "property_id" ? propertyOf(id) : names[name]),
  );
  return asked.size ? `${address}?${asked}` : address;
}
