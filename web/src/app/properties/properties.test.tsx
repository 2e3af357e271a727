import { act, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import type { ListedProperty } from "../../api/client";
import { answerCalls, demo, renderInApp } from "../../testing/demo";
import { Toasts } from "../../ui/Toasts";
import { PropertyList } from "./PropertyList";

const row = (number: number): ListedProperty => ({
  id: `p${number}`,
  revision: number,
  name: `House ${number}`,
  place: number % 2 ? "Upper lane" : "Lower lane",
  verdict: "Carries the house through 38 of 40 years. Runs dry in two: 18 days.",
  summary: "332 m², 3 roofs",
  years: [40, -1, 60],
  demo: null,
  changed_at: "2026-11-24T10:00:00",
  alternatives: 1,
});

type Handlers = Parameters<typeof answerCalls>[0];

function open(properties: ListedProperty[], demos: string[] = [], more: Handlers = {}, at = "/") {
  const usual: Handlers = {
    "GET /api/properties": () => [200, { properties, demos }],
    "GET /api/choices": () => [
      200,
      {
        materials: [
          { key: "metal", label: "Metal sheet", low: 0.8, central: 0.9, high: 1, basis: "estimate", source: "" },
          { key: "tile", label: "Tile", low: 0.7, central: 0.8, high: 0.9, basis: "estimate", source: "" },
        ],
        habits: [
          { key: "careful", litres_person_day: 90 },
          { key: "usual", litres_person_day: 130 },
        ],
      },
    ],
    "GET /api/rain/records": () => [
      200,
      [{ id: "r1", name: "Quay gauge", note: "", start: "1985-10-01", days: 14_610 }],
    ],
    "POST /api/properties/file": () => [
      422,
      { errors: [{ field: "property.name", message: "is missing" }], revision: null },
    ],
    "POST /api/properties/demo": () => [201, demo],
    "POST /api/properties": () => [201, demo],
    "DELETE /api/properties": () => [204, null],
  };
  // What a test says of its own comes first, and counts.
  const calls = answerCalls({ ...more, ...usual, ...more });
  renderInApp(
    <>
      <PropertyList />
      <Toasts />
    </>,
    at,
  );
  return calls;
}

test("an empty list says what to do, and the demo is a button away", async () => {
  const calls = open([], ["saltmarrow"]);
  expect(await screen.findByText("No property yet")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Load the demo, Saltmarrow" }));
  await waitFor(() => expect(calls.at(-1)!.path).toBe("/api/properties/demo/saltmarrow"));
});

test("a property shows its verdict and its years", async () => {
  open([row(1)]);
  expect(await screen.findByRole("link", { name: "House 1" })).toBeTruthy();
  expect(screen.getByText("Carries the house through 38 of 40 years.")).toBeTruthy();
  expect(screen.getByRole("img", { name: "Lowest store of 3 years, 1 with dry days" })).toBeTruthy();
});

test("a long list is shown in part, and searched", async () => {
  open(Array.from({ length: 120 }, (_, i) => row(i)));
  await screen.findByRole("link", { name: "House 0" });
  expect(screen.getAllByRole("listitem")).toHaveLength(50);
  await userEvent.click(screen.getByRole("button", { name: "Show all 120" }));
  expect(screen.getAllByRole("listitem")).toHaveLength(120);
  await userEvent.type(screen.getByRole("searchbox", { name: "Find a property" }), "upper");
  expect(screen.getAllByRole("listitem")).toHaveLength(60);
  await userEvent.clear(screen.getByRole("searchbox"));
  await userEvent.type(screen.getByRole("searchbox"), "castle");
  expect(screen.getByText(/No property with “castle”/)).toBeTruthy();
});

test("a server that does not answer is said, with a way to try again", async () => {
  answerCalls({ "GET /api/properties": () => [503, null] });
  renderInApp(<PropertyList />);
  expect((await screen.findByRole("alert")).textContent).toContain("The server does not answer.");
  answerCalls({ "GET /api/properties": () => [200, { properties: [row(1)], demos: [] }] });
  await userEvent.click(screen.getByRole("button", { name: "Try again" }));
  expect(await screen.findByRole("link", { name: "House 1" })).toBeTruthy();
  expect(screen.queryByRole("alert")).toBeNull();
});

test("a server that cannot show the list says why", async () => {
  answerCalls({
    "GET /api/properties": () => [
      403,
      { errors: [{ field: "host", message: "is not this machine" }], revision: null },
    ],
  });
  renderInApp(<PropertyList />);
  expect((await screen.findByRole("alert")).textContent).toMatch(/^The list cannot be shown: .*is not this machine/);
});

test("where signing in is asked for, nothing is said to be wrong", async () => {
  const calls = answerCalls({
    "GET /api/properties": () => [401, { errors: [{ field: "sign-in", message: "is asked for" }], revision: null }],
  });
  renderInApp(<PropertyList />);
  await waitFor(() => expect(calls.some(({ path }) => path === "/api/properties")).toBe(true));
  await act(() => new Promise((done) => setTimeout(done, 30)));
  expect(screen.queryByRole("alert")).toBeNull();
});

test("the order of the list is chosen, and searched lists keep it", async () => {
  open([6, 0, 5, 1, 4, 2, 3].map(row));
  const names = () => screen.getAllByRole("link", { name: /^House/ }).map((link) => link.textContent);
  await waitFor(() => expect(names()).toEqual([6, 0, 5, 1, 4, 2, 3].map((number) => `House ${number}`)));
  await userEvent.selectOptions(screen.getByRole("combobox", { name: "Order of the list" }), "by name");
  expect(names()).toEqual([0, 1, 2, 3, 4, 5, 6].map((number) => `House ${number}`));
  await userEvent.type(screen.getByRole("searchbox"), "upper");
  expect(names()).toEqual(["House 1", "House 3", "House 5"]);
});

test("six properties are seen at once, and are neither searched nor put in order", async () => {
  open(Array.from({ length: 6 }, (_, i) => row(i)));
  await screen.findByRole("link", { name: "House 5" });
  expect(screen.queryByRole("searchbox")).toBeNull();
  expect(screen.queryByRole("combobox")).toBeNull();
});

test.each([
  ["Upper lane", "saltmarrow", "Upper lane · invented demo"],
  ["", "saltmarrow", "invented demo"],
  ["Upper lane", null, "Upper lane"],
])("a property at “%s” made from %s says “%s” under its name", async (place, demo, words) => {
  open([{ ...row(1), place, demo }]);
  expect((await screen.findByRole("link", { name: "House 1" })).nextElementSibling!.textContent).toBe(words);
});

test("a property without a record has no years to show", async () => {
  open([{ ...row(1), years: [] }]);
  expect(await screen.findByRole("img", { name: "No rain record yet" })).toBeTruthy();
  expect(screen.queryByText(/lowest store/)).toBeNull();
});

test.each([
  ["site", 0],
  ["office", 1],
])("for the %s %i can be removed", async (role, count) => {
  const who = { asked: true, name: "Ada Finch", role, property_id: null };
  open([row(1)], [], { "GET /api/who": () => [200, who] });
  expect(await screen.findByText("Ada Finch")).toBeTruthy();
  expect(screen.queryAllByRole("button", { name: "Remove House 1" })).toHaveLength(count);
});

test("removing asks first", async () => {
  const calls = open([row(3)]);
  await userEvent.click(await screen.findByRole("button", { name: "Remove House 3" }));
  const asked = within(await screen.findByRole("alertdialog"));
  expect(asked.getByText(/with all 3 revisions/)).toBeTruthy();
  await userEvent.click(asked.getByRole("button", { name: "Keep it" }));
  expect(calls.some(({ method }) => method === "DELETE")).toBe(false);
  await userEvent.click(screen.getByRole("button", { name: "Remove House 3" }));
  await userEvent.click(within(await screen.findByRole("alertdialog")).getByRole("button", { name: "Remove" }));
  await waitFor(() =>
    expect(calls.some(({ method, path }) => method === "DELETE" && path.endsWith("/p3"))).toBe(true),
  );
});

test("four answers go out in the units that the server keeps", async () => {
  const calls = open([]);
  await userEvent.click(await screen.findByRole("button", { name: "New property" }));
  const form = within(await screen.findByRole("dialog"));
  await userEvent.click(form.getByRole("button", { name: /^None of these/ }));
  await userEvent.click(form.getByRole("button", { name: "Next: the rain file" }));
  expect(form.getByText("Give it a name.")).toBeTruthy();
  expect(form.getByText(/Write an area above 0/)).toBeTruthy();
  expect(calls.some(({ method }) => method === "POST")).toBe(false);
  await userEvent.type(form.getByLabelText("Name"), "Fernlea");
  await userEvent.click(form.getByRole("radio", { name: "US" }));
  await userEvent.type(form.getByLabelText(/Area seen from above, ft²/), "1010");
  await userEvent.type(form.getByLabelText("How many live there"), "2");
  await userEvent.selectOptions(form.getByLabelText("Which record"), "r1");
  await userEvent.click(form.getByRole("button", { name: "Show the answer" }));
  await waitFor(() => expect(calls.at(-1)!.method).toBe("POST"));
  const sent = JSON.parse(calls.at(-1)!.body);
  expect(sent.roof_area_m2).toBeCloseTo(93.83, 2);
  expect(sent).toMatchObject({ name: "Fernlea", units: "us", people: 2, rain_from: "r1", habit: "careful" });
});

/** The form for a new property, filled in, with something else done to it before it goes out. */
async function filledIn(more: Handlers, change: (form: ReturnType<typeof within>) => Promise<void>) {
  const calls = open([], [], more);
  await userEvent.click(await screen.findByRole("button", { name: "New property" }));
  const form = within(await screen.findByRole("dialog"));
  await userEvent.click(form.getByRole("button", { name: /^None of these/ }));
  await userEvent.type(form.getByLabelText("Name"), "Fernlea");
  await userEvent.type(form.getByLabelText(/Area seen from above, m²/), "94");
  await userEvent.type(form.getByLabelText("How many live there"), "4");
  await change(form);
  await userEvent.click(form.getByRole("button", { name: "Next: the rain file" }));
  return { calls, form };
}

test("another covering and another habit go out as they were chosen", async () => {
  const { calls } = await filledIn({}, async (form) => {
    await userEvent.selectOptions(await form.findByLabelText("Covering"), "Tile");
    await userEvent.selectOptions(form.getByLabelText("Habit with water, indoors"), "usual");
  });
  await waitFor(() => expect(calls.at(-1)!.method).toBe("POST"));
  expect(JSON.parse(calls.at(-1)!.body)).toEqual({
    name: "Fernlea", place: "", units: "metric", roof_area_m2: 94, people: 4, rain_from: null, material: "tile", habit: "usual",
    begin_with: null,
  }); // prettier-ignore
});

test.each([
  ["Area seen from above, m²", "0", /Write an area above 0/],
  ["Area seen from above, m²", "100001", /Write an area above 0/],
  ["How many live there", "-1", /Write a number from 0 to 10,000/],
  ["How many live there", "10001", /Write a number from 0 to 10,000/],
  ["Name", "  ", /Give it a name/],
])("%s cannot be “%s”", async (label, wrong, words) => {
  const { calls, form } = await filledIn({}, async (asked) => {
    await userEvent.clear(asked.getByLabelText(label));
    await userEvent.type(asked.getByLabelText(label), wrong);
  });
  const problem = form.getByText(words);
  expect(form.getByLabelText(label).getAttribute("aria-describedby")).toBe(problem.id);
  expect(form.getByLabelText(label).getAttribute("aria-invalid")).toBe("true");
  expect(calls.some(({ method }) => method === "POST")).toBe(false);
});

test.each([
  [422, { errors: [{ field: "name", message: "is in use already" }], revision: null }, /^is in use already/],
  [503, null, /The server does not answer. Your answers are still here/],
])("what the server answers with %i stands in the form, with the answers", async (status, answer, words) => {
  const { form } = await filledIn({ "POST /api/properties": () => [status, answer] }, async () => undefined);
  expect(await form.findByText(words)).toBeTruthy();
  expect(form.getByLabelText<HTMLInputElement>("Name").value).toBe("Fernlea");
});

test.each(["file", "demo"])("a server that does not answer is said where a %s was to be opened", async (what) => {
  open([row(1)], ["saltmarrow"], { "POST /api/properties": () => Promise.reject(new TypeError("no connection")) });
  await screen.findByRole("link", { name: "House 1" });
  if (what === "file") await userEvent.upload(screen.getByLabelText("Property file"), new File(["{}"], "x.json"));
  else await userEvent.click(screen.getByRole("button", { name: "Load the demo, Saltmarrow" }));
  expect(await screen.findByText(/the server does not answer/i)).toBeTruthy();
});

test("the button for a property file opens the browser's own choice", async () => {
  open([]);
  const picked = vi.spyOn(HTMLInputElement.prototype, "click");
  await userEvent.click(await screen.findByRole("button", { name: "Open a property file" }));
  expect(picked).toHaveBeenCalledTimes(1);
  picked.mockRestore();
});

test("a property that could not be removed is still there, and that is said", async () => {
  open([row(3)], [], { "DELETE /api/properties": () => [503, null] });
  await userEvent.click(await screen.findByRole("button", { name: "Remove House 3" }));
  await userEvent.click(within(await screen.findByRole("alertdialog")).getByRole("button", { name: "Remove" }));
  expect(await screen.findByText("It could not be removed. Nothing was changed.")).toBeTruthy();
  expect(screen.getByText("House 3")).toBeTruthy();
});

test("a file that is no property file is named as such", async () => {
  const calls = open([row(1)]);
  await screen.findByRole("link", { name: "House 1" });
  await userEvent.upload(
    screen.getByLabelText("Property file"),
    new File(["{}"], "x.json", { type: "application/json" }),
  );
  await waitFor(() => expect(calls.at(-1)!.path).toBe("/api/properties/file"));
  expect(calls.at(-1)!.body).toBe("{}");
});

test("a bundle goes where bundles are opened, whatever it is called", async () => {
  const calls = open([row(1)]);
  await screen.findByRole("link", { name: "House 1" });
  await userEvent.upload(
    screen.getByLabelText("Property file"),
    new File(["PK and more"], "x.json", { type: "application/json" }),
  );
  await waitFor(() => expect(calls.at(-1)!.path).toBe("/api/properties/bundle"));
  expect(calls.at(-1)!.body).toBe("PK and more");
});

test("a property of several alternatives says how many, and that all of them go with it", async () => {
  open([{ ...row(1), alternatives: 3 }, row(2)]);
  const listed = (name: string) => screen.getByRole("link", { name }).closest("li")!;
  await screen.findByRole("link", { name: "House 1" });
  expect(listed("House 1").textContent).toContain("Upper lane, 3 alternatives");
  expect(listed("House 2").textContent).not.toContain("alternatives");
  await userEvent.click(screen.getByRole("button", { name: "Remove House 1" }));
  expect((await screen.findByRole("alertdialog")).textContent).toContain(
    "with its one revision and all 3 alternatives, for good",
  );
});

const supplyOf = (id: string, more: object = {}) => ({
  id,
  area: "The hills",
  as_of: "2026-11-30",
  is_demo: false,
  units: "metric",
  supply: "",
  live_l: 40_000,
  level_l: 8_000,
  read_on: "2026-11-28",
  by_model: false,
  short_by: "2026-12-20",
  no_rain_until: "2026-12-24",
  acts: [
    { kind: "water", level: "caution", on: "2026-12-12", text: "Short by 20 Dec 2026 in one recorded year of ten." },
  ],
  more: 2,
  kinds: ["water", "due"],
  ...more,
});

test("of several supplies the water is said by the name of the one that is short first", async () => {
  open([row(1), row(2)], [], {
    "GET /api/in-use": () => [
      200,
      { today: "2026-11-30", supplies: [supplyOf("p2", { supply: "Shed" })], to_do: 0, of: 2, areas: [] },
    ],
  });
  expect(await screen.findByText(/^Shed: 8.0 m³ of 40.0 m³, read on 28 Nov 2026/)).toBeTruthy();
});

test("who wants somebody comes first, with why and with how much water there is", async () => {
  open([row(1), row(2)], [], {
    "GET /api/in-use": () => [
      200,
      { today: "2026-11-30", supplies: [supplyOf("p2")], to_do: 0, of: 2, areas: ["The hills"] },
    ],
  });
  await screen.findByText("Short by 20 Dec 2026 in one recorded year of ten.");
  expect(screen.getAllByRole("link", { name: /House/ }).map((link) => link.textContent)).toEqual([
    "House 2",
    "House 1",
  ]);
  expect(
    screen.getByText(/8.0 m³ of 40.0 m³, read on 28 Nov 2026; with no rain at all it lasts to 24 Dec 2026/),
  ).toBeTruthy();
  expect(screen.getByText("and 2 more on its log.")).toBeTruthy();
  await userEvent.selectOptions(screen.getByRole("combobox", { name: "Order of the list" }), "last changed");
  expect(screen.getAllByRole("link", { name: /House/ }).map((link) => link.textContent)).toEqual([
    "House 1",
    "House 2",
  ]);
  await userEvent.selectOptions(screen.getByRole("combobox", { name: "Area" }), "The hills");
  expect(screen.getAllByRole("listitem", { name: "" }).length).toBeGreaterThan(0);
  expect(screen.queryByRole("link", { name: "House 1" })).toBeNull();
  expect(screen.getByRole("link", { name: "A day’s round" }).getAttribute("href")).toBe("/round?area=The%20hills");
  await userEvent.selectOptions(screen.getByRole("combobox", { name: "What is shown" }), "a quote waits");
  expect(screen.getByText("No property here wants that.")).toBeTruthy();
});

test("while the server is still at it, it says how far", async () => {
  open([row(1)], [], {
    "GET /api/in-use": () => [200, { today: "2026-11-30", supplies: [], to_do: 760, of: 2_000, areas: [] }],
  });
  expect(await screen.findByText(/1240 of 2000 properties are up to date/)).toBeTruthy();
});

const BARREL = {
  key: "barrel",
  name: "Barrel at a downpipe",
  note: "on blocks",
  people: "",
  vessels: [
    { kind: "upright_cylinder", base: "plinth", count: 1, width_m: 0.6, floor_m: 0.4, height_m: 0.9, water_m: 1.22 },
  ],
  pumped: false,
};
const SCHOOL = { ...BARREL, key: "school", name: "School toilets", people: "How many are there on a school day" };

async function begunWith(layout: string) {
  const calls = open([], [], { "GET /api/starting-points": () => [200, [BARREL, SCHOOL]] });
  await userEvent.click(await screen.findByRole("button", { name: "New property" }));
  const form = within(await screen.findByRole("dialog"));
  await userEvent.click(await form.findByRole("button", { name: new RegExp(`^${layout}`) }));
  return { calls, form };
}

test("a layout for a garden asks nothing of people, and goes out by its key", async () => {
  const { calls, form } = await begunWith("Barrel at a downpipe");
  expect(form.queryByLabelText(/How many/)).toBeNull();
  await userEvent.type(form.getByLabelText("Name"), "Plot 9");
  await userEvent.type(form.getByLabelText(/Area seen from above, m²/), "30");
  await userEvent.click(form.getByRole("button", { name: "Next: the rain file" }));
  await waitFor(() => expect(calls.at(-1)!.method).toBe("POST"));
  expect(JSON.parse(calls.at(-1)!.body)).toMatchObject({ begin_with: "barrel", people: 0, roof_area_m2: 30 });
});

test("a school is asked for those who are there, and another layout can be taken after all", async () => {
  const { form } = await begunWith("School toilets");
  expect(form.getByLabelText("How many are there on a school day")).toBeTruthy();
  await userEvent.click(form.getByRole("button", { name: "Begin with something else" }));
  await userEvent.click(form.getByRole("button", { name: /^None of these/ }));
  expect(form.getByLabelText("How many live there")).toBeTruthy();
});

test("without the layouts one tank is there to begin with", async () => {
  open([], [], { "GET /api/starting-points": () => [503, { errors: [] }] });
  await userEvent.click(await screen.findByRole("button", { name: "New property" }));
  const form = within(await screen.findByRole("dialog"));
  expect(await form.findByText(/could not be read/, {}, { timeout: 8_000 })).toBeTruthy();
  await userEvent.click(form.getByRole("button", { name: /^None of these/ }));
  expect(form.getByLabelText("Name")).toBeTruthy();
}, 12_000);
