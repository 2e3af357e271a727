import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { buried, demo, lastOperations, renderOnDemo } from "../../testing/demo";
import type { WithParts } from "../../testing/demo";
import { alike, inWords } from "./BarsDrawing";
import { asMessage } from "./CopyList";
import { readGaps } from "./Gaps";
import { withMarks } from "./lines";
import { PriceSheet } from "./PriceSheet";

const line = (key: string, state = demo) => state.parts.find((each) => each.key === key)!;
const withLine = (key: string, change: object, parts: object = {}): WithParts => ({
  ...demo,
  document: { ...demo.document, parts: { ...demo.document.parts, ...parts } },
  parts: demo.parts.map((each) => (each.key === key ? { ...each, ...change } : each)),
});
const row = async (name: string) => within(await screen.findByRole("listitem", { name }));
const AS_ASKED = {
  quantity: null,
  left_out: false,
  instead: "",
  note: "",
  bought: false,
  paid: null,
  stock_m: null,
  pieces_m: null,
};

test("every part stands once, in its shop, with how many of it", async () => {
  renderOnDemo(<PriceSheet />);
  expect(await screen.findByText(/^100 parts from 7 places/)).toBeTruthy();
  for (const group of demo.plan.price.groups) {
    const section = within(screen.getByRole("region", { name: group.name }));
    const lines = demo.parts.filter((each) => each.group === group.key);
    expect(section.getAllByRole("checkbox")).toHaveLength(lines.length);
    for (const each of lines)
      expect(section.getByRole("listitem", { name: each.name }).textContent).toContain(each.sold);
  }
});

test("by day of work, each day has its number and what it needs first", async () => {
  renderOnDemo(<PriceSheet />);
  await userEvent.click(await screen.findByRole("button", { name: "By day of work" }));
  const headings = screen.getAllByRole("heading", { level: 2 }).map(({ textContent }) => textContent);
  expect(headings[0]).toMatch(/^Day 1: Ground/);
  expect(headings.slice(0, 6).map((text) => Number(/\d/.exec(text!)![0]))).toEqual([1, 2, 3, 4, 5, 6]);
});

test("a line opens to what asks for it, with its sum and a link to each station", async () => {
  renderOnDemo(<PriceSheet />);
  const each = line("solvent-cement");
  const opened = await row(each.name);
  await userEvent.click(opened.getByRole("button", { name: each.name }));
  expect(opened.getByText(`${each.how_many}.`)).toBeTruthy();
  for (const why of each.why) expect(opened.getAllByText(why.text)).not.toHaveLength(0);
  const stages = [...new Set(each.why.map(({ stage }) => stage))];
  expect(opened.getAllByRole("link").map((link) => link.getAttribute("href"))).toEqual(
    stages.map((stage) => `/p/${demo.id}/${stage}`),
  );
});

test("a press ticks a line off, and another takes the tick back without a trace", async () => {
  const calls = renderOnDemo(<PriceSheet />);
  await userEvent.click((await row("Lock for the lid")).getByRole("checkbox"));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      {
        op: "add",
        path: "/parts/changed/lid-lock",
        value: { ...AS_ASKED, name: "Lock for the lid", bought: true },
      },
    ]),
  );
});

test("what was only ticked off is the design's again once the tick is taken back", async () => {
  const changed = { "lid-lock": { ...AS_ASKED, name: "Lock for the lid", bought: true } };
  const calls = renderOnDemo(<PriceSheet />, withLine("lid-lock", { bought: true }, { changed }));
  await userEvent.click((await row("Lock for the lid")).getByRole("checkbox"));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/parts/changed/lid-lock" }]));
});

test("what is still to buy leaves out what is ticked off and what is left out", async () => {
  renderOnDemo(
    <PriceSheet />,
    withLine("lid-lock", {}, { changed: { "lid-lock": { ...AS_ASKED, name: "Lock", bought: true } } }),
  );
  await userEvent.click(await screen.findByRole("button", { name: "Still to buy, 99" }));
  expect(screen.queryByRole("listitem", { name: "Lock for the lid" })).toBeNull();
  expect(screen.getAllByRole("checkbox")).toHaveLength(99);
});

test("a quantity is written in the unit it is sold in, and kept in the design's", async () => {
  const calls = renderOnDemo(<PriceSheet />, buried);
  const stone = line("rounded-stone", buried);
  const opened = await row(stone.name);
  await userEvent.click(opened.getByRole("button", { name: stone.name }));
  const field = opened.getByRole("textbox", { name: `How many: ${stone.name}` });
  expect((field as HTMLInputElement).value).toBe("5.1");
  fireEvent.change(field, { target: { value: "6" } });
  fireEvent.blur(field);
  await waitFor(() => {
    const [sent] = lastOperations(calls) as { path: string; value: { quantity: number } }[];
    expect(sent!.path).toBe("/parts/changed/rounded-stone");
    expect(sent!.value.quantity).toBeCloseTo(6 * 0.90718474, 6);
  });
});

test.each([
  ["Leave it out", { left_out: true }],
  ["Buy it after all", { left_out: false }],
])("“%s” is one press", async (words, change) => {
  const out = !change.left_out;
  const changed = out ? { "lid-lock": { ...AS_ASKED, name: "Lock for the lid", left_out: true, note: "own" } } : {};
  const state = withLine("lid-lock", out ? { by_hand: "left_out", quantity: 0, note: "own" } : {}, { changed });
  const calls = renderOnDemo(<PriceSheet />, state);
  const opened = await row("Lock for the lid");
  await userEvent.click(opened.getByRole("button", { name: /^Lock for the lid/ }));
  if (out) expect(opened.getByText("left out by hand: own")).toBeTruthy();
  await userEvent.click(opened.getByRole("button", { name: words }));
  await waitFor(() =>
    expect(lastOperations(calls)).toMatchObject([{ op: "add", path: "/parts/changed/lid-lock", value: change }]),
  );
});

test("what was changed by hand says so, and goes back to what the design asks", async () => {
  const changed = { "lid-lock": { ...AS_ASKED, name: "Lock for the lid", quantity: 3 } };
  const calls = renderOnDemo(<PriceSheet />, withLine("lid-lock", { by_hand: "changed", quantity: 3 }, { changed }));
  const opened = await row("Lock for the lid");
  expect(opened.getByText("changed by hand")).toBeTruthy();
  await userEvent.click(opened.getByRole("button", { name: /^Lock for the lid/ }));
  await userEvent.click(opened.getByRole("button", { name: "As the design asks" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/parts/changed/lid-lock" }]));
});

test("what is bought instead, and a note, are written where they are read", async () => {
  const calls = renderOnDemo(<PriceSheet />);
  const opened = await row("Lock for the lid");
  await userEvent.click(opened.getByRole("button", { name: "Lock for the lid" }));
  await userEvent.type(opened.getByLabelText("Bought instead of Lock for the lid"), "Padlock{Enter}");
  await waitFor(() => expect(lastOperations(calls)).toMatchObject([{ value: { instead: "Padlock" } }]));
  await userEvent.type(opened.getByLabelText("Note to Lock for the lid"), "two keys");
  fireEvent.blur(opened.getByLabelText("Note to Lock for the lid"));
  await waitFor(() => expect(lastOperations(calls)).toMatchObject([{ value: { note: "two keys" } }]));
});

test("a line that is asked for no more says so and is taken off the list", async () => {
  const gone = { ...line("lid-lock"), by_hand: "gone" as const, quantity: 0, sold: "none", why: [] };
  const calls = renderOnDemo(<PriceSheet />, withLine("lid-lock", gone));
  const opened = await row("Lock for the lid");
  expect(opened.getByText("not asked for any more")).toBeTruthy();
  await userEvent.click(opened.getByRole("button", { name: /^Lock for the lid/ }));
  await userEvent.click(opened.getByRole("button", { name: "Take it off the list" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/parts/changed/lid-lock" }]));
});

test("something of one's own is added, noted and taken off by its row", async () => {
  const own = {
    id: "own-1",
    name: "Rope",
    quantity: 2,
    unit: "each",
    group: "tools",
    work: "ground",
    note: "",
    bought: false,
    paid: null,
  };
  const rope = { ...line("lid-lock"), key: "added-own-1", name: "Rope", by_hand: "added" as const };
  const state: WithParts = {
    ...demo,
    document: { ...demo.document, parts: { ...demo.document.parts, added: [own as never] } },
    parts: [...demo.parts, rope],
  };
  const calls = renderOnDemo(<PriceSheet />, state);
  await userEvent.click((await row("Rope")).getByRole("checkbox"));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/parts/added/0/bought", value: true }]),
  );
  await userEvent.click((await row("Rope")).getByRole("button", { name: /^Rope/ }));
  await userEvent.click((await row("Rope")).getByRole("button", { name: "Take it off the list" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/parts/added/0" }]));
  await userEvent.click(screen.getByRole("button", { name: "Add a part" }));
  const dialog = within(await screen.findByRole("dialog"));
  await userEvent.click(dialog.getByRole("button", { name: "Add it" }));
  expect(dialog.getByRole("alert").textContent).toContain("Name: write what is to be bought.");
  await userEvent.type(dialog.getByLabelText("Name"), "Ladder tie");
  await userEvent.clear(dialog.getByLabelText("How many"));
  await userEvent.type(dialog.getByLabelText("How many"), "none");
  await userEvent.click(dialog.getByRole("button", { name: "Add it" }));
  expect(dialog.getByRole("alert").textContent).toContain("a number above 0");
  await userEvent.clear(dialog.getByLabelText("How many"));
  await userEvent.type(dialog.getByLabelText("How many"), "1,5");
  await userEvent.selectOptions(dialog.getByLabelText("Bought at"), "gutters");
  await userEvent.selectOptions(dialog.getByLabelText("Needed for"), "plant");
  await userEvent.click(dialog.getByRole("button", { name: "Add it" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      {
        op: "add",
        path: "/parts/added/-",
        value: { ...own, id: "own-2", name: "Ladder tie", quantity: 1.5, group: "gutters", work: "plant" },
      },
    ]),
  );
});

test("a message to the merchant has what is still to buy, and no prices", async () => {
  const lines = [line("half-round-gutter-125-mm"), line("lid-lock"), { ...line("vessel"), bought: true }];
  expect(asMessage("Saltmarrow: Tank maker", lines)).toBe(
    "Saltmarrow: Tank maker\n17 lengths of 4 m: Half-round gutter, 125 mm\n1 × Lock for the lid",
  );
  const writeText = vi.fn<(text: string) => Promise<void>>().mockResolvedValue();
  Object.defineProperty(navigator, "clipboard", { value: { writeText }, configurable: true });
  renderOnDemo(<PriceSheet />);
  fireEvent.click(
    await screen.findByRole("button", { name: "Copy as a message: Saltmarrow: Quarry and builders' merchant" }),
  );
  await screen.findByText("copied");
  expect(writeText.mock.calls[0]![0]).toMatch(/^Saltmarrow: Quarry[^]*20 t: Crushed stone/);
});

test("bars that are cut alike are drawn once, with their pieces and what is left over in words", async () => {
  const cut = {
    ...line("drain-pipe-160-mm").cut!,
    stock_mm: 6000,
    bars_mm: [[4000, 1500], [3000], [4000, 1500]],
    offcuts_mm: [494, 2997, 494],
  };
  expect(alike(cut).map(({ count }) => count)).toEqual([2, 1]);
  expect(inWords(alike(cut), "metric")).toBe("2 × 4,000 mm + 1,500 mm, 494 mm left; 3,000 mm, 2,997 mm left");
  renderOnDemo(<PriceSheet />, demo, "/?view=cuts");
  const cutLines = demo.parts.filter((each) => each.cut);
  expect(await screen.findAllByRole("region", { name: /^Cuts of / })).toHaveLength(cutLines.length);
});

test("another stock length is written to the line", async () => {
  const calls = renderOnDemo(<PriceSheet />, demo, "/?view=cuts");
  const field = await screen.findByRole("textbox", { name: "Stock length of Half-round gutter, 125 mm" });
  fireEvent.change(field, { target: { value: "3 m" } });
  fireEvent.blur(field);
  await waitFor(() =>
    expect(lastOperations(calls)).toMatchObject([
      { op: "add", path: "/parts/changed/half-round-gutter-125-mm", value: { stock_m: 3, pieces_m: null } },
    ]),
  );
});

test("gaps that were measured become pieces: the gap and both sockets", async () => {
  expect(readGaps("0.84; 36 cm;\n1.2 m", "metric")).toEqual({ gaps_m: [0.84, 0.36, 1.2], wrong: null });
  expect(readGaps("0.84; long", "metric").wrong).toBe("long");
  expect(readGaps("0", "metric").wrong).toBe("0");
  const calls = renderOnDemo(<PriceSheet />, demo, "/?view=cuts");
  const section = within(await screen.findByRole("region", { name: "Cuts of Drain pipe, 160 mm" }));
  fireEvent.click(section.getByRole("button", { name: "Enter what was measured" }));
  const field = section.getByLabelText("Gaps measured for Drain pipe, 160 mm");
  fireEvent.change(field, { target: { value: "0.84; 1.2; x" } });
  fireEvent.click(section.getByRole("button", { name: "Cut these" }));
  expect(section.getByRole("alert").textContent).toContain("x: not a length above 0.");
  fireEvent.change(field, { target: { value: "0.84; 1.2" } });
  // A socket of pipe 160 is 86 mm deep: 840 + 172 and 1,200 + 172.
  expect(section.getByRole("status").textContent).toBe("Cut 1,012 mm, 1,372 mm.");
  fireEvent.keyDown(field, { key: "Enter" });
  await waitFor(() =>
    expect(lastOperations(calls)).toMatchObject([
      { path: "/parts/changed/drain-pipe-160-mm", value: { pieces_m: [1.012, 1.372] } },
    ]),
  );
});

test("what was ticked off, noted and left out since shows without waiting for the list", () => {
  const lines = [line("lid-lock"), { ...line("rounded-stone", buried), bought: true, note: "old" }];
  const changed = { "lid-lock": { ...AS_ASKED, name: "Lock", bought: true, note: "at the counter", left_out: true } };
  const [lock, stone] = withMarks(lines, { ...demo.document.parts, changed });
  expect(lock).toMatchObject({ bought: true, note: "at the counter", quantity: 0, by_hand: "left_out" });
  expect(stone).toMatchObject({ bought: false, note: "" });
});

test("without a connection, and a list that was never opened here, the sheet says so", async () => {
  renderOnDemo(<PriceSheet />, demo, "/", { [`GET /api/properties/${demo.id}/parts`]: () => [503, { errors: [] }] });
  expect(await screen.findByText(/it takes a connection to open it/)).toBeTruthy();
});
