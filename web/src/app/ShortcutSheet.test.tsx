import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { useSingleKeys } from "../lib/keys";
import { ShortcutSheet } from "./ShortcutSheet";

const ACTIONS = ["above", "below", "yearBefore", "yearAfter", "help"] as const;

function Page({ does, open = false }: { does: (action: string) => void; open?: boolean }) {
  useSingleKeys(Object.fromEntries(ACTIONS.map((each) => [each, () => does(each)])) as never);
  return (
    <>
      <input aria-label="Name" />
      <button>Elsewhere</button>
      <ShortcutSheet open={open} setOpen={() => undefined} />
    </>
  );
}

test("a key by itself does its work, and none while somebody writes or holds another key with it", async () => {
  const does = vi.fn();
  render(<Page does={does} />);
  await userEvent.keyboard("[[],.?");
  expect(does.mock.calls.flat()).toEqual(ACTIONS);
  await userEvent.type(screen.getByRole("textbox", { name: "Name" }), "[[.");
  await userEvent.click(screen.getByRole("button", { name: "Elsewhere" }));
  await userEvent.keyboard("{Control>}.{/Control}");
  expect(does).toHaveBeenCalledTimes(ACTIONS.length);
});

test("another key is chosen, or none, is kept in this browser, and the usual ones come back", async () => {
  const does = vi.fn();
  const first = render(<Page does={does} open />);
  const key = (name: string) => screen.getByRole("textbox", { name: `Key for ${name}` });
  await userEvent.clear(key("station above"));
  await userEvent.type(key("station above"), "u");
  await userEvent.clear(key("year before"));
  await userEvent.clear(key("station below"));
  await userEvent.type(key("station below"), "u");
  expect(screen.getByRole("alert").textContent).toBe("u is taken by another line of this list.");
  first.unmount();

  const closed = render(<Page does={does} />);
  await userEvent.keyboard("u[[],.");
  expect(does.mock.calls.flat()).toEqual(["above", "yearAfter"]);
  closed.unmount();

  render(<Page does={does} open />);
  await userEvent.click(screen.getByRole("button", { name: "As they were" }));
  expect((key("station below") as HTMLInputElement).value).toBe("]");
});

test("what stands in this browser's storage and is none of ours leaves the usual keys", async () => {
  localStorage.setItem("lean-year-keys", '{"above": 7, "help": "long"');
  const does = vi.fn();
  render(<Page does={does} />);
  await userEvent.keyboard("[[?");
  expect(does.mock.calls.flat()).toEqual(["above", "help"]);
});
