import { fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { axisFor, AxisContext, dayX } from "../lib/axis";
import { DayPicture, rowTops } from "./DayPicture";

const years = [2001, 2002, 2003].map((year) => ({
  label: String(year),
  start: `${year}-01-01`,
  whole: true,
  counted: true,
}));
const spans = years.map((_, row) => ({ first: row * 365, days: 365, offset: 0 }));

function picture(pickYear = vi.fn()) {
  render(
    <AxisContext.Provider value={axisFor(1000)}>
      <DayPicture
        name="Store"
        years={years}
        spans={spans}
        firstMonth={1}
        strongRows={[1]}
        yearRow={0}
        height={90}
        colour={() => 0}
        reading={(day) => `day ${day}`}
        pickYear={pickYear}
      />
    </AxisContext.Provider>,
  );
  return screen.getByRole("application");
}

test("the arrow keys move the reading through days and years, and stop at the ends", () => {
  const canvas = picture();
  fireEvent.keyDown(canvas, { key: "ArrowRight" });
  expect(screen.getAllByText("2 Jan 2001: day 1").length).toBeGreaterThan(0);
  fireEvent.keyDown(canvas, { key: "ArrowDown" });
  expect(screen.getAllByText("2 Jan 2002: day 366").length).toBeGreaterThan(0);
  fireEvent.keyDown(canvas, { key: "ArrowDown", shiftKey: true });
  fireEvent.keyDown(canvas, { key: "ArrowLeft", shiftKey: true });
  expect(screen.getAllByText("1 Jan 2003: day 730").length).toBeGreaterThan(0);
  fireEvent.keyDown(canvas, { key: "Escape" });
  expect(screen.queryByText(/day 730/)).toBeNull();
});

test("Enter picks the year that is read", () => {
  const pickYear = vi.fn();
  const canvas = picture(pickYear);
  fireEvent.keyDown(canvas, { key: "Enter" });
  expect(pickYear).not.toHaveBeenCalled();
  fireEvent.keyDown(canvas, { key: "ArrowDown" });
  fireEvent.keyDown(canvas, { key: "Enter" });
  expect(pickYear).toHaveBeenCalledWith(1);
});

test("the strong year carries its label", () => {
  picture();
  expect(screen.getByText("2002")).toBeTruthy();
});

test("one axis serves all pictures, and fits a phone", () => {
  const desk = axisFor(1000);
  expect([desk.left, desk.width]).toEqual([48, 640]);
  expect(dayX(desk, 365)).toBe(640);
  const phone = axisFor(358);
  expect(phone.left + phone.width).toBeLessThanOrEqual(358);
});

// The test's window is 600 px wide: 1,000 px of room give 640 px of days from the left edge of the canvas.
const day = (number: number) => ({ clientX: (number / 365) * 640, clientY: 0 });

test("the day under the pointer is read, and its year picked by a press", () => {
  const pickYear = vi.fn();
  const canvas = picture(pickYear);
  // Rows 0 and 1 are drawn strong, 14 px high; the third has the rest.
  fireEvent.pointerMove(canvas, { ...day(31), clientY: 13 });
  expect(screen.getAllByText("1 Feb 2001: day 31").length).toBeGreaterThan(0);
  fireEvent.pointerMove(canvas, { ...day(31), clientY: 15 });
  expect(screen.getAllByText("1 Feb 2002: day 396").length).toBeGreaterThan(0);
  fireEvent.pointerMove(canvas, { clientX: 5_000, clientY: 5_000 });
  expect(screen.getAllByText("31 Dec 2003: day 1094").length).toBeGreaterThan(0);
  fireEvent.pointerLeave(canvas);
  expect(screen.queryByText(/day 1094/)).toBeNull();
  fireEvent.click(canvas, { ...day(10), clientY: 50 });
  expect(pickYear.mock.calls).toEqual([[2]]);
});

test("strong rows are higher, the others share what is left, and all fill the height", () => {
  expect(rowTops(3, [1], 90)).toEqual([0, 38, 52, 90]);
  expect(rowTops(3, [], 90)).toEqual([0, 30, 60, 90]);
  expect(rowTops(2, [0, 1, 5, -1], 90)).toEqual([0, 45, 90]);
  expect(rowTops(10, [0], 20).map((top) => Number(top.toFixed(3)))).toEqual([
    0,
    6,
    ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((row) => Number((6 + (14 / 9) * row).toFixed(3))),
  ]);
});

test("each day is painted in its colour, where it stands in its year", () => {
  const pixels = new Uint8ClampedArray(4 * 366 * 3);
  const context = {
    canvas: { width: 0, height: 0 },
    createImageData: vi.fn(() => ({ data: pixels })),
    putImageData: vi.fn(),
    clearRect: vi.fn(),
    drawImage: vi.fn(),
  };
  vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(context as never);
  render(
    <AxisContext.Provider value={axisFor(1000)}>
      <DayPicture
        {...{ name: "Store", years, firstMonth: 1, strongRows: [], yearRow: 0, height: 90, pickYear: vi.fn() }}
        spans={[
          { first: 0, days: 10, offset: 5 },
          { first: 10, days: 365, offset: 0 },
          { first: 375, days: 366, offset: 0 },
        ]}
        colour={(at) => 0x010203 + at}
        reading={() => ""}
      />
    </AxisContext.Provider>,
  );
  const at = (row: number, column: number) => [
    ...pixels.slice(4 * (row * 366 + column), 4 * (row * 366 + column) + 4),
  ];
  expect(at(0, 4)).toEqual([0, 0, 0, 0]);
  expect(at(0, 5)).toEqual([1, 2, 3, 255]);
  expect(at(0, 14)).toEqual([1, 2, 12, 255]);
  expect(at(0, 15)).toEqual([0, 0, 0, 0]);
  expect(at(1, 0)).toEqual([1, 2, 13, 255]);
  expect(at(1, 365)).toEqual(at(1, 364)); // a year of 365 days fills its row
  expect(at(2, 365)).not.toEqual(at(2, 364));
  expect(context.drawImage.mock.calls.map((call) => call.slice(1))).toEqual([
    [0, 0, 366, 1, 0, 0, 640, 14],
    [0, 1, 366, 1, 0, 14, 640, 38],
    [0, 2, 366, 1, 0, 52, 640, 38],
  ]);
});
