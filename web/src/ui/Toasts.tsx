import { useEffect, useState } from "react";
import type { Toaster } from "sonner";

const AFTER_MS = 1_500;
const RETRY_MS = 3_000;
const fetchIt = () => import("sonner");

/** Says something at the foot of the page for a while. */
export const toast = (text: string) =>
  void fetchIt().then(
    (sonner) => sonner.toast(text),
    () => {}, // not fetched yet and no connection: whoever says something keeps it in sight otherwise
  );

/** Where toasts appear; fetched after the first view, and tried again until it is here. */
export function Toasts() {
  const [Place, setPlace] = useState<typeof Toaster | null>(null);
  useEffect(() => {
    let timer = setTimeout(tryIt, AFTER_MS);
    function tryIt() {
      fetchIt().then(
        (sonner) => setPlace(() => sonner.Toaster),
        () => {
          timer = setTimeout(tryIt, RETRY_MS);
        },
      );
    }
    return () => clearTimeout(timer);
  }, []);
  return (
    Place && (
      <Place position="bottom-center" toastOptions={{ unstyled: true, className: "menu px-4 py-3 max-w-[420px]" }} />
    )
  );
}
