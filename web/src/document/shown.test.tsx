import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useEffect } from "react";
import { expect, test } from "vitest";
import { demo, renderOnDemo } from "../testing/demo";
import { useDocument, usePlan } from "./shown";
import { useEdits, useSaved } from "./workbench";

// A preview has drawn anew who reads what it changed, and nobody else.

type Watched = { drawn: (name: string) => void };

function Pump({ drawn }: Watched) {
  useEffect(() => drawn("pump"));
  return <p>{usePlan("pump").pump.feed}</p>;
}
function Ground({ drawn }: Watched) {
  useEffect(() => drawn("ground"));
  return <p>{usePlan("ground").ground.pads.length} pads</p>;
}
function Units({ drawn }: Watched) {
  useEffect(() => drawn("units"));
  return <p>{useDocument("units").units}</p>;
}
function Kept({ drawn }: Watched) {
  useEffect(() => drawn("kept"));
  return <p>revision {useSaved().revision}</p>;
}
function Editor({ drawn }: Watched) {
  const edits = useEdits();
  useEffect(() => drawn("editor"));
  return (
    <>
      <button onClick={() => edits.preview([{ op: "replace", path: "/ground/slope", value: 0.2 }])}>preview</button>
      <button onClick={edits.endPreview}>end</button>
    </>
  );
}

test("a preview draws its readers and leaves the rest, and so does its end", async () => {
  const names: string[] = [];
  const drawn = (name: string) => void names.push(name);
  const answer = structuredClone(demo); // all of it new, as it comes over the wire
  answer.plan.ground.pads = [];
  renderOnDemo(
    <>
      <Pump drawn={drawn} />
      <Ground drawn={drawn} />
      <Units drawn={drawn} />
      <Kept drawn={drawn} />
      <Editor drawn={drawn} />
    </>,
    demo,
    "/",
    { [`POST /api/properties/${demo.id}/preview`]: () => [200, answer] },
  );
  const standing = `${demo.plan.ground.pads.length} pads`;
  await screen.findByText(standing);
  expect(new Set(names)).toEqual(new Set(["pump", "ground", "units", "kept", "editor"]));

  names.length = 0;
  await userEvent.click(screen.getByRole("button", { name: "preview" }));
  await screen.findByText("0 pads");
  await userEvent.click(screen.getByRole("button", { name: "end" }));
  await screen.findByText(standing);
  expect(names).toEqual(["ground", "ground"]);
});
