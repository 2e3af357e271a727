import { replace } from "./edits";
import { useEdits } from "./workbench";

import { ChoiceEntry } from "./ChoiceEntry";

/** A yes or no of the document, as the words in a sentence that say which. */
export function YesOrNo(props: {
  label: string;
  path: string;
  on: boolean;
  yes: string;
  no: string;
  yesNote?: string;
}) {
  const bench = useEdits();
  return (
    <ChoiceEntry
      path={props.path}
      label={props.label}
      value={props.on ? "yes" : "no"}
      options={[
        { value: "yes", label: props.yes, note: props.yesNote },
        { value: "no", label: props.no },
      ]}
      onChoose={(way) =>
        void bench.edit(`${props.label}: ${way === "yes" ? props.yes : props.no}`, replace(props.path, way === "yes"))
      }
    />
  );
}
