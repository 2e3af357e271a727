import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument } from "../../document/shown";
import type { Document } from "../../api/client";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { Choice } from "../../ui/Choice";
import { Entry } from "../../document/Entry";

type Fixture = keyof Document["pump"]["fixtures"];

const FIXTURES: { key: Fixture; one: string; many: string }[] = [
  { key: "toilet", one: "toilet", many: "toilets" },
  { key: "basin", one: "basin", many: "basins" },
  { key: "shower", one: "shower", many: "showers" },
  { key: "bath", one: "bath", many: "baths" },
  { key: "kitchen_sink", one: "kitchen sink", many: "kitchen sinks" },
  { key: "dishwasher", one: "dishwasher", many: "dishwashers" },
  { key: "washing_machine", one: "washing machine", many: "washing machines" },
  { key: "laundry_sink", one: "laundry sink", many: "laundry sinks" },
  { key: "garden_tap", one: "garden tap", many: "garden taps" },
];

/** What can be open in the house, and by which method it makes a peak. */
export function FixtureWords() {
  const bench = useEdits();
  const document = useDocument("pump");
  const { pump: entered } = document;
  const there = FIXTURES.filter(({ key }) => entered.fixtures[key] > 0);
  const count = there.reduce((sum, { key }) => sum + entered.fixtures[key], 0);
  const others = FIXTURES.filter(({ key }) => entered.fixtures[key] === 0);
  return (
    <p>
      There {count <= 1 ? "is" : "are"}{" "}
      {there.map(({ key, one, many }) => (
        <span key={key}>
          <Entry
            label={`Number: ${many}`}
            path={`/pump/fixtures/${key}`}
            kind="count"
            value={entered.fixtures[key]}
          />{" "}
          {entered.fixtures[key] === 1 ? one : many},{" "}
        </span>
      ))}
      {others.length > 0 && (
        <Choice
          label="Nothing else that can be open"
          value={"" as Fixture}
          options={others.map(({ key, one }) => ({ value: key, label: `a ${one}` }))}
          onChoose={(key) =>
            void bench.edit(`One more: ${key.replace("_", " ")}`, replace(`/pump/fixtures/${key}`, 1))
          }
        >
          {count === 0 ? "nothing to open yet" : "nothing else"}
        </Choice>
      )}
      ; counted{" "}
      <ChoiceEntry
        path="/pump/flow_by"
        label="Method of the peak"
        value={entered.flow_by}
        options={[
          { value: "at_once", label: "by what is open at once", note: "a small house" },
          { value: "units", label: "by fixture units", note: "Hunter’s curve" },
        ]}
        onChoose={(method) => void bench.edit("Method of the peak", replace("/pump/flow_by", method))}
      />
      {entered.flow_by === "at_once" && count > 1 && (
        <>
          , <Entry label="Open at once" path="/pump/at_once" kind="count" value={entered.at_once} /> of them
        </>
      )}
      , and{" "}
      <Entry
        label="Largest zone of the garden"
        path="/pump/irrigation_l_s"
        kind="flow"
        value={entered.irrigation_l_s}
      />{" "}
      for the garden’s largest zone.
    </p>
  );
}
