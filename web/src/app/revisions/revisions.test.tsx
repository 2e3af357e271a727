import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, test, vi } from "vitest";
import type { RevisionList } from "../../api/client";
import { RevisionsDialog } from "./RevisionsDialog";

const here = vi.hoisted(() => ({ id: "p", revision: 4, goBackTo: vi.fn() }));
vi.mock("../../document/workbench", () => ({ useSaved: () => here, useEdits: () => here }));

const row = (number: number, parent: number | null, label: string, name = "") => ({
  number,
  parent,
  label,
  name,
  verdict: number === 1 ? "" : `The store carries ${number} of 40 years.`,
  made_by: "",
  made_at: "2026-11-24T10:00:00",
});
const PAGES: Record<string, RevisionList> = {
  "": {
    revisions: [{ ...row(4, 1, "Use 300 L a day"), made_by: "Ada Finch" }, row(3, 2, "Fire reserve 5 m³")],
    standing: 4,
    more: true,
  },
  "3": { revisions: [row(2, 1, "Tank 90 m³", "As quoted"), row(1, null, "New")], standing: 4, more: false },
};
const COMPARED = {
  before_verdict: "The store carries 2 of 40 years.",
  after_verdict: "The store carries 4 of 40 years.",
  moved: "2 more years carried",
  taken_back: ["Tank 90 m³"],
  changed: ["Use 300 L a day"],
  stations: [{ stage: "cistern", name: "Cistern", before: "90 m³", after: "86 m³" }],
};

let named: [string, unknown][];
let down: boolean;
let compared: string;

const open = () =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <RevisionsDialog setOpen={vi.fn()} />
    </QueryClientProvider>,
  );

beforeEach(() => {
  named = [];
  down = false;
  compared = "?before=2&after=4";
  here.goBackTo.mockClear();
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url);
    if (down) throw new TypeError("Failed to fetch");
    const said = (body: unknown) =>
      new Response(JSON.stringify(body), { headers: { "content-type": "application/json" } });
    if (request.method === "PUT") {
      named.push([url.pathname, await request.json()]);
      return new Response(null, { status: 204 });
    }
    if (url.pathname.endsWith("/comparison")) {
      expect(url.search).toBe(compared);
      return said(COMPARED);
    }
    return said(PAGES[url.searchParams.get("before") ?? ""]);
  });
  open();
});

const rows = () => screen.getAllByRole("listitem");

test("every revision says what was changed and what the plan said, and which stands", async () => {
  await waitFor(() => expect(rows()).toHaveLength(2));
  expect(rows()[0]!.textContent).toContain("Use 300 L a day (stands now)");
  expect(rows()[0]!.textContent).toContain("made from rev 1");
  expect(rows()[0]!.textContent).toContain("carries 4 of 40 years");
  expect(within(rows()[0]!).queryByRole("button", { name: "Go back to it" })).toBeNull();
  expect(rows()[1]!.textContent).not.toContain("made from");
});

test("earlier ones are fetched when asked for, and each can stand again", async () => {
  await userEvent.click(await screen.findByRole("button", { name: "Earlier revisions" }));
  await waitFor(() => expect(rows()).toHaveLength(4));
  expect(screen.queryByRole("button", { name: "Earlier revisions" })).toBeNull();
  expect(within(rows()[3]!).queryByRole("button", { name: "What it changed" })).toBeNull();
  await userEvent.click(within(rows()[2]!).getByRole("button", { name: "Go back to it" }));
  expect(here.goBackTo).toHaveBeenCalledWith(2);
});

test("a name is kept with Enter, and one that did not change is not sent", async () => {
  await waitFor(() => expect(rows()).toHaveLength(2));
  const name = screen.getByRole("textbox", { name: "Name of revision 3" });
  await userEvent.type(name, " For the owner {Enter}");
  await waitFor(() => expect(named).toEqual([["/api/properties/p/revisions/3/name", { name: "For the owner" }]]));
  await userEvent.click(screen.getByRole("textbox", { name: "Name of revision 4" }));
  await userEvent.tab();
  expect(named).toHaveLength(1);
});

test("two are laid side by side", async () => {
  await userEvent.click(await screen.findByRole("button", { name: "Earlier revisions" }));
  await waitFor(() => expect(rows()).toHaveLength(4));
  await userEvent.click(within(rows()[2]!).getByRole("button", { name: "Compare with now" }));
  const both = await screen.findByRole("region", { name: "Revision 2 and revision 4" });
  await within(both).findByText(/2 more years carried/);
  expect(both.textContent).toContain("Only on the way to revision 2: Tank 90 m³.");
  expect(both.textContent).toContain("Changed for revision 4: Use 300 L a day.");
  expect(within(both).getByRole("row", { name: "Cistern 90 m³ 86 m³" })).toBeTruthy();
  await userEvent.click(within(both).getByRole("button", { name: "Close the comparison" }));
  expect(screen.queryByRole("region")).toBeNull();
});

test("what a revision changed is laid beside the one that it was made from", async () => {
  await userEvent.click(await screen.findByRole("button", { name: "Earlier revisions" }));
  await waitFor(() => expect(rows()).toHaveLength(4));
  compared = "?before=1&after=4";
  await userEvent.click(within(rows()[0]!).getByRole("button", { name: "What it changed" }));
  await within(await screen.findByRole("region", { name: "Revision 1 and revision 4" })).findByText(/2 more years/);
});

test("a list that could not be read can be asked for again", async () => {
  cleanup();
  down = true;
  open();
  expect((await screen.findByRole("alert")).textContent).toContain("The revisions could not be read.");
  down = false;
  await userEvent.click(screen.getByRole("button", { name: "Try again" }));
  await waitFor(() => expect(rows()).toHaveLength(2));
  expect(screen.queryByRole("alert")).toBeNull();
});

test("who made a revision stands with it where that is known", async () => {
  await waitFor(() => expect(rows()).toHaveLength(2));
  expect(rows()[0]!.textContent).toContain("Ada Finch, 24 Nov");
  expect(rows()[1]!.textContent).not.toContain(",");
});

test("a name that could not be kept says so, and stays in its place", async () => {
  await waitFor(() => expect(rows()).toHaveLength(2));
  down = true;
  const name = screen.getByRole("textbox", { name: "Name of revision 3" });
  await userEvent.type(name, "For the owner{Enter}");
  expect(await screen.findByRole("alert")).toBeTruthy();
  expect((name as HTMLInputElement).value).toBe("For the owner");
});
