import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { ConflictDialog } from "./ConflictDialog";
import type { Workbench } from "../document/workbench";

function bench(conflict: Workbench["conflict"]) {
  return { conflict, resolveConflict: vi.fn() } as unknown as Workbench;
}

test("nothing is shown while nobody came second", () => {
  render(<ConflictDialog bench={bench(null)} />);
  expect(screen.queryByRole("alertdialog")).toBeNull();
});

test("all entries that were held are named, and both ways out are offered", async () => {
  const edits = ["Tank size 90 m³", "Fire reserve 5 m³"].map((label) => ({ edit_id: label, label, operations: [] }));
  const here = bench({ edits, standing: 7 });
  render(<ConflictDialog bench={here} />);
  const answer = screen.getByRole("alertdialog", { name: "Changed in another window" });
  expect(answer.textContent).toContain("stands at revision 7");
  for (const { label } of edits) expect(screen.getByText(label)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Apply my changes on top" }));
  expect(here.resolveConflict).toHaveBeenCalledWith("apply");
  await userEvent.click(screen.getByRole("button", { name: "Discard my changes" }));
  expect(here.resolveConflict).toHaveBeenCalledWith("drop");
});
