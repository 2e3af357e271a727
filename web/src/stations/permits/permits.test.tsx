import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import type { PropertyState } from "../../api/client";
import { demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { NOT_ENTERED } from "./entered";
import type { Permit } from "./entered";
import { PermitsSheet } from "./PermitsSheet";

const withPermits = (permits: Record<string, Partial<Permit>>): PropertyState => ({
  ...demo,
  document: {
    ...demo.document,
    permits: Object.fromEntries(Object.entries(permits).map(([key, each]) => [key, { ...NOT_ENTERED, ...each }])),
  },
});
const row = async (name: string) => within(await screen.findByRole("listitem", { name }));
const BUILDING = "Building or resource consent";

test("everything that the design asks for stands there with its reason, and is open until somebody knows better", async () => {
  renderOnDemo(<PermitsSheet />, terrace);
  const { asked, open } = terrace.plan.permits;
  expect(await screen.findByText(new RegExp(`^${open} of the ${asked.length} that this design asks`))).toBeTruthy();
  for (const each of asked) {
    const line = screen.getByRole("listitem", { name: each.asks });
    expect(line.textContent).toContain(`${each.why} It holds up ${each.holds_up}.`);
    expect(within(line).getByRole("img").getAttribute("aria-label")).toBe("to decide");
  }
});

test.each([
  ["asked for", "asked"],
  ["granted", "granted"],
  ["refused", "refused"],
  ["not needed", "not_needed"],
])("“%s” is chosen, and what was written before stays", async (words, status) => {
  const state = withPermits({ building: { authority: "The district", lead_time_days: 21 } });
  const calls = renderOnDemo(<PermitsSheet />, state);
  await userEvent.click((await row(BUILDING)).getByRole("button", { name: /^Status of / }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: new RegExp(`^${words}`) }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      {
        op: "add",
        path: "/permits/building",
        value: { ...NOT_ENTERED, authority: "The district", lead_time_days: 21, status },
      },
    ]),
  );
});

test("what is known of one is read in its line, and written in its details", async () => {
  const state = withPermits({
    building: { status: "asked", authority: "The district", asked_on: "2026-03-02", lead_time_days: 1 },
  });
  const calls = renderOnDemo(<PermitsSheet />, state);
  const line = await row(BUILDING);
  expect(
    line.getByText("Who decides, or does it: The district; Asked for on: 2 Mar 2026; Answer takes 1 day."),
  ).toBeTruthy();
  fireEvent.click(line.getByRole("button", { name: `Details of ${BUILDING}` }));
  expect(line.queryByText(/^Who decides, or does it: /)).toBeNull();
  const sent = () => (lastOperations(calls) as { value: Permit }[] | null)?.[0]!.value;
  const enter = async (label: string, text: string) => {
    const field = line.getByLabelText(`${label}, ${BUILDING}`);
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
    await waitFor(() => expect(calls.some(({ path }) => path.endsWith("/edits"))).toBe(true));
  };
  await enter("Answer takes, days", "21");
  await waitFor(() => expect(sent()?.lead_time_days).toBe(21));
  await enter("Holds until", "2027-03-02");
  await waitFor(() => expect(sent()?.until).toBe("2027-03-02"));
  await enter("Asked for on", "");
  await waitFor(() => expect(sent()?.asked_on).toBeNull());
  await enter("Reference or document", "  R 12/7 ");
  await waitFor(() => expect(sent()?.reference).toBe("R 12/7"));
});

test("days that are none are asked for again, and what the server has against an entry stands under it", async () => {
  const refusal = { errors: [{ field: "permits.building.until", message: "must be no earlier than 2026-03-02" }] };
  const calls = renderOnDemo(<PermitsSheet />, withPermits({ building: { asked_on: "2026-03-02" } }), "/", {
    [`POST /api/properties/${demo.id}/edits`]: () => [422, refusal],
  });
  const line = await row(BUILDING);
  fireEvent.click(line.getByRole("button", { name: `Details of ${BUILDING}` }));
  const days = line.getByLabelText(`Answer takes, days, ${BUILDING}`);
  fireEvent.change(days, { target: { value: "three weeks" } });
  fireEvent.keyDown(days, { key: "Enter" });
  expect(line.getByRole("alert").textContent).toContain("write whole days");
  expect(calls.some(({ path }) => path.endsWith("/edits"))).toBe(false);
  fireEvent.keyDown(days, { key: "Escape" });
  expect(line.queryByRole("alert")).toBeNull();
  const until = line.getByLabelText<HTMLInputElement>(`Holds until, ${BUILDING}`);
  fireEvent.change(until, { target: { value: "2026-03-01" } });
  fireEvent.blur(until);
  expect((await line.findByRole("alert")).textContent).toMatch(/no earlier than 2026-03-02/);
  expect(until.value).toBe("2026-03-01");
});

test("one of the person's own is added, named and taken out", async () => {
  const calls = renderOnDemo(<PermitsSheet />, withPermits({ "own-2": { name: "Lake authority" } }));
  expect(await screen.findByText(new RegExp(`^${demo.plan.permits.open + 1} of the `))).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Add a permit" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "add", path: "/permits/own-3", value: { ...NOT_ENTERED, name: "Another permit" } },
    ]),
  );
  const name = screen.getByRole("textbox", { name: "Name of Lake authority" });
  await userEvent.clear(name);
  await userEvent.type(name, "River board{Enter}");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/permits/own-2/name", value: "River board" }]),
  );
  await userEvent.click(screen.getByRole("button", { name: "Remove Lake authority" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/permits/own-2" }]));
});

test("one that the design does not ask for any more says so, counts no longer, and can be taken out", async () => {
  const state = withPermits({ backflow: { status: "refused" } });
  const backflow = { key: "backflow", asks: "Backflow inspection", why: "", holds_up: "opening the top-up" };
  const { permits } = state.plan;
  const plan = { ...state.plan, permits: { ...permits, asked: [...permits.asked, backflow] } };
  const calls = renderOnDemo(<PermitsSheet />, { ...state, plan });
  const line = await row("Backflow inspection");
  expect(line.getByText("The design does not ask for it any more.")).toBeTruthy();
  expect(line.getByRole("img").getAttribute("aria-label")).toBe("settled");
  expect(screen.getByText(new RegExp(`^${permits.open} of the ${permits.asked.length} that`))).toBeTruthy();
  await userEvent.click(line.getByRole("button", { name: "Remove Backflow inspection" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/permits/backflow" }]));
});

test("a photo of its papers stands at the permit", async () => {
  const state = withPermits({});
  state.document.photos = { p: { of: "permits/building", by: "Ana", on: "2026-11-29", arrows: [] } };
  renderOnDemo(<PermitsSheet />, state);
  const building = await row(BUILDING);
  expect(building.getByRole("button", { name: `Photo 1 of 1: Papers of ${BUILDING}` })).toBeTruthy();
  expect(building.getByLabelText(`Photos of: Papers of ${BUILDING}`).getAttribute("type")).toBe("file");
  expect(screen.getAllByRole("button", { name: /^Photo 1 of 1/ })).toHaveLength(1);
});
