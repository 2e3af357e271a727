import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { ShelfHere } from "./ShelfHere";

const VESSEL = [{ op: "replace", path: "/pump/vessel_l", value: 80 }];
const offered = (name: string, more: object = {}) => ({
  name,
  says: `figures of ${name}`,
  sheet: "",
  estimate: false,
  problem: "",
  chosen: false,
  operations: VESSEL,
  ...more,
});
const OFFERS = {
  bought_as: "",
  articles: [
    offered("V 80", { sheet: "Sheet of the maker" }),
    offered("V 24", { chosen: true }),
    offered("V 999", { problem: "vessel must be at most 100 L", operations: [] }),
  ],
};
const AT = `/api/properties/${demo.id}`;
const open = (boughtAs = "", more: Parameters<typeof renderOnDemo>[3] = {}) =>
  renderOnDemo(
    <ShelfHere place="/pump/vessel" path="/pump/vessel_article" label="the vessel" boughtAs={boughtAs} />,
    demo,
    "/",
    {
      [`GET ${AT}/shelf`]: () => [200, OFFERS],
      [`POST ${AT}/edits`]: () => [200, demo],
      [`POST ${AT}/preview`]: () => [200, demo],
      ...more,
    },
  );

test("an article is taken off the shelf with the edit that the server made of it", async () => {
  const calls = open();
  await userEvent.click(await screen.findByRole("button", { name: "the vessel: From the shelf" }));
  const shelf = await screen.findByRole("region", { name: "Shelf for the vessel" });
  expect(within(shelf).getByText("figures of V 80")).toBeTruthy();
  expect(within(shelf).getByText("Sheet of the maker")).toBeTruthy();
  expect(within(shelf).getByRole("img", { name: "chosen" }).closest("li")!.textContent).toContain("V 24");
  await userEvent.click(within(shelf).getByRole("button", { name: "Use it: V 80" }));
  expect(lastOperations(calls)).toEqual(VESSEL);
});

test("one that cannot stand here says why, and is not offered", async () => {
  open();
  await userEvent.click(await screen.findByRole("button", { name: "the vessel: From the shelf" }));
  const list = await screen.findByRole("list", { name: "Cannot stand here" });
  expect(list.textContent).toBe("V 999 cannot stand here: vessel must be at most 100 L");
  expect(screen.queryByRole("button", { name: "Use it: V 999" })).toBeNull();
});

test("what stands here is kept under the name that it is ordered as, and is bought as that from then on", async () => {
  const calls = open("", { [`POST ${AT}/shelf`]: () => [200, OFFERS] });
  await userEvent.click(await screen.findByRole("button", { name: "the vessel: Keep on the shelf" }));
  const dialog = screen.getByRole("dialog");
  const keep = within(dialog).getByRole("button", { name: "Keep it" });
  expect((keep as HTMLButtonElement).disabled).toBe(true);
  await userEvent.type(within(dialog).getByLabelText("Ordered as"), " V 60 ");
  await userEvent.type(within(dialog).getByLabelText("Figures from"), "Sheet, 2026");
  await userEvent.click(keep);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  const sent = calls.find(({ method, path }) => method === "POST" && path.endsWith("/shelf"))!;
  expect(JSON.parse(sent.body)).toEqual({
    place: "/pump/vessel",
    name: "V 60",
    sheet: "Sheet, 2026",
    over: false,
  });
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/vessel_article", value: "V 60" }]);
});

test("another article of the same name is written over only when that is pressed", async () => {
  const refusal = { errors: [{ field: "name", message: "V is on the shelf already, with other figures" }] };
  const calls = open("", { [`POST ${AT}/shelf`]: () => [409, refusal] });
  await userEvent.click(await screen.findByRole("button", { name: "the vessel: Keep on the shelf" }));
  const dialog = screen.getByRole("dialog");
  await userEvent.type(within(dialog).getByLabelText("Ordered as"), "V");
  await userEvent.click(within(dialog).getByRole("button", { name: "Keep it" }));
  expect((await within(dialog).findByRole("alert")).textContent).toContain("on the shelf already");
  await userEvent.click(within(dialog).getByRole("button", { name: "Write over it" }));
  const asked = calls.filter(({ method, path }) => method === "POST" && path.endsWith("/shelf"));
  expect(asked.map(({ body }) => (JSON.parse(body) as { over: boolean }).over)).toEqual([false, true]);
});

test("what it is bought as is shown, and taken back by itself", async () => {
  const calls = open("V 24");
  await userEvent.click(await screen.findByRole("button", { name: "the vessel: not bought as V 24" }));
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/pump/vessel_article", value: "" }]);
});
