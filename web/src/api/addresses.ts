import type { paths } from "./schema";

/** What the server gives to a plain GET: what a link or a picture may point to. */
type Given = { [P in keyof paths]: paths[P] extends { get: object } ? P : never }[keyof paths];
type NamesIn<P> = P extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never;

/** The address of something on the server, for a link or a picture; one that the server does not know does not compile. */
export function addressOf<P extends Given>(path: P, names: Record<NamesIn<P>, string | number>): string {
  return path.replace(/\{(\w+)\}/g, (_, name: NamesIn<P>) => encodeURIComponent(names[name]));
}
