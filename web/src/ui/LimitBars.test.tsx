import { render, screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { LimitBars } from "./LimitBars";
import type { LimitBar } from "./LimitBars";

/** How far a bar and the mark of its limit reach, in hundredths of the whole width. */
function drawn(bar: Pick<LimitBar, "value" | "limit" | "atLeast">) {
  const { unmount } = render(
    <LimitBars label="Held" bars={[{ name: "Flow", answer: "12 L/s", limitTold: "10 L/s", ...bar }]} />,
  );
  const held = within(screen.getByLabelText("Held"));
  expect(held.getByText("12 L/s")).toBeTruthy();
  const filled = document.querySelector<HTMLElement>("[data-right]")!;
  const mark = document.querySelector<HTMLElement>(".border-l-2");
  const words = held.getByText("10 L/s");
  const found = {
    value: Math.round(parseFloat(filled.style.width)),
    limit: mark && Math.round(parseFloat(mark.style.left)),
    right: filled.dataset["right"],
    under: words.style.left === (mark?.style.left ?? ""),
  };
  unmount();
  return found;
}

test.each([
  // A limit stands at five sevenths of the width, until the value reaches further than that.
  [
    { value: 5, limit: 10, atLeast: true },
    { value: 36, limit: 71, right: "false", under: true },
  ],
  [
    { value: 10, limit: 10, atLeast: true },
    { value: 71, limit: 71, right: "true", under: true },
  ],
  [
    { value: 10, limit: 10, atLeast: false },
    { value: 71, limit: 71, right: "true", under: true },
  ],
  [
    { value: 20, limit: 10, atLeast: false },
    { value: 100, limit: 50, right: "false", under: true },
  ],
  // One far beyond it does not push the limit out of sight.
  [
    { value: 900, limit: 10, atLeast: true },
    { value: 100, limit: 33, right: "true", under: true },
  ],
  [
    { value: 7, limit: null, atLeast: true },
    { value: 71, limit: null, right: "true", under: true },
  ],
  [
    { value: 0, limit: 0, atLeast: false },
    { value: 0, limit: 0, right: "true", under: true },
  ],
])("%j is drawn as %j", (bar, expected) => {
  expect(drawn(bar)).toEqual(expected);
});
