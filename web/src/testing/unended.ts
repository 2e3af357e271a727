import { vi } from "vitest";

/** What is done here begins a pause that never ends by itself, however long a slow machine takes for what follows. */
export function unended(press: () => void) {
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  press();
  vi.useRealTimers();
}
