/** Lets the browser keep the whole application, so that it opens without a connection. */
export function registerServiceWorker(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  // After the first view: what is fetched to be kept must not stand in its way.
  addEventListener("load", () =>
    setTimeout(() => void navigator.serviceWorker.register("/sw.js").catch(() => {}), 2_000),
  );
}

const WAIT_MS = 8_000;

/** Opens the page anew with the version that the server has now. */
export async function openNewVersion(): Promise<void> {
  const kept = await navigator.serviceWorker?.getRegistration();
  if (kept) {
    const taken = new Promise<void>((done) => {
      navigator.serviceWorker.addEventListener("controllerchange", () => done(), { once: true });
      setTimeout(done, WAIT_MS);
    });
    await kept.update().catch(() => {});
    const next = kept.installing ?? kept.waiting;
    if (next) {
      const go = () => next.state === "installed" && next.postMessage({ type: "SKIP_WAITING" });
      next.addEventListener("statechange", go);
      go();
      await taken;
    }
  }
  location.reload();
}
