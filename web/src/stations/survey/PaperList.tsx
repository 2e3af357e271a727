import { choicesAt } from "../../document/choices";
import { useDocument, usePlan } from "../../document/shown";
import { write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { isMissing, useItems } from "./answers";
import type { Item } from "./answers";
import { PLACES } from "./places";

/** The list for those who write on paper: what stands already, and a blank for what does not. */
export function PaperList() {
  const { survey } = usePlan("survey");
  const { units } = useDocument("units");
  const { items } = useItems();
  return (
    <section aria-label="Survey on paper" className="hidden text-small print:block">
      <p className="mb-3">
        Seen by <Blank /> on <Blank />
      </p>
      <div className="columns-2 gap-x-6">
        {survey.walk.map((walk) => (
          <section key={walk} className="mb-3">
            <h2 className="heading break-after-avoid">{PLACES[walk]}</h2>
            <ul>
              {items
                .filter((item) => item.walk === walk)
                .map((item) => (
                  <li key={item.key} className="break-inside-avoid border-b border-rule py-1 leading-snug">
                    {item.state === "confirmed" ? "☑" : "☐"} {item.asks}
                    {item.photo && " (photo)"}
                    {item.kind !== "look" && (
                      <>: {isMissing(item) ? <Blank /> : <strong>{inWords(item, units)}</strong>}</>
                    )}
                    {item.state === "left_out" && ", left out"}
                    {item.note && <span className="note block">{item.note}</span>}
                    {item.kind === "look" && isMissing(item) && <Line />}
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </div>
    </section>
  );
}

const Blank = () => <span className="inline-block w-[9em] border-b border-ink">&nbsp;</span>;
const Line = () => <span className="block h-5 border-b border-ink">&nbsp;</span>;

/** What stands at an item's place, as it is written in the property's units. */
function inWords({ kind, path, value }: Item, units: Units): string {
  if (value === null || path === null || kind === "look") return "as the design takes it";
  if (kind === "yes_no") return value === true ? "yes" : "no";
  if (kind === "choice") return choicesAt(path, units).find((each) => each.value === value)?.label ?? String(value);
  return typeof value === "number" ? write(kind, units, value) : String(value);
}
