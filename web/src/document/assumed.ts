import { useDocument } from "./shown";

/** Whether a JSON pointer names a value, or a part that it stands in. */
export const covers = (pointer: string, path: string) => path === pointer || path.startsWith(`${pointer}/`);

/** Whether nobody has entered or confirmed the value at a path yet, or one of those in it. */
export const isAssumed = (assumed: readonly string[], path: string) =>
  assumed.some((pointer) => covers(pointer, path) || covers(path, pointer));

export const useAssumed = (path: string) => isAssumed(useDocument("assumed").assumed, path);
