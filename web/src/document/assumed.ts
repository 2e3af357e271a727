import { useDocument } from "./shown";

/** Whether a JSON pointer names a value, or a part that it stands in. */
export const covers = (pointer: string, path: string) => path === pointer || path.startsWith(`${pointer}/`);

/** Whether nobody has entered or confirmed the value at a path yet. */
export function useAssumed(path: string): boolean {
  const { assumed } = useDocument("assumed");
  return assumed.some((pointer) => covers(pointer, path));
}
