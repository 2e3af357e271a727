import { useDocument } from "./shown";

/** Whether a JSON pointer names a value, or a part that it stands in. */
export const covers = (pointer: string, path: string) => path === pointer || path.startsWith(`${pointer}/`);

/** The parts that a value stands in, from the outermost, and itself. */
function wholeAndParts(pointer: string): string[] {
  const steps = pointer.split("/");
  return steps.slice(1).map((_, at) => steps.slice(0, at + 2).join("/"));
}

type Index = { named: Set<string>; within: Set<string> };
const indexes = new WeakMap<readonly string[], Index>();

function indexOf(assumed: readonly string[]): Index {
  let made = indexes.get(assumed);
  if (!made)
    indexes.set(assumed, (made = { named: new Set(assumed), within: new Set(assumed.flatMap(wholeAndParts)) }));
  return made;
}

/** Whether nobody has entered or confirmed the value at a path yet, or one of those in it. */
export function isAssumed(assumed: readonly string[], path: string): boolean {
  const { named, within } = indexOf(assumed);
  return within.has(path) || wholeAndParts(path).some((each) => named.has(each));
}

export const useAssumed = (path: string) => isAssumed(useDocument("assumed").assumed, path);
