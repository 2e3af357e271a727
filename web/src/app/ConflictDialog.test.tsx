import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { added } from "../document/waiting";
import type { useConnection } from "../document/workbench";
import { ConflictDialog } from "./ConflictDialog";
import { smallState } from "../testing/fakeServer";

type Conflict = ReturnType<typeof useConnection>["conflict"];
const here = vi.hoisted(() => ({ conflict: null as unknown, resolveConflict: vi.fn() }));
vi.mock("../document/workbench", () => ({ useConnection: () => here, useEdits: () => here }));

function stand(conflict: Conflict) {
  here.conflict = conflict;
  render(<ConflictDialog />);
}

test("nothing is shown while nobody came second", () => {
  stand(null);
  expect(screen.queryByRole("alertdialog")).toBeNull();
});

test("a key that was meant for an entry chooses nothing", async () => {
  stand({
    edits: added({ edit_id: "e", label: "Tank", operations: [] }, "p", smallState({ revision: 5 }))([]),
    standing: 7,
  });
  here.resolveConflict.mockClear();
  expect(document.activeElement).toBe(screen.getByRole("alertdialog"));
  await userEvent.keyboard("{Enter} ");
  expect(here.resolveConflict).not.toHaveBeenCalled();
});

test("all entries that were held are named, and both ways out are offered", async () => {
  const edits = ["Tank size 90 m³", "Fire reserve 5 m³"].map((label) => ({ edit_id: label, label, operations: [] }));
  stand({ edits: edits.flatMap((edit) => added(edit, "p", smallState({ revision: 5 }))([])), standing: 7 });
  const answer = screen.getByRole("alertdialog", { name: "Changed in another window" });
  expect(answer.textContent).toContain("stands at revision 7");
  for (const { label } of edits) expect(screen.getByText(label)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Apply my changes on top" }));
  expect(here.resolveConflict).toHaveBeenCalledWith("apply");
  await userEvent.click(screen.getByRole("button", { name: "Discard my changes" }));
  expect(here.resolveConflict).toHaveBeenCalledWith("drop");
});
