import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { Choice } from "../../ui/Choice";
import { allOf, groupsOf, serveBy, useSite } from "./onSupplies";
import type { Together } from "./onSupplies";

const NOBODY = "";

/** Which supply takes each roof's water, and which serves each use. */
export function RoofsAndUses({ together }: { together: Together }) {
  const { edit } = useEdits();
  const document = useSite();
  const all = allOf(document);
  const groups = groupsOf(document);
  const nameOf = (id: string | null) => all.find((each) => each.id === id)?.name ?? "";
  return (
    <section aria-label="Roofs and uses">
      <h2 className="heading">Where each roof drains to</h2>
      <ul className="mt-1">
        {document.roofs.map((roof, row) => {
          const one = roof.drains.length === 1 ? roof.drains[0]!.group : "";
          const shared = roof.drains
            .map(({ group, share }) => {
              const found = groups.find((each) => each.id === group);
              return `${Math.round(share * 100)} % to ${found?.supply.name ?? group}`;
            })
            .join(", ");
          return (
            <li key={roof.id} className="border-b border-rule py-1.5">
              {roof.name} to{" "}
              <Choice
                label={`Downpipes that ${roof.name} drains to`}
                value={one}
                options={[
                  ...(one ? [] : [{ value: "", label: shared }]),
                  ...groups.map(({ id, name, supply }) => ({ value: id, label: supply.name, note: name })),
                ]}
                onChoose={(group) =>
                  group &&
                  void edit(
                    `${roof.name} drains to ${groups.find(({ id }) => id === group)!.supply.name}`,
                    replace(`/roofs/${row}/drains`, [{ group, share: 1 }]),
                  )
                }
              />
              {!roof.on && <span className="note"> not used</span>}
            </li>
          );
        })}
      </ul>
      <h2 className="heading mt-5">Who serves each use</h2>
      {together.uses.length === 0 && <p className="note mt-1">Nothing draws on rain yet: enter uses at Household.</p>}
      <ul className="mt-1">
        {together.uses.map((use) => (
          <li key={use.path} className="border-b border-rule py-1.5">
            {use.name} from{" "}
            <Choice
              label={`First for ${use.name}`}
              value={use.by}
              options={all.map(({ id, name }) => ({ value: id, label: name }))}
              onChoose={(by) => void edit(`${use.name} from ${nameOf(by)}`, serveBy(use, by))}
            />
            , what that lacks from{" "}
            <Choice
              label={`Second for ${use.name}`}
              value={use.then ?? NOBODY}
              options={[
                { value: NOBODY, label: "no other" },
                ...all.filter(({ id }) => id !== use.by).map(({ id, name }) => ({ value: id, label: name })),
              ]}
              onChoose={(then) =>
                void edit(
                  then === NOBODY ? `${use.name}: no second supply` : `${use.name}: then ${nameOf(then)}`,
                  replace(use.path, { by: use.by, then: then === NOBODY ? null : then }),
                )
              }
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
