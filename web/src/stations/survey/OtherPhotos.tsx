import { ItemPhotos } from "../../document/photos/ItemPhotos";
import { useDocument, usePlan } from "../../document/shown";
import { capital, fieldWords } from "../../lib/words";
import type { Item } from "./answers";

/** What is photographed elsewhere than for an item of the list. */
const ELSEWHERE = "permits/";

/** Photos of what the design does not ask of the site any more, such as a roof that was taken out. */
export function OtherPhotos({ items }: { items: Item[] }) {
  const { photos } = useDocument("photos");
  const asked = new Set(items.map(({ key }) => key));
  const { survey } = usePlan("survey");
  for (const { key } of survey.found) asked.add(`found/${key}`);
  const others = [...new Set(Object.values(photos).map(({ of }) => of))].filter(
    (of) => !asked.has(of) && !of.startsWith(ELSEWHERE),
  );
  if (others.length === 0) return null;
  return (
    <section aria-label="Photos of what is not asked any more">
      <h2 className="heading">Photos of what is not asked any more</h2>
      <ul className="mt-1 border-t border-rule">
        {others.map((of) => (
          <li key={of} className="grid grid-cols-[0_minmax(0,1fr)] border-b border-rule py-1.5">
            <span className="col-start-2">{capital(formerly(of))}</span>
            <ItemPhotos of={of} asks={formerly(of)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What an item asked that nothing knows any more: `roofs/barn/outlet_m` was "outlet of barn". */
function formerly(of: string): string {
  const [, ...way] = of.split("/");
  const [row, field] = [way.slice(0, -1).join(", "), fieldWords(way.at(-1) ?? of)];
  return row ? `${field} of ${row}` : field;
}
