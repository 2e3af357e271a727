import { fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../testing/demo";
import { unended } from "../testing/unended";
import { HeightHandle } from "./HeightHandle";

const heights = (value: number) => [{ op: "replace" as const, path: "/levels/pump_m", value }];

beforeEach(() => {
  SVGElement.prototype.setPointerCapture = () => {};
});
afterEach(() => vi.useRealTimers());

/** A handle at 1.2 m; a pixel is a hundredth of a metre, up is up. */
async function handle(more: Parameters<typeof renderOnDemo>[3] = {}) {
  const preview = { document: demo.document, plan: demo.plan, daily: demo.daily, moved: "" };
  const calls = renderOnDemo(
    <svg>
      <HeightHandle
        label="Pump"
        x={10}
        y={(metres) => 300 - 100 * metres}
        metresAPx={0.01}
        value={1.2}
        units="metric"
        toOperations={heights}
      />
    </svg>,
    demo,
    "/",
    { ...more, [`POST /api/properties/${demo.id}/preview`]: () => [200, preview] },
  );
  const slider = await screen.findByRole("slider", { name: "Pump" });
  return {
    calls,
    slider,
    sent: (kind: "edits" | "preview") => calls.filter(({ path }) => path.endsWith(kind)).length,
  };
}

test("it is dragged upward to what is higher, is shown on the way and kept where it is let go", async () => {
  const { calls, slider, sent } = await handle();
  fireEvent.pointerMove(slider, { clientY: 10 });
  expect(slider.getAttribute("aria-valuetext")).toBe("1.20 m");
  fireEvent.pointerDown(slider, { clientY: 500 });
  fireEvent.pointerMove(slider, { clientY: 470 });
  expect(slider.getAttribute("aria-valuetext")).toBe("1.50 m");
  expect(slider.getAttribute("transform")).toBe("translate(10 150)");
  await waitFor(() => expect(lastOperations(calls, "preview")).toEqual(heights(1.5)));
  expect(sent("edits")).toBe(0);
  fireEvent.pointerUp(slider, { clientY: 560 });
  await waitFor(() => expect(lastOperations(calls)).toEqual(heights(0.6)));
  await waitFor(() => expect(slider.getAttribute("aria-valuetext")).toBe("1.20 m"));
});

test("what is let go where it was taken up, or taken away from the hand, keeps nothing", async () => {
  const { slider, sent } = await handle();
  fireEvent.pointerDown(slider, { clientY: 500 });
  fireEvent.pointerUp(slider, { clientY: 500 });
  fireEvent.pointerDown(slider, { clientY: 500 });
  fireEvent.pointerMove(slider, { clientY: 400 });
  expect(slider.getAttribute("aria-valuetext")).toBe("2.20 m");
  fireEvent.pointerCancel(slider);
  expect(slider.getAttribute("aria-valuetext")).toBe("1.20 m");
  fireEvent.pointerUp(slider, { clientY: 400 });
  await new Promise((done) => setTimeout(done, 20));
  expect(sent("edits")).toBe(0);
});

test.each([
  ["ArrowUp", 1.25],
  ["ArrowRight", 1.25],
  ["ArrowDown", 1.15],
  ["ArrowLeft", 1.15],
  ["PageUp", 1.7],
  ["PageDown", 0.7],
])("%s moves it to %s m, kept once after a pause", async (key, to) => {
  const { calls, slider, sent } = await handle();
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  expect(fireEvent.keyDown(slider, { key: "Tab" })).toBe(true);
  expect(fireEvent.keyDown(slider, { key })).toBe(false);
  expect(slider.getAttribute("aria-valuenow")).toBe(String(to));
  vi.advanceTimersByTime(399);
  expect(sent("edits")).toBe(0);
  vi.advanceTimersByTime(2);
  vi.useRealTimers();
  await waitFor(() => expect(lastOperations(calls)).toEqual(heights(to)));
  expect(sent("edits")).toBe(1);
});

test("keys pressed while the steps before them are on their way to the server are not lost", async () => {
  let arrives = () => {};
  const underWay = new Promise<void>((done) => (arrives = done));
  const { calls, slider, sent } = await handle({
    [`POST /api/properties/${demo.id}/edits`]: async () => {
      await underWay;
      return [200, { ...demo, revision: demo.revision + 1 }];
    },
  });
  for (let pressed = 0; pressed < 3; pressed++) fireEvent.keyDown(slider, { key: "ArrowDown" });
  await waitFor(() => expect(sent("edits")).toBe(1));
  unended(() => fireEvent.keyDown(slider, { key: "ArrowDown" }));
  expect(slider.getAttribute("aria-valuenow")).toBe("1");
  arrives();
  await new Promise((done) => setTimeout(done, 50));
  expect(slider.getAttribute("aria-valuenow")).toBe("1");
  fireEvent.keyDown(slider, { key: "ArrowDown" });
  expect(slider.getAttribute("aria-valuenow")).toBe("0.95");
  await waitFor(() => expect(sent("edits")).toBe(2));
  expect(lastOperations(calls)).toEqual(heights(0.95));
});
