import { fireEvent, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { lastOperations, renderOnDemo, terrace } from "../testing/demo";
import { Findings } from "./Findings";
import { useDocument, usePlan } from "./shown";

/** A sheet's findings, and something else that the preview moves. */
function Sheet() {
  const { findings } = usePlan("findings");
  const { name } = useDocument("name");
  return (
    <>
      <h1>{name}</h1>
      <Findings findings={findings.filter((finding) => finding.fixes?.length)} />
    </>
  );
}

const fixed = { ...terrace, document: { ...terrace.document, name: "As it would be" } };
const previewed = { ...fixed, plan: { ...terrace.plan, findings: [] } };
const first = terrace.plan.findings.find((finding) => finding.fixes?.length)!.fixes![0]!;
const open = () =>
  renderOnDemo(<Sheet />, terrace, "/", { [`POST /api/properties/${terrace.id}/preview`]: () => [200, previewed] });
const button = () => screen.findByRole("button", { name: new RegExp(`^${first.text.replace(/[.*+?()]/g, "\\$&")}`) });

test("an offer that is pointed at stays under the hand, though what it clears is gone in what is shown", async () => {
  const calls = open();
  const fix = await button();
  fireEvent.pointerEnter(fix);
  expect(await screen.findByRole("heading", { name: "As it would be" })).toBeTruthy();
  expect(fix.isConnected).toBe(true);
  expect(lastOperations(calls, "preview")).toEqual(first.operations);
  fireEvent.pointerLeave(fix);
  expect(await screen.findByRole("heading", { name: terrace.document.name })).toBeTruthy();
  expect(fix.isConnected).toBe(true);
  fireEvent.focus(fix);
  expect(await screen.findByRole("heading", { name: "As it would be" })).toBeTruthy();
  fireEvent.click(fix);
  await waitFor(() => expect(lastOperations(calls)).toEqual(first.operations));
  expect(await screen.findByRole("heading", { name: terrace.document.name })).toBeTruthy();
});

function Closing() {
  const [open, setOpen] = useState(true);
  const { name } = useDocument("name");
  return (
    <>
      {open ? <Sheet /> : <h1>{name}</h1>}
      <a onClick={() => setOpen(false)}>another sheet</a>
    </>
  );
}

test("what is taken off the page while it is pointed at shows nothing any longer", async () => {
  renderOnDemo(<Closing />, terrace, "/", {
    [`POST /api/properties/${terrace.id}/preview`]: () => [200, previewed],
  });
  fireEvent.pointerEnter(await button());
  expect(await screen.findByRole("heading", { name: "As it would be" })).toBeTruthy();
  fireEvent.click(screen.getByText("another sheet"));
  await waitFor(() => expect(screen.queryByRole("button")).toBeNull());
  expect(await screen.findByRole("heading", { name: terrace.document.name })).toBeTruthy();
});

test("a finger that comes down shows nothing first", async () => {
  const calls = open();
  fireEvent.pointerEnter(await button(), { pointerType: "touch" });
  await new Promise((done) => setTimeout(done, 50));
  expect(lastOperations(calls, "preview")).toBeNull();
});

const others = terrace.plan.findings.filter((finding) => finding.fixes?.length).slice(1);
const without = (findings: typeof others) => ({ ...terrace, revision: 99, plan: { ...terrace.plan, findings } });

test.each([
  ["to the finding after it", others, () => screen.getAllByRole("listitem")[0]],
  ["to the main part of the page where none is left", [], () => screen.getByRole("main")],
])("the focus of a fix that was made goes %s", async (_, left, place) => {
  const main = <main children={<Sheet />} />;
  renderOnDemo(main, terrace, "/", { [`POST /api/properties/${terrace.id}/edits`]: () => [200, without(left)] });
  const fix = await button();
  fix.focus();
  fireEvent.click(fix);
  await waitFor(() => expect(fix.isConnected).toBe(false));
  await waitFor(() => expect(document.activeElement).toBe(place()));
});
