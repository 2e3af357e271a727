import { act, fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { ScrollBox } from "./ScrollBox";

/** As wide as is said, in a page that lays nothing out. */
function show(clientWidth: number, scrollWidth: number) {
  vi.spyOn(HTMLElement.prototype, "clientWidth", "get").mockReturnValue(clientWidth);
  vi.spyOn(HTMLElement.prototype, "scrollWidth", "get").mockReturnValue(scrollWidth);
  const { container } = render(
    <ScrollBox label="The levels">
      <p>wide</p>
    </ScrollBox>,
  );
  return container.firstElementChild as HTMLElement;
}

test("what fits is no stop for the keyboard and fades nowhere", () => {
  for (const reach of [0, 8, 12]) {
    const box = show(400, 400 + reach);
    expect([box.tabIndex, box.dataset.after, box.dataset.before]).toEqual([-1, undefined, undefined]);
  }
});

test("what does not fit can be focused, says so, and fades on the side with more of it", () => {
  const box = show(400, 640);
  expect(screen.getByRole("group", { name: "The levels, scrolls sideways" })).toBe(box);
  expect([box.tabIndex, box.dataset.after, box.dataset.before]).toEqual([0, "true", undefined]);
  act(() => {
    box.scrollLeft = 120;
    fireEvent.scroll(box);
  });
  expect([box.dataset.after, box.dataset.before]).toEqual(["true", "true"]);
  act(() => {
    box.scrollLeft = 240;
    fireEvent.scroll(box);
  });
  expect([box.dataset.after, box.dataset.before]).toEqual([undefined, "true"]);
});

test("more than a finger's reach of it is something to see, on either side", () => {
  const box = show(400, 413);
  expect([box.tabIndex, box.dataset.after, box.dataset.before]).toEqual([0, "true", undefined]);
  for (const [left, before] of [
    [12, undefined],
    [13, "true"],
  ] as const) {
    act(() => {
      box.scrollLeft = left;
      fireEvent.scroll(box);
    });
    expect([box.dataset.after, box.dataset.before]).toEqual([undefined, before]);
  }
});
