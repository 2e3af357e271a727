import { afterEach, expect, test, vi } from "vitest";
import { openNewVersion, registerServiceWorker } from "./serviceWorker";

const reload = vi.fn();

/** A browser that keeps the application, or none that can. */
function browser(registration: object | undefined, register = vi.fn(async () => undefined)) {
  const container = Object.assign(new EventTarget(), { getRegistration: async () => registration, register });
  vi.stubGlobal("navigator", { serviceWorker: container });
  vi.stubGlobal("location", { reload });
  return { container, register };
}

/** A version that the browser has fetched, as far as `state`. */
const fetched = (state: string) => Object.assign(new EventTarget(), { state, postMessage: vi.fn() });

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllEnvs();
  vi.unstubAllGlobals();
  reload.mockClear();
});

test("it is registered after the first view, in the application that is served, where the browser can", () => {
  vi.useFakeTimers();
  const { register } = browser(undefined);
  registerServiceWorker();
  dispatchEvent(new Event("load"));
  vi.advanceTimersByTime(5_000);
  expect(register).not.toHaveBeenCalled();
  vi.stubEnv("PROD", true);
  registerServiceWorker();
  dispatchEvent(new Event("load"));
  vi.advanceTimersByTime(1_999);
  expect(register).not.toHaveBeenCalled();
  vi.advanceTimersByTime(1);
  expect(register).toHaveBeenCalledExactlyOnceWith("/sw.js");
  vi.stubGlobal("navigator", {});
  expect(registerServiceWorker).not.toThrow();
});

test("a browser that keeps nothing opens the page anew at once", async () => {
  browser(undefined);
  await openNewVersion();
  expect(reload).toHaveBeenCalledTimes(1);
});

test("the new version is asked to take over once it is fetched, and the page opens when it has", async () => {
  vi.useFakeTimers();
  const next = fetched("installing");
  const { container } = browser({ installing: next, waiting: null, update: async () => undefined });
  const opened = openNewVersion();
  await vi.advanceTimersByTimeAsync(10);
  expect(next.postMessage).not.toHaveBeenCalled();
  next.state = "installed";
  next.dispatchEvent(new Event("statechange"));
  expect(next.postMessage.mock.calls).toEqual([[{ type: "SKIP_WAITING" }]]);
  expect(reload).not.toHaveBeenCalled();
  container.dispatchEvent(new Event("controllerchange"));
  await opened;
  expect(reload).toHaveBeenCalledTimes(1);
});

test("one that waits already is asked at once; one that never takes over is not waited for for ever", async () => {
  vi.useFakeTimers();
  const next = fetched("installed");
  browser({ installing: null, waiting: next, update: () => Promise.reject(new Error("no connection")) });
  const opened = openNewVersion();
  await vi.advanceTimersByTimeAsync(7_999);
  expect(next.postMessage).toHaveBeenCalledTimes(1);
  expect(reload).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(1);
  await opened;
  expect(reload).toHaveBeenCalledTimes(1);
});

test("where there is no newer one the page opens anew as it is", async () => {
  browser({ installing: null, waiting: null, update: async () => undefined });
  await openNewVersion();
  expect(reload).toHaveBeenCalledTimes(1);
});
