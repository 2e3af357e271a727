import { cleanup, configure } from "@testing-library/react";
import { afterEach } from "vitest";

// Against what hangs: a sheet is fetched when it is opened, and the names of a long one are computed in one go, which
// took 15 s on a machine that did other things beside.
configure({ asyncUtilTimeout: 60_000 });

// What the browser has and jsdom has not.
class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver = Observer as unknown as typeof ResizeObserver;
globalThis.CSS = { supports: () => true } as unknown as typeof CSS;
const box = { width: 600, height: 200, left: 0, top: 0, right: 600, bottom: 200, x: 0, y: 0 };
Element.prototype.getBoundingClientRect = () => ({ ...box, toJSON: () => box });
HTMLCanvasElement.prototype.getContext = () => null;
Element.prototype.hasPointerCapture = () => false;
Element.prototype.scrollIntoView = () => {};

afterEach(() => {
  cleanup();
  localStorage.clear();
});

// Browsers read a blob by a method that jsdom has not; it has the older way.
Blob.prototype.arrayBuffer ??= function (this: Blob) {
  return new Promise((read) => {
    const reader = new FileReader();
    reader.onload = () => read(reader.result as ArrayBuffer);
    reader.readAsArrayBuffer(this);
  });
};
