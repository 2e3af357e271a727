import { addressOf } from "../../api/addresses";
import type { BoughtForAll, Figure } from "../../api/client";
import { allBoughtQuery } from "../../api/queries";
import { useDocument } from "../../document/shown";
import { useSaved } from "../../document/workbench";
import { fixed, money } from "../../lib/units";
import { CopyList } from "../../stations/price/CopyList";
import { PriceBar } from "../../stations/price/PriceBar";
import { putTogether } from "../../stations/price/putTogether";
import { DataTable } from "../../ui/DataTable";
import { FigureList } from "../../ui/FigureList";
import { OfAllSupplies } from "./OfAllSupplies";

/** What all supplies are bought as together, by where it is bought, and what it costs. */
export function AllBought() {
  const { id, revision } = useSaved();
  return (
    <OfAllSupplies
      name="Bought for all supplies"
      notKept="The list is not kept here: it takes a connection to open it."
      id={id}
      query={allBoughtQuery(id, revision)}
    >
      {(bought) => <Bought bought={bought} id={id} />}
    </OfAllSupplies>
  );
}

function Bought({ bought, id }: { bought: BoughtForAll; id: string }) {
  const { units, name } = useDocument("units", "name");
  const lines = bought.lines.filter((line) => line.quantity > 0);
  return (
    <>
      <p className="mt-1 max-w-[76ch]">
        {lines.length} parts in one list: pipes and gutters of all supplies are cut from the same lengths, and tools
        and spares are bought once. The work takes {fixed(bought.days, 1)} days. What was added to the list by hand,
        other costs, grants and hours that were entered are the property’s: they are in this price once, and in the
        price of each supply by itself.
      </p>
      {bought.booked && (
        <div className="mt-3 grid gap-x-8 gap-y-3 wide:grid-cols-2">
          <PriceBar price={bought} />
          <FigureList
            units={units}
            figures={bought as unknown as Record<string, Figure>}
            keys={putTogether(bought)}
          />
        </div>
      )}
      {bought.groups.map((group) => {
        const here = lines.filter((line) => line.group === group.key);
        return here.length === 0 ? null : (
          <details key={group.key} className="mt-3 border-t border-rule pt-2">
            <summary className="min-h-8 cursor-pointer font-semibold max-desk:min-h-11">
              {group.name} <span className="note">{here.length === 1 ? "one line" : `${here.length} lines`}</span>
            </summary>
            <div className="mt-1 flex justify-end">
              <CopyList title={`${name}: ${group.name}`} lines={here} />
            </div>
            <DataTable
              head={["Part", "How many", "For", ...(bought.booked ? ["Price"] : [])]}
              rows={here.map((line) => ({
                key: line.key,
                name: line.name,
                cells: [
                  line.sold,
                  bought.asked_by[line.key]?.join(", ") || "added by hand",
                  ...(bought.booked ? [line.total === null ? "not priced" : money(bought.currency, line.total)] : []),
                ],
              }))}
            />
          </details>
        );
      })}
      <p className="no-print mt-3">
        <a
          className="act-quiet"
          href={addressOf("/api/properties/{property_id}/all-supplies/parts.csv", { property_id: id })}
          download
        >
          Save all of it for a merchant (CSV)
        </a>
      </p>
    </>
  );
}
