import { scaleLinear } from "d3-scale";
import type { Plan } from "../../api/client";
import { money } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import { MoneyAxes } from "./MoneyAxes";

const HEIGHT = 210;
const PAD = { left: 66, right: 12, top: 12, bottom: 30 };

type Price = Plan["price"];
export type Paid = { year: number; upkeep: number; replaced: number };

/** What is paid in each year from the first on: upkeep as it falls due, and what wears out. */
export function paidByYear(price: Price): Paid[] {
  const years = Array.from({ length: price.shares.years }, (_, row) => ({ year: row + 1, upkeep: 0, replaced: 0 }));
  for (const line of price.upkeep) {
    if (line.each_time === null) continue;
    for (let month = line.every_months; month <= price.shares.years * 12 + 1e-9; month += line.every_months) {
      const year = years[Math.min(years.length, Math.max(1, Math.ceil(month / 12 - 1e-9))) - 1]!;
      const last = month > price.shares.years * 12 - 1e-9;
      if (line.replaces && last) continue; // nothing is replaced on the last day
      if (line.replaces) year.replaced += line.each_time;
      else year.upkeep += line.each_time;
    }
  }
  return years;
}

/** Money over the years: what has been paid by the end of each, from the price on, in money of its day. */
export function YearsOfMoney({ price }: { price: Price }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const paid = paidByYear(price);
  const first = price.total.value!;
  const sums = paid.reduce<number[]>(
    (before, year) => [...before, (before.at(-1) ?? first) + year.upkeep + year.replaced],
    [],
  );
  const most = sums.at(-1) ?? first;
  const x = scaleLinear([0, paid.length], [PAD.left, width - PAD.right]);
  const y = scaleLinear([0, most || 1], [HEIGHT - PAD.bottom, PAD.top]);
  const line = sums.map((each, row) => `L${x(row)} ${y(each)}H${x(row + 1)}`).join("");
  const text = `${money(price.currency, first)} at first; ${money(price.currency, most)} after ${paid.length} years`;
  return (
    <section aria-label="Money over the years">
      <h2 className="heading">
        Money over the years<span className="head-note">{text}</span>
      </h2>
      <div ref={box}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} role="img" aria-label={text}>
            <MoneyAxes x={x} y={y} most={most} currency={price.currency} height={HEIGHT} />
            <rect
              x={PAD.left}
              y={y(first)}
              width={Math.max(0, x(paid.length) - PAD.left)}
              height={Math.max(0, y(0) - y(first))}
              fill="var(--water-1)"
            />
            <path d={`M${PAD.left} ${y(first)}${line}V${y(first)}Z`} fill="var(--parched-2)" stroke="none" />
            <path d={`M${PAD.left} ${y(0)}V${y(first)}${line}`} fill="none" stroke="var(--ink)" strokeWidth="2" />
            {paid.map(({ year, replaced }, row) =>
              replaced > 0 ? (
                <text key={year} className="label halo" x={x(row)} y={y(sums[row]!) - 6} textAnchor="middle">
                  pump
                </text>
              ) : null,
            )}
          </svg>
        )}
      </div>
    </section>
  );
}
