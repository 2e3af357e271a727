import type { MouseEvent } from "react";

/** Whether a press is the first of a double one: what is taken once must not be taken twice by a hasty hand. */
export const once = (event: MouseEvent) => event.detail < 2;
