import { fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { axisFor, AxisContext, dayX } from "../lib/axis";
import { DayPicture } from "./DayPicture";

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
