import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { useEdits } from "../document/workbench";
import { demo, lastOperations, renderOnDemo } from "../testing/demo";
import { Toasts } from "../ui/Toasts";
import { Verdict } from "./Verdict";

const both = { ...demo, can_undo: true, can_redo: true };
const WHO = { asked: true, name: "Ada Finch", role: "office", property_id: null };

/** What a drawing asks for while something is dragged, or pointed at. */
function Drags() {
  const { preview, point, tryEdit } = useEdits();
  const tank = [{ op: "replace" as const, path: "/cistern/transfer_l_day", value: 1 }];
  return (
    <>
      <button onClick={() => preview(tank)}>drag</button>
      <button onClick={() => point(tank)}>point</button>
      <button onClick={() => void tryEdit("Transfer", tank).then((said) => (document.title = String(said)))}>
        type
      </button>
    </>
  );
}

async function open(state = both, role = "office") {
  const calls = renderOnDemo(
    <>
      <Verdict openGlossary={vi.fn()} openHelp={vi.fn()} openJump={vi.fn()} />
      <Drags />
      <Toasts />
    </>,
    state,
    "/",
    {
      "GET /api/who": () => [200, { ...WHO, role }],
      [`GET /api/properties/${demo.id}/revisions`]: () => [
        200,
        { revisions: [], standing: demo.revision, more: false },
      ],
    },
  );
  await screen.findByTestId("verdict");
  return calls;
}
const sent = (calls: Awaited<ReturnType<typeof open>>) => calls.filter(({ method }) => method === "POST");
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>("button", { name });

test.each([
  ["Undo", "undo"],
  ["Redo", "redo"],
])("%s takes one step", async (name, direction) => {
  const calls = await open();
  await userEvent.click(button(name));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
  expect(sent(calls)[0]!.path).toMatch(/\/steps$/);
  expect(JSON.parse(sent(calls)[0]!.body)).toMatchObject({ direction });
});

test.each([
  ["Undo", { ...both, can_undo: false }],
  ["Redo", { ...both, can_redo: false }],
])("%s is not offered where there is no step to take", async (name, state) => {
  await open(state);
  expect(button(name).disabled).toBe(true);
  expect(button(name === "Undo" ? "Redo" : "Undo").disabled).toBe(false);
});

test("the revision opens all of them", async () => {
  await open();
  expect(screen.getByTestId("revision").title).toBe(`Opens all revisions. Last change: ${demo.label}`);
  await userEvent.click(screen.getByTestId("revision"));
  expect(await screen.findByRole("dialog", { name: "Revisions" })).toBeTruthy();
});

test("units are changed by name, and the ones that stand are not sent again", async () => {
  const calls = await open();
  await userEvent.click(screen.getByRole("radio", { name: "Metric" }));
  expect(sent(calls)).toEqual([]);
  await userEvent.click(screen.getByRole("radio", { name: /^US customary/ }));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/units", value: "us" }]);
  expect(JSON.parse(sent(calls)[0]!.body)).toMatchObject({ label: "US units" });
});

test("back to metric is named so", async () => {
  const calls = await open({ ...both, document: { ...demo.document, units: "us" } });
  await userEvent.click(screen.getByRole("radio", { name: "Metric" }));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
  expect(JSON.parse(sent(calls)[0]!.body)).toMatchObject({ label: "Metric units" });
});

test("an owner's link says that it is for looking, and nothing that is pressed there is sent", async () => {
  const calls = await open(both, "owner");
  expect(await screen.findByText("Shown to you by the firm: to look at, not to change.")).toBeTruthy();
  for (const name of ["Undo", "Redo", "drag", "point"]) await userEvent.click(button(name));
  await userEvent.click(screen.getByRole("radio", { name: /^US customary/ }));
  await waitFor(() => expect(screen.getAllByText(/this link is for looking/)).toHaveLength(3));
  await userEvent.click(button("type"));
  await waitFor(() => expect(document.title).toBe("this link is for looking; ask the firm to change it"));
  expect(sent(calls)).toEqual([]);
});

test("who belongs to the firm reads no such words", async () => {
  const calls = await open();
  await waitFor(() => expect(calls.some(({ path }) => path === "/api/who")).toBe(true));
  expect(screen.queryByText(/not to change/)).toBeNull();
  await userEvent.click(button("drag"));
  await waitFor(() => expect(sent(calls)).toHaveLength(1));
});
