import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, renderOnDemo } from "../../testing/demo";
import { ShelfPage } from "./ShelfPage";

const article = (kind: string, name: string, more: object = {}) => ({
  kind,
  name,
  says: `figures of ${name}`,
  sheet: "",
  estimate: false,
  generic: false,
  ...more,
});
const SHELF = {
  articles: [
    article("store", "Tank of ten", { sheet: "Sheet of the maker, 2026" }),
    article("pump", "Usual pump", { estimate: true, generic: true }),
  ],
};
const PREVIEW = {
  new: 1,
  changed: 1,
  same: 30,
  moved: [article("vessel", "V 60"), article("store", "Tank of ten")],
  refused: 1,
  problems: ["line 4: kind: must be one of store, housing, pump, vessel"],
};
type Answers = NonNullable<Parameters<typeof renderOnDemo>[3]>;
const open = (answers: Answers = {}) =>
  renderOnDemo(<ShelfPage />, demo, "/shelf", { "GET /api/shelf": () => [200, SHELF], ...answers });

test("articles stand under their kind with their figures; what ships with the application cannot be taken out", async () => {
  open();
  const own = await screen.findByRole("listitem", { name: "Tank of ten" });
  expect(own.textContent).toContain("figures of Tank of ten");
  expect(own.textContent).toContain("Sheet of the maker, 2026");
  const usual = within(screen.getByRole("region", { name: "Pumps" })).getByRole("listitem");
  expect(usual.textContent).toContain("an estimate");
  expect(screen.getAllByRole("button", { name: /^Take .* out$/ })).toHaveLength(1);
});

test("one of the firm's own is taken out by its kind and name", async () => {
  const calls = open({ "POST /api/shelf/take-out": () => [200, { articles: [] }] });
  await userEvent.click(await screen.findByRole("button", { name: "Take Tank of ten out" }));
  await waitFor(() => expect(calls.some(({ path }) => path === "/api/shelf/take-out")).toBe(true));
  const sent = calls.find(({ path }) => path === "/api/shelf/take-out")!;
  expect(JSON.parse(sent.body)).toEqual({ articles: [{ kind: "store", name: "Tank of ten" }] });
});

test("figures are read in the units that were chosen last", async () => {
  const calls = open();
  await screen.findByRole("listitem", { name: "Tank of ten" });
  await userEvent.click(screen.getByRole("button", { name: "US units" }));
  await waitFor(() => expect(calls.at(-1)!.query.get("units")).toBe("us"));
});

test("a table is looked at before it is written, with what cannot be read of it", async () => {
  const calls = open({
    "POST /api/shelf/preview": () => [200, PREVIEW],
    "POST /api/shelf/import": () => [200, SHELF],
  });
  await screen.findByRole("listitem", { name: "Tank of ten" });
  const file = new File(["kind,name\n"], "shelf.csv");
  fireEvent.change(screen.getByLabelText("Table of articles"), { target: { files: [file] } });
  const dialog = await screen.findByRole("dialog");
  await within(dialog).findByText(/line 4: kind/);
  expect(within(dialog).getByRole("list", { name: "What changes" }).textContent).toContain("figures of V 60");
  expect(calls.some(({ path }) => path.endsWith("/import"))).toBe(false);
  await userEvent.click(within(dialog).getByRole("button", { name: "Write 2 articles" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(calls.some(({ path }) => path.endsWith("/import"))).toBe(true);
});

test("a table that is none is refused with the reason, and nothing is written", async () => {
  const refusal = { errors: [{ field: "file", message: "must be a table in UTF-8" }] };
  const calls = open({ "POST /api/shelf/preview": () => [422, refusal] });
  await screen.findByRole("listitem", { name: "Tank of ten" });
  fireEvent.change(screen.getByLabelText("Table of articles"), { target: { files: [new File(["x"], "x.csv")] } });
  expect((await screen.findByRole("alert")).textContent).toContain("must be a table in UTF-8");
  expect(calls.some(({ path }) => path.endsWith("/import"))).toBe(false);
});
