import type { ComponentProps } from "react";
import { Choice } from "../ui/Choice";
import { useAssumed } from "./assumed";

/** A choice that the document keeps at `path`: it looks assumed until somebody has made it; `undecided` says that what
 * stands there is no choice yet. */
export function ChoiceEntry<T extends string>({
  path,
  undecided = false,
  ...props
}: Omit<ComponentProps<typeof Choice<T>>, "assumed"> & { path: string; undecided?: boolean }) {
  const assumed = useAssumed(path);
  return <Choice {...props} assumed={assumed || undecided} />;
}
