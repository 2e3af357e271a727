import { Link } from "wouter";
import { propertyOf, shownBy } from "../../api/shownBy";
import { NameEntry } from "../../document/NameEntry";
import { useEdits, useWho } from "../../document/workbench";
import { area, rate, volume } from "../../lib/units";
import { placeOf, removeSupply, useSite } from "./onSupplies";
import type { SupplyBeside, Together } from "./onSupplies";

/** Every supply: what it catches and holds, how it does, and the way to its sheets. */
export function SupplyRows({ together }: { together: Together }) {
  const { id, edit } = useEdits();
  const document = useSite();
  const reads = useWho()?.role === "owner";
  return (
    <section aria-label="Each supply" className="mt-6">
      <h2 className="heading">Each supply</h2>
      <ul className="mt-1 border-t border-rule">
        {together.supplies.map((each) => {
          const here = each.id === document.supply.id;
          return (
            <li key={each.id} className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule py-2">
              <div className="min-w-0 flex-1 basis-[34ch]">
                <NameEntry
                  label={`Name of ${each.name}`}
                  path={`${placeOf(document, each.id)}/name`}
                  value={each.name}
                />
                <p className="text-aside">{inWords(each, document.units)}</p>
              </div>
              <Link className={here ? "act" : "act-quiet"} to={`/p/${shownBy(propertyOf(id), each.id)}/cistern`}>
                Sheets<span className="sr-only"> of {each.name}</span>
              </Link>
              {!reads && (
                <button
                  className="fix min-h-11 disabled:opacity-50"
                  disabled={here}
                  title={
                    here
                      ? "This one is looked at: open another supply first, from there it can be removed"
                      : `Its roofs and uses go to ${document.supply.name}`
                  }
                  aria-label={`Remove ${each.name}`}
                  onClick={() => void edit(`Removed ${each.name}`, removeSupply(document, together.uses, each.id))}
                >
                  Remove
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function inWords(each: SupplyBeside, units: "metric" | "us"): string {
  const from = each.roofs.length ? `${area(each.area_m2, units)} of roof` : "No roof yet";
  const serves = each.serves.length ? `serves ${each.serves.join(", ")}` : "serves nothing by itself";
  const helps = each.helps.length ? `, helps with ${each.helps.join(", ")}` : "";
  const carries =
    each.years_carried == null || each.counted_years == null
      ? ""
      : ` Carries ${each.years_carried === each.counted_years ? "all" : `${each.years_carried} of`} ${each.counted_years} years.`;
  const mean = each.helped_l_day ?? 0;
  const pumped =
    Math.abs(mean) < 0.5
      ? ""
      : ` ${mean > 0 ? "Gets" : "Gives"} ${rate(Math.abs(mean), units)} in the mean, by pump.`;
  return `${from}, ${volume(each.tank_l, units)} of tanks; ${serves}${helps}.${carries}${pumped}`;
}
