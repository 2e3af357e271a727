import { ShownChoice } from "../../ui/ShownChoice";
import { useState } from "react";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { AddPart } from "./AddPart";
import { CopyList } from "./CopyList";
import type { Line } from "./changed";
import { PartRow } from "./PartRow";
import { addressOf } from "../../api/addresses";

type By = "shop" | "day";

/** The list, by where things are bought or by the day of work that needs them. */
export function ToBuyView({ lines: parts }: { lines: Line[] }) {
  const { price } = usePlan("price");
  const { name } = useDocument("name");
  const { id } = useEdits();
  const [by, setBy] = useState<By>("shop");
  const [all, setAll] = useState(true);
  const shown = all ? parts : parts.filter((line) => line.quantity > 0 && !line.bought);
  const sections = (by === "shop" ? price.groups : price.work_names)
    .map(({ key, name }) => ({
      key,
      name,
      lines: shown.filter((line) => (by === "shop" ? line.group : line.work) === key),
    }))
    .filter(({ lines }) => lines.length > 0);
  const left = parts.filter((line) => line.quantity > 0 && !line.bought).length;
  return (
    <>
      <div className="no-print flex flex-wrap gap-x-8 gap-y-1">
        <ShownChoice
          label="In which order"
          choices={[
            { on: by === "shop", words: "By shop", choose: () => setBy("shop") },
            { on: by === "day", words: "By day of work", choose: () => setBy("day") },
          ]}
        />
        <ShownChoice
          label="Shown"
          choices={[
            { on: all, words: `All, ${parts.length}`, choose: () => setAll(true) },
            { on: !all, words: `Still to buy, ${left}`, choose: () => setAll(false) },
          ]}
        />
      </div>
      {sections.map(({ key, name: section, lines }) => (
        <section key={key} aria-label={section}>
          <div className="flex flex-wrap items-baseline justify-between gap-x-4 border-b-[1.5px] border-ink">
            <h2 className="heading">
              {by === "day" && `Day ${lines[0]!.day}: `}
              {section}
              <span className="head-note">{counted(lines)}</span>
            </h2>
            <CopyList title={`${name}: ${section}`} lines={lines} />
          </div>
          <ul>
            {lines.map((line) => (
              <PartRow key={line.key} line={line} />
            ))}
          </ul>
        </section>
      ))}
      {sections.length === 0 && (
        <p>{parts.length === 0 ? "Nothing to buy yet." : "All that is on the list is ticked off."}</p>
      )}
      <AddPart />
      <p className="no-print flex flex-wrap gap-3">
        <a
          className="act-quiet"
          href={addressOf("/api/properties/{property_id}/parts.csv", { property_id: id })}
          download
        >
          Save for a merchant (CSV)
        </a>
        <a
          className="act-quiet"
          href={addressOf("/api/properties/{property_id}/merchant.xlsx", { property_id: id })}
          download
        >
          Save for a merchant (XLSX)
        </a>
        <a
          className="act-quiet"
          href={addressOf("/api/properties/{property_id}/parts.xlsx", { property_id: id })}
          download
        >
          Save with prices (XLSX)
        </a>
      </p>
    </>
  );
}

/** How many, and how long the slowest of what is still to buy takes. */
function counted(lines: Line[]) {
  const lead = Math.max(0, ...lines.filter((line) => line.quantity > 0 && !line.bought).map(leadOf));
  const slowest = lead > 0 ? `, the slowest there ${lead} ${lead === 1 ? "day" : "days"} after the order` : "";
  return `${lines.length} ${lines.length === 1 ? "line" : "lines"}${slowest}`;
}

const leadOf = (line: Line) => line.lead_days ?? 0;
