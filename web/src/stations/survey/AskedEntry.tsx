import { ChoiceEntry } from "../../document/ChoiceEntry";
import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { HILLSIDE } from "../../document/openChannel";
import { MaybeEntry } from "../../document/MaybeEntry";
import { useDocument } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { YesOrNo } from "../../document/YesOrNo";
import type { Item } from "./answers";

/** About how large what is asked for is, where nothing stands there yet. */
const AROUND = {
  length: 2,
  bore: 100,
  pipe: 100,
  area: 100,
  angle: 30,
  count: 1,
  percent: 0.05,
  pressure: 600,
  intensity: 20,
};

/** The answer to an item, entered at its own place in the design. */
export function AskedEntry({ item }: { item: Item }) {
  const bench = useEdits();
  const { units } = useDocument("units");
  const { asks: label, path, kind, value } = item;
  if (path === null || kind === "look") return null;
  if (kind === "choice")
    return (
      <ChoiceEntry
        path={path}
        label={label}
        undecided={value === "unknown"}
        value={String(value)}
        options={choicesAt<string>(path, units).filter((each) => each.value !== HILLSIDE || each.value === value)}
        onChoose={(chosen) => void bench.edit(`${label}: ${chosen}`, replace(path, chosen))}
      />
    );
  if (kind === "yes_no") return <YesOrNo label={label} path={path} on={value === true} yes="yes" no="no" />;
  if (value === null)
    return (
      <MaybeEntry
        label={label}
        path={path}
        kind={kind}
        value={typeof value === "number" ? value : null}
        unknown="not measured"
        around={AROUND[kind]}
      />
    );
  return <Entry label={label} path={path} kind={kind} value={Number(value)} />;
}
