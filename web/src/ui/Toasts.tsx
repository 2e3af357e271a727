import { lazy, Suspense, useEffect, useState } from "react";

const AFTER_MS = 3_000;
const fetched = () => import("sonner");
const Toaster = lazy(async () => ({ default: (await fetched()).Toaster }));

/** Says something at the foot of the page for a while. */
export const toast = (text: string) => void fetched().then((sonner) => sonner.toast(text));

/** Where toasts appear; fetched after the first view, before anything can have gone wrong. */
export function Toasts() {
  const [on, setOn] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setOn(true), AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    on && (
      <Suspense>
        <Toaster
          position="bottom-center"
          toastOptions={{ unstyled: true, className: "menu px-4 py-3 max-w-[420px]" }}
        />
      </Suspense>
    )
  );
}
