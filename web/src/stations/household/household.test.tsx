import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { rate, volume } from "../../lib/units";
import { readDay, writeDay } from "../../document/DayEntry";
import { buried, demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { HouseholdSheet } from "./HouseholdSheet";

test("the months are those of the plan, in the order of the water year", async () => {
  renderOnDemo(<HouseholdSheet />);
  await userEvent.click(await screen.findByText("Months as a table"));
  const rows = within(screen.getByRole("table")).getAllByRole("row").slice(1);
  expect(rows[0]!.textContent).toMatch(/^Oct/);
  expect(rows).toHaveLength(12);
  for (const row of demo.plan.household.months) {
    const shown = rows.find((each) => each.textContent!.endsWith(rate(row.total_l_day, "metric")));
    expect(shown).toBeTruthy();
  }
  expect((screen.getByRole("textbox", { name: "Guests in Jul" }) as HTMLInputElement).value).toBe("1.8");
});

test("each use says how much it takes, and whether rain serves it", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, terrace, "/?view=uses");
  const uses = await screen.findByRole("region", { name: "Uses" });
  for (const use of terrace.plan.household.uses) expect(uses.textContent).toContain(rate(use.mean_l_day, "metric"));
  const taps = screen.getByRole("switch", { name: "Rain serves Taps, shower and kitchen" });
  expect(taps.getAttribute("aria-checked")).toBe("false");
  await userEvent.click(taps);
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/uses/2/from_rain", value: true }]);
});

test("the habit's usual fittings can be written down one by one, and come to the same", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, demo, "/?view=uses");
  await userEvent.click(await screen.findByRole("button", { name: "Change them one by one" }));
  const [operation] = lastOperations(calls) as [{ path: string; value: { litres_person_day: number }[] }];
  expect(operation.path).toBe("/household/uses");
  expect(operation.value.reduce((sum, use) => sum + use.litres_person_day, 0)).toBeCloseTo(68, 1);
});

test("nothing used indoors is said in one press, and taken back in one", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, demo, "/?view=uses");
  await userEvent.click(await screen.findByRole("button", { name: "Nothing is used indoors" }));
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/uses", value: [] }]);
  cleanup();
  const household = { ...demo.document.household, uses: [] };
  const empty = { ...demo, document: { ...demo.document, household } };
  const after = renderOnDemo(<HouseholdSheet />, empty, "/?view=uses");
  expect((await screen.findAllByText(/nothing used indoors/i)).length).toBeGreaterThan(0);
  await userEvent.click(screen.getByRole("button", { name: "Go by the habit again" }));
  expect(lastOperations(after)).toEqual([{ op: "replace", path: "/household/uses", value: null }]);
});

test("periods are bars on the year, and their days are written as people write them", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, buried, "/?view=garden");
  const first = await screen.findByRole("textbox", { name: "First day of Away at the winter fair" });
  expect((first as HTMLInputElement).value).toBe("20 Jan");
  await userEvent.clear(first);
  await userEvent.type(first, "18 January{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/periods/0/first", value: "01-18" }]);
  await userEvent.clear(first);
  await userEvent.type(first, "31 Jun{Enter}");
  expect((await screen.findByRole("alert")).textContent).toContain("write a day of the year");
});

test("days of the year are read in the forms people write", () => {
  for (const text of ["30 Jun", "30 june", "June 30", "06-30", "6-30"]) expect(readDay(text)).toBe("06-30");
  for (const text of ["31 Jun", "0 May", "13-01", "soon", ""]) expect(readDay(text)).toBeNull();
  expect(writeDay("06-03")).toBe("3 Jun");
});

test("each step says how often it came on and what it gave up", async () => {
  const calls = renderOnDemo(<HouseholdSheet />, demo, "/?view=steps");
  const steps = await screen.findByRole("region", { name: "What is given up first" });
  for (const step of demo.plan.cistern!.steps) {
    expect(steps.textContent).toContain(`${step.days.toLocaleString("en-US")} days`);
    expect(steps.textContent).toContain(volume(step.given_up_l, "metric"));
  }
  const trigger = screen.getByRole("textbox", { name: "Trigger of Garden dry" });
  expect((trigger as HTMLInputElement).value).toBe("20 %");
  await userEvent.clear(trigger);
  await userEvent.type(trigger, "25{Enter}");
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/household/steps/1/below_share", value: 0.25 }]);
});

test("the back-up asks what its kind needs to know", async () => {
  renderOnDemo(<HouseholdSheet />, terrace, "/?view=steps");
  expect(await screen.findByRole("textbox", { name: "Share kept by the top-up" })).toBeTruthy();
  expect(screen.queryByRole("textbox", { name: "Load" })).toBeNull();
  expect(document.body.textContent?.includes("visible air gap")).toBeTruthy();
});

test("a use keeps the shape of its year when its mean is changed, and an even year where there was none", async () => {
  const household = {
    ...structuredClone(terrace.document.household),
    uses: structuredClone(terrace.document.household.uses!),
  };
  household.uses[0] = { ...household.uses[0]!, kind: "other", litres_day: [0, 0, 0, 0, 0, 60, 60, 60, 0, 0, 0, 0] };
  household.uses[1] = { ...household.uses[1]!, kind: "other", litres_day: Array.from({ length: 12 }, () => 0) };
  const state = { ...terrace, document: { ...terrace.document, household } };
  const calls = renderOnDemo(<HouseholdSheet />, state, "/?view=uses");
  const enter = async (name: string, litres: string) => {
    const field = await screen.findByRole("textbox", { name });
    await userEvent.clear(field);
    await userEvent.type(field, `${litres}{Enter}`);
  };
  await enter(`${household.uses[0].name} a day besides`, "30");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/household/uses/0/litres_day", value: [0, 0, 0, 0, 0, 120, 120, 120, 0, 0, 0, 0] },
    ]),
  );
  await enter(`${household.uses[1].name} a day besides`, "12");
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/household/uses/1/litres_day", value: Array.from({ length: 12 }, () => 12) },
    ]),
  );
});

test("another kind of animal drinks what is usual for it, and a use is taken out by name", async () => {
  const choices = {
    materials: [], habits: [], regimes: [],
    animals: [
      { key: "hen", label: "Hen", low_l_day: 0.2, high_l_day: 0.4 },
      { key: "cow", label: "Cow", low_l_day: 40, high_l_day: 80 },
    ],
  }; // prettier-ignore
  const household = {
    ...terrace.document.household,
    animals: [
      {
        id: "animals-1",
        animal: "hen" as const,
        heads: 6,
        litres_head_day: null,
        from_rain: true,
        served: { by: "main", then: null },
      },
    ],
  };
  const calls = renderOnDemo(
    <HouseholdSheet />,
    { ...terrace, document: { ...terrace.document, household } },
    "/?view=uses",
    { "GET /api/choices": () => [200, choices] },
  );
  const animals = within(await screen.findByRole("region", { name: "Animals" }));
  const each = animals.getByRole<HTMLInputElement>("textbox", { name: /^Water for each hen and day/ });
  await waitFor(() => expect(each.value).toBe("0.3 L"));
  await userEvent.click(animals.getByRole("button", { name: /^Animal/ }));
  expect((await screen.findByRole("menuitemradio", { name: /^cow/ })).textContent).toContain(
    `${rate(40, "metric")} to ${rate(80, "metric")} a head`,
  );
  await userEvent.click(screen.getByRole("menuitemradio", { name: /^cow/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/household/animals/0/animal", value: "cow" },
      { op: "replace", path: "/household/animals/0/litres_head_day", value: null },
    ]),
  );
  await userEvent.click(animals.getByRole("button", { name: "Remove hen" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/household/animals/0" }]));
  const last = household.uses!.length - 1;
  await userEvent.click(screen.getByRole("button", { name: `Remove ${household.uses![last]!.name}` }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: `/household/uses/${last}` }]));
});

test("another habit takes back what was entered in its place", async () => {
  const habits = [
    { key: "careful", litres_person_day: 90 },
    { key: "usual", litres_person_day: 130 },
  ];
  const calls = renderOnDemo(<HouseholdSheet />, demo, "/", {
    "GET /api/choices": () => [200, { habits, animals: [] }],
  });
  const choice = await screen.findByRole("button", { name: /^Habit/ });
  await waitFor(async () => {
    await userEvent.click(choice);
    expect(screen.getAllByRole("menuitemradio")).toHaveLength(2);
  });
  await userEvent.click(screen.getByRole("menuitemradio", { name: /^usual/ }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/household/habit", value: "usual" },
      { op: "replace", path: "/household/litres_person_day", value: null },
    ]),
  );
});

test.each([
  [{ kind: "mains", keep_share: 0.15 }, "mains keeps this"],
  [{ kind: "well", keep_share: 0.15 }, "well keeps this"],
  [{ kind: "truck", order_share: 0.15 }, "a load is ordered"],
  [{ kind: "none" }, ""],
] as const)("the store shows where %o begins to help, by another colour than a step's", async (helps, words) => {
  const household = structuredClone(demo.document.household);
  Object.assign(household.back_up, helps);
  renderOnDemo(<HouseholdSheet />, { ...demo, document: { ...demo.document, household } }, "/?view=steps");
  const store = await screen.findByRole("region", { name: "Triggers in the store" });
  if (words) expect(store.textContent).toContain(words);
  for (const each of ["keeps this", "is ordered"])
    if (!words.endsWith(each)) expect(store.textContent).not.toContain(each);
  const fills = [...store.querySelectorAll("rect")].slice(1).map((rect) => rect.getAttribute("fill"));
  expect(fills.filter((fill) => fill === "var(--water-3)")).toHaveLength(words ? 1 : 0);
  expect(fills.filter((fill) => fill === "var(--parched-2)")).toHaveLength(household.steps.length);
});

test("where the uses are listed and none is of a house, nothing is said of people's use or of dry toilets", async () => {
  const garden = structuredClone(demo);
  garden.document.household.uses = [];
  renderOnDemo(<HouseholdSheet />, garden);
  expect(await screen.findByText(/nothing used indoors/)).toBeTruthy();
  expect(screen.queryByText(/for each person/)).toBeNull();
  await userEvent.click(screen.getByRole("tab", { name: "Uses" }));
  expect(await screen.findByText("Nothing is used indoors.")).toBeTruthy();
  expect(screen.queryByRole("region", { name: "Cheaper water first" })).toBeNull();
});

test("where nobody lives, nothing is said of what each uses indoors", async () => {
  const months = demo.plan.household.months.map((month) => ({ ...month, people: 0 }));
  renderOnDemo(<HouseholdSheet />, {
    ...demo,
    plan: { ...demo.plan, household: { ...demo.plan.household, months } },
  });
  expect(await screen.findByText(/so nothing is used indoors/)).toBeTruthy();
  expect(screen.queryByLabelText(/Indoor use for each person/)).toBeNull();
});
