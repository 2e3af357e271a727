import type { Plan } from "../../api/client";

/** The figures of a price in their order; nothing is said of rounding where nothing is rounded. */
export const putTogether = (price: Pick<Plan["price"], "rounding">) =>
  ["materials", "labour", "other", "contingency", "rounding", "tax", "grants", "total"].filter(
    (key) => key !== "rounding" || price.rounding.value !== 0,
  );
