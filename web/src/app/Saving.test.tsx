import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, test, vi } from "vitest";
import { added, refused } from "../document/waiting";
import { whenHere } from "../lib/dates";
import { Saving } from "./Saving";
import { smallState } from "../testing/fakeServer";

const ALL_KEPT = {
  revision: 7,
  offline: false,
  oldSince: null as number | null,
  trouble: null as string | null,
  waiting: 0,
  setAside: [] as unknown[],
  keepsNothing: false,
  sendAgain: vi.fn(),
  discard: vi.fn(),
};
const here = vi.hoisted(() => ({ standing: {} as Record<string, unknown> }));
vi.mock("../document/workbench", () => {
  const get = () => here.standing;
  return { useConnection: get, useSaved: get, useEdits: get };
});

beforeEach(() => {
  here.standing = { ...ALL_KEPT };
});

const said = (changes: Partial<typeof ALL_KEPT>) => {
  here.standing = { ...ALL_KEPT, ...changes };
  return render(<Saving />).container.textContent;
};

test("where everything is kept, or one change is on its way, nothing is said; of more how many", () => {
  expect(said({})).toBe("");
  expect(said({ waiting: 1 })).toBe("");
  expect(said({ waiting: 2 })).toBe("2 changes are being sent.");
  expect(said({ waiting: 2, offline: true })).not.toContain("being sent");
});

test.each([
  [{}, "No connection. "],
  [{ trouble: "the disk is full" }, "The disk is full. "],
  [{ oldSince: Date.UTC(2026, 2, 3, 10) }, `No connection. Shown as of ${whenHere(Date.UTC(2026, 2, 3, 10))}. `],
  [{ waiting: 1 }, "1 change is kept here and sent as soon as that can be done; what is worked out is still that of revision 7."], // prettier-ignore
  [{ waiting: 2 }, "2 changes are kept here"],
  [{ waiting: 1, keepsNothing: true }, "This browser stores nothing: leave the page open."],
])("without a connection %o says “%s”", (changes, words) => {
  const text = said({ offline: true, ...changes });
  expect(text).toContain(words);
  expect(text!.includes("leave the page open")).toBe("keepsNothing" in changes);
  expect(text!.includes("kept here")).toBe("waiting" in changes);
  expect(text!.includes("Shown as of")).toBe("oldSince" in changes);
});

test("a browser that stores nothing has nothing to lose while nothing waits", () => {
  expect(said({ offline: true, keepsNothing: true })).toBe("No connection. ");
});

test("what was set aside is counted, and opens with its reasons", async () => {
  const two = ["a", "b"].flatMap((edit_id) =>
    refused(
      edit_id,
      "the server failed on it",
    )(added({ edit_id, label: `Tank ${edit_id}`, operations: [] }, "p", smallState({ revision: 5 }))([])),
  );
  expect(said({ setAside: two.slice(0, 1) })).toBe("1 change was not kept");
  here.standing = { ...ALL_KEPT, setAside: two };
  render(<Saving />);
  await userEvent.click(screen.getByRole("button", { name: "2 changes were not kept" }));
  expect(await screen.findByText(/Tank b/)).toBeTruthy();
  expect(screen.queryByText(/No connection/)).toBeNull();
});
