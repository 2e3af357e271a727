import { cleanup } from "@testing-library/react";
import { afterEach } from "vitest";

// What the browser has and jsdom has not.
class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver = Observer as unknown as typeof ResizeObserver;
globalThis.CSS = { supports: () => true } as unknown as typeof CSS;
HTMLCanvasElement.prototype.getContext = () => null;
Element.prototype.hasPointerCapture = () => false;
Element.prototype.scrollIntoView = () => {};

afterEach(() => {
  cleanup();
  localStorage.clear();
});
