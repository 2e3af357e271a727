import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { added, refused } from "../document/waiting";
import { SetAsideDialog } from "./SetAsideDialog";
import { smallState } from "../testing/fakeServer";

const here = vi.hoisted(() => ({ setAside: [] as unknown[], sendAgain: vi.fn(), discard: vi.fn() }));
vi.mock("../document/workbench", () => ({ useConnection: () => here, useEdits: () => here }));

test("each change that was set aside says why, and can be sent again or left", async () => {
  const entries = added(
    { edit_id: "e", label: "Tank size 90 m³", operations: [] },
    "p",
    smallState({ revision: 5 }),
  )([]);
  here.setAside = refused("e", "the server failed on it")(entries);
  render(<SetAsideDialog open setOpen={vi.fn()} />);
  expect(screen.getByRole("listitem").textContent).toContain("Tank size 90 m³: the server failed on it");
  await userEvent.click(screen.getByRole("button", { name: "Send it again" }));
  expect(here.sendAgain).toHaveBeenCalledWith(["e"]);
  await userEvent.click(screen.getByRole("button", { name: "Discard it" }));
  expect(here.discard).toHaveBeenCalledWith(["e"]);
});

test("nothing is opened where nothing is set aside", () => {
  here.setAside = [];
  render(<SetAsideDialog open setOpen={vi.fn()} />);
  expect(screen.queryByRole("dialog")).toBeNull();
});
