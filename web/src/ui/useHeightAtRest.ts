import { useLayoutEffect, useRef } from "react";

/**
 * As high as its words need, but while a change is tried as high as before it: what is under the hand or the pointer must
 * not move away from it. Its style takes the height from `--at-rest`.
 */
export function useHeightAtRest(trying: boolean) {
  const box = useRef<HTMLElement>(null);
  const atRest = useRef(0);
  useLayoutEffect(() => {
    const header = box.current!;
    if (trying) {
      header.style.setProperty("--at-rest", `${atRest.current}px`);
      return () => header.style.removeProperty("--at-rest");
    }
    const observer = new ResizeObserver(() => (atRest.current = header.offsetHeight));
    observer.observe(header);
    return () => observer.disconnect();
  }, [trying]);
  return box;
}
