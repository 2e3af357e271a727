import type { Operation } from "../../api/client";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import { freshNumber } from "../../lib/freshNumber";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { NameEntry } from "../../document/NameEntry";
import { letterOf } from "./RoofPlanDrawing";

const FIRST = "";

/** The groups of downpipes: their names and the tank each fills. */
export function DownpipeRows() {
  const bench = useEdits();
  const { downpipes, cistern, roofs } = useDocument("downpipes", "cistern", "roofs");
  const many = cistern.tanks.length > 1;
  const add = () => {
    const number = freshNumber("group", downpipes);
    const letter = letterOf(downpipes.length);
    void bench.edit(`Added downpipes ${letter}`, [
      { op: "add", path: "/downpipes/-", value: { id: `group-${number}`, name: `Downpipes ${letter}`, tank: null } },
    ]);
  };
  const remove = (index: number) => {
    const gone = downpipes[index]!;
    const heir = downpipes[index === 0 ? 1 : 0]!.id;
    const operations: Operation[] = roofs.flatMap((roof, row) => {
      const share = roof.drains.find((drain) => drain.group === gone.id)?.share;
      if (share === undefined) return [];
      const left = roof.drains.filter((drain) => drain.group !== gone.id);
      const onHeir = left.find((drain) => drain.group === heir);
      const drains = onHeir
        ? left.map((drain) => (drain === onHeir ? { ...drain, share: drain.share + share } : drain))
        : [...left, { group: heir, share }];
      return replace(`/roofs/${row}/drains`, drains);
    });
    const freed = downpipes.flatMap((each, row) =>
      each.run.into === gone.id ? replace(`/downpipes/${row}/run/into`, null) : [],
    );
    void bench.edit(`Removed downpipes ${gone.name}`, [
      ...operations,
      ...freed,
      { op: "remove", path: `/downpipes/${index}` },
    ]);
  };
  return (
    <section aria-label="Downpipes">
      <h2 className="heading">Downpipes</h2>
      {downpipes.map((each, index) => (
        <p key={each.id} className="flex flex-wrap items-baseline gap-x-2 border-b border-rule py-1 text-table">
          <strong>{letterOf(index)}</strong>
          <NameEntry
            label={`Name of downpipes ${letterOf(index)}`}
            path={`/downpipes/${index}/name`}
            value={each.name}
            className="w-[15ch] font-semibold"
          />
          {many && (
            <span>
              to{" "}
              <ChoiceEntry
                path={`/downpipes/${index}/tank`}
                label={`Tank that downpipes ${letterOf(index)} fill`}
                value={each.tank ?? FIRST}
                options={[
                  { value: FIRST, label: `${cistern.tanks[0]!.name}, the first` },
                  ...cistern.tanks.map((tank) => ({ value: tank.id, label: tank.name })),
                ]}
                onChoose={(tank) =>
                  void bench.edit(
                    `Downpipes ${letterOf(index)}: tank`,
                    replace(`/downpipes/${index}/tank`, tank === FIRST ? null : tank),
                  )
                }
              />
            </span>
          )}
          {downpipes.length > 1 && (
            <button
              className="fix relative ml-auto after:absolute after:-inset-2 after:content-['']"
              aria-label={`Remove downpipes ${letterOf(index)}`}
              onClick={() => remove(index)}
            >
              Remove
            </button>
          )}
        </p>
      ))}
      <p className="mt-2">
        <button className="fix min-h-11" onClick={add} disabled={downpipes.length >= 26}>
          Another group of downpipes
        </button>
      </p>
    </section>
  );
}
