import type { Roof } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { letterOf } from "./RoofPlanDrawing";

/** Which group of downpipes a surface runs to: one, or half and half over two. */
export function DrainsChoice({ roof, index }: { roof: Roof; index: number }) {
  const bench = useEdits();
  const { downpipes, supplies } = useDocument("downpipes", "supplies");
  /** Those of the other supplies of the property. */
  const elsewhere = supplies.flatMap((supply) =>
    supply.downpipes.map((each) => ({ value: each.id, label: `${supply.name}: ${each.name}` })),
  );
  const keyOf = (drains: Roof["drains"]) => drains.map((drain) => drain.group).join("+");
  const nameOf = (id: string) => {
    const row = downpipes.findIndex((each) => each.id === id);
    return `${letterOf(row)}, ${downpipes[row]!.name}`;
  };
  const single = downpipes.map((each) => ({ value: each.id, label: nameOf(each.id) }));
  const halves = downpipes.flatMap((first, i) =>
    downpipes.slice(i + 1).map((second) => ({
      value: `${first.id}+${second.id}`,
      label: `half to ${letterOf(downpipes.indexOf(first))}, half to ${letterOf(downpipes.indexOf(second))}`,
    })),
  );
  const now = keyOf(roof.drains);
  const shortOf = (id: string) => {
    const row = downpipes.findIndex((each) => each.id === id);
    return row < 0 ? (elsewhere.find((each) => each.value === id)?.label ?? id) : letterOf(row);
  };
  const options = [...single, ...halves, ...elsewhere];
  if (!options.some((option) => option.value === now))
    options.push({
      value: now,
      label: roof.drains.map((drain) => `${Math.round(drain.share * 100)} % to ${shortOf(drain.group)}`).join(", "),
    });
  return (
    <ChoiceEntry
      path={`/roofs/${index}/drains`}
      label={`Downpipes of ${roof.name}`}
      value={now}
      options={options}
      onChoose={(key) => {
        const groups = key.split("+");
        void bench.edit(
          `${roof.name}: downpipes`,
          replace(
            `/roofs/${index}/drains`,
            groups.map((group) => ({ group, share: 1 / groups.length })),
          ),
        );
      }}
    />
  );
}
