import { createContext, useContext } from "react";

/** The one time axis: a date is the same vertical line in the sheet's pictures and in the strip at the foot. */
export type Axis = { contentWidth: number; left: number; width: number; narrow: boolean };

export function axisFor(contentWidth: number): Axis {
  const narrow = contentWidth < 720;
  return narrow
    ? { contentWidth, left: 40, width: Math.max(contentWidth - 40, 100), narrow }
    : { contentWidth, left: 48, width: Math.round(contentWidth * 0.64), narrow };
}

export const AxisContext = createContext<Axis>(axisFor(1000));
export const useAxis = () => useContext(AxisContext);

/** Position of a day of the water year (0 to 365) on the axis, from its left end. */
export const dayX = (axis: Axis, day: number) => (day / 365) * axis.width;
