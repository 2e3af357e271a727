import type { Plan } from "../../api/client";
import { useDocument } from "../../document/shown";
import { money } from "../../lib/units";
import { fit } from "../../ui/fit";
import { useWidth } from "../../ui/useWidth";
import { Why } from "../../ui/Why";

const HEIGHT = 54;
const LETTER_PX = 7.4;

type Price = Pick<
  Plan["price"],
  "currency" | "materials" | "labour" | "other" | "margin" | "contingency" | "tax" | "grants" | "total" | "missing"
>;

/** What the price is made of, to scale along one beam; what others pay is taken off its end. */
export function PriceBar({ price }: { price: Price }) {
  const { units } = useDocument("units");
  const [box, width] = useWidth<HTMLDivElement>();
  const worked = [
    { key: "materials", name: "Materials", value: price.materials.value!, fill: "var(--water-1)" },
    { key: "labour", name: "Labour", value: price.labour.value!, fill: "var(--water-3)" },
    {
      key: "travel",
      name: "Travel, machines, other",
      value: price.other.value! - price.margin.value!,
      fill: "var(--wall)",
    },
    { key: "margin", name: "Margin", value: price.margin.value!, fill: "var(--parched-2)" },
    { key: "contingency", name: "Contingency", value: price.contingency.value!, fill: "var(--sheet)" },
    { key: "tax", name: "Tax", value: price.tax.value!, fill: "var(--rule)" },
  ].filter(({ value }) => value > 0);
  const whole = worked.reduce((sum, { value }) => sum + value, 0);
  const granted = price.grants.value!;
  const scale = whole > 0 ? (width - 2) / whole : 0;
  return (
    <div>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="head text-title font-bold">
          <Why figure={price.total} units={units}>
            {money(price.currency, price.total.value!)}
          </Why>
        </span>
        <span className="note">
          {price.missing.length > 0 ? "at least: what is not priced counts as nothing so far" : "all of it"}
          {price.tax.value! > 0 ? ", tax in it" : ""}
          {granted > 0 ? `, ${money(price.currency, granted)} from others taken off` : ""}
        </span>
      </p>
      <div ref={box} className="mt-2">
        {width > 0 && whole > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            role="img"
            aria-label={worked.map(({ name, value }) => `${name} ${money(price.currency, value)}`).join(", ")}
          >
            {worked.map(({ key, name, value, fill }, row) => {
              const x = 1 + scale * worked.slice(0, row).reduce((sum, each) => sum + each.value, 0);
              const wide = value * scale;
              const amount = money(price.currency, value);
              return (
                <g key={key}>
                  <rect x={x} y={1} width={wide} height={30} fill={fill} stroke="var(--ink)" strokeWidth="1.3" />
                  {amount.length * LETTER_PX < wide && (
                    <text className="label" x={x + wide / 2} y={21} textAnchor="middle">
                      {amount}
                    </text>
                  )}
                  {fit(name, wide) === name && (
                    <text className="axis" x={x + 1} y={48}>
                      {name}
                    </text>
                  )}
                </g>
              );
            })}
            {granted > 0 && (
              <rect
                x={Math.max(1, 1 + (whole - granted) * scale)}
                y={1}
                width={Math.min(whole, granted) * scale}
                height={30}
                fill="none"
                stroke="var(--alarm)"
                strokeWidth="1.6"
                strokeDasharray="4 3"
              />
            )}
          </svg>
        )}
      </div>
    </div>
  );
}
