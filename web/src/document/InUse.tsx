import { ChoiceEntry } from "./ChoiceEntry";
import { DayEntry } from "./DayEntry";
import { replace } from "./edits";
import { useDocument } from "./shown";
import { useEdits } from "./workbench";

type Season = { first: string; last: string };

/** When something is out of use in each year, such as a store that is drained before frost; as words in a sentence. */
export function InUse({ what, path, value }: { what: string; path: string; value: Season | null }) {
  const bench = useEdits();
  const { site } = useDocument("site");
  const winter = (site.latitude_deg ?? 0) < 0 ? { first: "05-01", last: "08-31" } : { first: "11-01", last: "03-31" };
  return (
    <>
      <ChoiceEntry
        path={path}
        label={`When ${what} is in use`}
        value={value ? "part" : "always"}
        options={[
          { value: "always", label: "in use all year" },
          { value: "part", label: "out of use", note: "such as drained before frost" },
        ]}
        onChoose={(way) =>
          void bench.edit(
            way === "part" ? `${what}: out of use for a season` : `${what}: in use all year`,
            replace(path, way === "part" ? winter : null),
          )
        }
      />
      {value && (
        <>
          {" "}
          from{" "}
          <DayEntry
            label={`First day on which ${what} is out of use`}
            path={`${path}/first`}
            value={value.first}
          />{" "}
          to <DayEntry label={`Last day on which ${what} is out of use`} path={`${path}/last`} value={value.last} />
        </>
      )}
    </>
  );
}
