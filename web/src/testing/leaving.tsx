import { useEffect, useState } from "react";
import type { ReactNode } from "react";

let leave = () => {};

/** Leaves the sheet that is shown. */
export const leaveSheet = () => leave();

/** What stands on a sheet, until the sheet is left. */
export function Leaving({ children }: { children: ReactNode }) {
  const [left, setLeft] = useState(false);
  useEffect(() => {
    leave = () => setLeft(true);
  }, []);
  return left ? null : children;
}
