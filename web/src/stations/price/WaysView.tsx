import { Entry } from "../../document/Entry";
import { MaybeEntry } from "../../document/MaybeEntry";
import { useDocument, usePlan } from "../../document/shown";
import { costOf, costUnit, fixed, money, quantity } from "../../lib/units";
import { DataTable } from "../../ui/DataTable";
import { WaysDrawing } from "./WaysDrawing";

/** Rain against the other ways to the same water, by the owner's own figures. */
export function WaysView() {
  const { units, price: entered } = useDocument("units", "price");
  const { price } = usePlan("price");
  const { others, currency, shares } = price;
  const { mains, well, ...ways } = entered.ways;
  if (!others) return <p>Other ways are compared once there is a record of rain, and rain that the house can use.</p>;
  const amount = (label: string, path: string, value: number | null) => (
    <span className="whitespace-nowrap">
      {currency}
      <MaybeEntry label={label} path={`/price/ways/${path}`} kind="money" value={value} unknown="not known yet" />
    </span>
  );
  const perVolume = (label: string, path: string, value: number | null) => (
    <>
      {currency}
      <MaybeEntry
        label={label}
        path={`/price/ways/${path}`}
        kind="money_m3"
        value={value}
        unknown="not known yet"
      />{" "}
      for each {costUnit(units)}
    </>
  );
  return (
    <>
      <p className="max-w-[76ch] text-lead leading-snug">{others.text}</p>
      <WaysDrawing ways={others.ways} currency={currency} years={shares.years} />
      <DataTable
        head={["", "At first", "A year", `Over ${shares.years} years`, `Each ${costUnit(units)}`, "Crosses rain"]}
        rows={others.ways.map((way) => ({
          key: way.key,
          name: (
            <>
              {way.name}
              {others.at_least && (way.key === "rain" || (way.key === "smaller" && way.cost)) && ", at least"}{" "}
              {way.text && <span className="note block">{way.text}</span>}
              {way.asks.length > 0 && <span className="note block">Not compared yet: enter {listed(way.asks)}.</span>}
            </>
          ),
          cells:
            way.cost === null
              ? ["–", "–", "–", "–", "–"]
              : [
                  money(currency, way.cost.capital),
                  money(currency, way.cost.yearly),
                  money(currency, way.cost.present_cost),
                  costOf(way.cost.per_m3, currency, units),
                  way.key === "rain"
                    ? "–"
                    : others.at_least
                      ? "not known"
                      : way.cost.crosses.length
                        ? way.cost.crosses.map((year) => `year ${fixed(year, 0)}`).join(", ")
                        : "never",
                ],
        }))}
      />
      <section aria-label="The owner’s figures" className="max-w-[76ch] leading-[1.9]">
        <h2 className="heading">The owner’s figures</h2>
        <p>
          Each way brings what the design supplies in a mean year, {quantity("volume", 1000 * others.m3_year, units)}.
          Mains: {amount("Connection to the mains", "mains/connection", mains.connection)} for the connection,{" "}
          {perVolume("Tariff of the mains", "mains/per_m3", mains.per_m3)}, {currency}
          <Entry label="Standing charge a year" path="/price/ways/mains/yearly" kind="money" value={mains.yearly} /> a
          year standing. At the peak the street has{" "}
          <MaybeEntry
            label="Pressure in the street"
            path="/price/ways/mains/street_kpa"
            kind="pressure"
            value={mains.street_kpa}
            unknown="not known yet"
          />
          ; the house stands{" "}
          <Entry
            label="Rise from the street to the house"
            path="/price/ways/mains/rise_m"
            kind="length"
            value={mains.rise_m}
            min={-500}
            max={500}
          />{" "}
          above it, and the way there takes{" "}
          <Entry
            label="Pressure lost on the way from the street"
            path="/price/ways/mains/friction_kpa"
            kind="pressure"
            value={mains.friction_kpa}
          />
          .
        </p>
        <p>
          Drilled well: {amount("Drilled well with pump and treatment", "well/drilled", well.drilled)} with its pump
          and treatment, {amount("Upkeep of a well in a year", "well/yearly", well.yearly)} a year. Water by truck:{" "}
          {perVolume("Water by truck", "truck_m3", ways.truck_m3)}. Smaller tanks, of{" "}
          <MaybeEntry
            label="Size of smaller tanks"
            path="/price/ways/smaller_share"
            kind="percent"
            value={ways.smaller_share}
            unknown="not said yet"
            min={0.05}
            max={0.95}
          />{" "}
          of these, with trucks for the rest. Nothing is built: water costs{" "}
          {amount("What water costs in a year now", "nothing_yearly", ways.nothing_yearly)} a year as it is.
        </p>
      </section>
    </>
  );
}

const listed = (words: string[]) => new Intl.ListFormat("en", { type: "conjunction" }).format(words);
