import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { Route } from "wouter";
import type { Alternative, PropertyState, SideBySide } from "../../api/client";
import { answerCalls, demo, renderInApp } from "../../testing/demo";
import { Toasts } from "../../ui/Toasts";
import { AlternativesPage } from "./AlternativesPage";

const [A, B, C]: Alternative[] = [
  { id: "a", name: "A", standing: "main", verdict: "Carries the house through 38 of 40 years." },
  { id: "b", name: "Trucks", standing: "open", verdict: "Trucks bring 2.4 loads a year." },
  { id: "c", name: "C", standing: "aside", verdict: "Carries 12 of 40 years." },
] as const;
const finding = demo.plan.findings[0]!;
const BESIDE: SideBySide = {
  first_as_found: false,
  second_as_found: false,
  first_verdict: A!.verdict,
  second_verdict: B!.verdict,
  first_years_carried: 38,
  second_years_carried: 40,
  counted_years: 40,
  currency: "€",
  first_total: 36_364,
  second_total: 31_120,
  first_yearly: 358,
  second_yearly: 799,
  missing: false,
  parts: [
    { name: "Ring-panel tank", was: "1", now: "none", costs: -8_200 },
    { name: "Coupling for the truck’s hose", was: "none", now: "1", costs: 46 },
  ],
  stations: [
    {
      stage: "cistern",
      name: "Cistern",
      first: "86.0 m³",
      second: "40.0 m³",
      differs: [{ path: "/cistern/tanks/0/shape/diameter_m", name: "", first: 6.9, second: 4.71 }],
    },
    {
      stage: "household",
      name: "Household",
      first: "309 L/day",
      second: "309 L/day",
      differs: [
        { path: "/household/back_up/kind", name: "", first: "none", second: "truck" },
        { path: "/household/back_up/load_l", name: "", first: 8_000, second: 10_000 },
      ],
    },
  ],
  lost: [{ ...finding, code: "x", severity: "fails", text: "It runs dry.", fix: "A larger tank." }],
  gained: [{ ...finding, code: "y", severity: "note", text: "Loads are ordered.", fix: "" }],
  otherwise: [{ first: { ...finding, text: "Keep 4.5 m³." }, second: { ...finding, text: "Keep 3.1 m³." } }],
  lean_year: {
    label: "1990–91",
    start: "1990-10-01",
    first_live_l: 79_000,
    second_live_l: 34_600,
    first_l: Array.from({ length: 365 }, (_, day) => 79_000 - 200 * day),
    second_l: Array.from({ length: 365 }, (_, day) => 34_600 - 80 * day),
  },
};

type Handlers = Parameters<typeof answerCalls>[0];

function open(alternatives: Alternative[], at = "/p/b/alternatives", more: Handlers = {}) {
  const state = (id: string): PropertyState => ({ ...structuredClone(demo), id, alternatives });
  const calls = answerCalls({
    ...more,
    "GET /api/who": () => [200, { asked: false, name: "", role: "office" }],
    "GET /api/properties/a/beside": () => [200, BESIDE],
    "GET /api/properties/b/beside": () => [200, BESIDE],
    ...Object.fromEntries(
      ["a", "b", "c", "d"].map((id) => [`GET /api/properties/${id}/alternatives`, () => [200, { alternatives: [] }]]),
    ),
    "GET /api/properties/": ({ path }) => [200, state(path.split("/")[3]!)],
    "PUT /api/properties/": ({ path }) => [200, state(path.split("/")[3]!)],
    "POST /api/properties/": () => [201, state("d")],
    "DELETE /api/properties/": () => [204, null],
    ...more,
  });
  renderInApp(
    <>
      <Route path="/p/:id/alternatives" component={AlternativesPage} />
      <Toasts />
    </>,
    at,
  );
  return calls;
}
const asked = (calls: ReturnType<typeof open>, method: string) =>
  calls
    .filter((call) => call.method === method)
    .map(({ path, body }) => [path, body ? (JSON.parse(body) as unknown) : null]);
const rowOf = async (name: string) =>
  within((await screen.findByLabelText(`Name of alternative ${name}`)).closest<HTMLElement>("li")!);

describe("the list", () => {
  test("has each with what its plan says and how it stands", async () => {
    open([A!, B!, C!]);
    const rows = await Promise.all([A!, B!, C!].map(({ name }) => rowOf(name)));
    expect(rows.map((row) => !!row.queryByText("the main one"))).toEqual([true, false, false]);
    expect(rows[1]!.getByText("open here")).toBeTruthy();
    expect(rows[2]!.getByText("set aside")).toBeTruthy();
    expect(rows[1]!.getByText(B!.verdict)).toBeTruthy();
    expect(rows[0]!.getAllByRole("link").map((link) => link.getAttribute("href"))).toEqual(["/p/a/cistern"]);
    expect(rows[0]!.queryAllByRole("button")).toHaveLength(0);
  });

  test("takes one as the main one, sets it aside and takes it up again", async () => {
    const calls = open([A!, B!, C!]);
    fireEvent.click((await rowOf("Trucks")).getByRole("button", { name: "Take as the main one: Trucks" }));
    fireEvent.click((await rowOf("Trucks")).getByRole("button", { name: "Set aside: Trucks" }));
    fireEvent.click((await rowOf("C")).getByRole("button", { name: "Take up again: C" }));
    await waitFor(() =>
      expect(asked(calls, "PUT")).toEqual([
        ["/api/properties/b/alternative", { standing: "main" }],
        ["/api/properties/b/alternative", { standing: "aside" }],
        ["/api/properties/c/alternative", { standing: "open" }],
      ]),
    );
  });

  test("a name is changed where it stands; the same or none is not sent", async () => {
    const calls = open([A!, B!]);
    const field = await screen.findByLabelText("Name of alternative Trucks");
    for (const typed of ["  ", "Trucks "]) {
      fireEvent.change(field, { target: { value: typed } });
      fireEvent.blur(field);
    }
    fireEvent.change(field, { target: { value: "Wells" } });
    fireEvent.keyDown(field, { key: "Escape" });
    fireEvent.blur(field);
    expect(asked(calls, "PUT")).toEqual([]);
    fireEvent.change(field, { target: { value: " Wells " } });
    fireEvent.blur(field);
    await waitFor(() => expect(asked(calls, "PUT")).toEqual([["/api/properties/b/alternative", { name: "Wells" }]]));
  });

  test("one is removed when that was confirmed, and the main one is opened then", async () => {
    const calls = open([A!, B!]);
    const remove = (await rowOf("Trucks")).getByRole("button", { name: "Remove Trucks" });
    fireEvent.click(remove);
    fireEvent.blur(remove);
    fireEvent.click((await rowOf("Trucks")).getByRole("button", { name: "Remove Trucks" }));
    expect(asked(calls, "DELETE")).toEqual([]);
    fireEvent.click((await rowOf("Trucks")).getByRole("button", { name: /^Remove it for good, .*: Trucks$/ }));
    await waitFor(() => expect(asked(calls, "DELETE")).toEqual([["/api/properties/b", null]]));
    await waitFor(() => expect(screen.getByRole("link", { name: "Back to A" })).toBeTruthy());
  });

  test("who works on site removes none", async () => {
    open([A!, B!], undefined, { "GET /api/who": () => [200, { asked: true, name: "Crew", role: "site" }] });
    const row = await rowOf("Trucks");
    await waitFor(() => expect(row.queryByRole("button", { name: /Remove/ })).toBeNull());
    expect(row.getByRole("button", { name: "Set aside: Trucks" })).toBeTruthy();
  });

  test("a refusal, and a lost connection, are said", async () => {
    const refusal = {
      errors: [{ field: "name", message: "must be another than that of the others" }],
      revision: null,
    };
    let answer: [number, unknown] | null = [422, refusal];
    open([A!, B!], undefined, {
      "PUT /api/properties/b": () => {
        if (!answer) throw new TypeError("Failed to fetch");
        return answer;
      },
    });
    fireEvent.click((await rowOf("Trucks")).getByRole("button", { name: "Set aside: Trucks" }));
    expect(await screen.findByText("Not changed. Must be another than that of the others.")).toBeTruthy();
    answer = null;
    fireEvent.click((await rowOf("Trucks")).getByRole("button", { name: "Set aside: Trucks" }));
    expect(await screen.findByText("No connection to the server. Nothing was changed.")).toBeTruthy();
  });
});

describe("one more", () => {
  test("is offered the next free letter, begins as the open one stands, and is opened", async () => {
    const calls = open([A!, B!]);
    const field = await screen.findByLabelText<HTMLInputElement>("Name of the new alternative");
    expect(field.value).toBe("B");
    fireEvent.change(field, { target: { value: "" } });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Make it" }).disabled).toBe(true);
    fireEvent.change(field, { target: { value: " Well " } });
    fireEvent.click(screen.getByRole("button", { name: "Make it" }));
    await waitFor(() => expect(asked(calls, "POST")).toEqual([["/api/properties/b/alternatives", { name: "Well" }]]));
    await waitFor(() => expect(calls.at(-1)!.path).not.toContain("/b/"));
  });

  test("that is refused stays in its field, with the reason", async () => {
    const refusal = { errors: [{ field: "name", message: "must be another, got A" }], revision: null };
    open([A!, B!], undefined, { "POST /api/properties/b": () => [422, refusal] });
    const field = await screen.findByLabelText<HTMLInputElement>("Name of the new alternative");
    fireEvent.change(field, { target: { value: "A" } });
    fireEvent.click(screen.getByRole("button", { name: "Make it" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Must be another, got A.");
    expect(field.value).toBe("A");
    fireEvent.change(field, { target: { value: "D" } });
    expect(screen.queryByRole("alert")).toBeNull();
  });

  test("is not offered where there are twelve, and only one has nothing beside it", async () => {
    open(
      Array.from({ length: 12 }, (_, at) => ({ ...B!, id: `${at}`, name: `N${at}`, standing: at ? "open" : "main" })),
    );
    expect(await screen.findByText("There are 12, as many as there may be.")).toBeTruthy();
    expect(screen.queryByLabelText("Name of the new alternative")).toBeNull();
  });

  test("alone it is compared with nothing", async () => {
    const calls = open([{ ...A!, id: "b" }]);
    await rowOf("A");
    expect(screen.queryByRole("region", { name: "Side by side" })).toBeNull();
    expect(calls.some(({ path }) => path.endsWith("/beside"))).toBe(false);
  });
});

describe("side by side", () => {
  const picked = () =>
    ["One of the two", "The other of the two"].map((name) => screen.getByLabelText<HTMLSelectElement>(name).value);

  test("the main one stands against the open one, with all that differs and what comes of it", async () => {
    const calls = open([A!, B!, C!]);
    const side = within(await screen.findByRole("region", { name: "Side by side" }));
    expect(picked()).toEqual(["a", "b"]);
    const rows = async (name: RegExp) => (await side.findByRole("row", { name })).textContent;
    expect(await rows(/^Years carried/)).toBe("Years carried38 of 4040 of 40");
    expect(await rows(/^Price/)).toBe("Price€36,364€31,120");
    expect(await rows(/^Upkeep/)).toBe("Upkeep in a year€358€799");
    expect(await rows(/^Ring-panel tank/)).toBe("Ring-panel tank1none");
    expect(side.getByText("materials alone: €46 more, €8,200 less")).toBeTruthy();
    expect(await rows(/Diameter of tank 1/)).toBe("CisternDiameter of tank 16.9 m4.71 m");
    expect(await rows(/Kind of back up/)).toBe("HouseholdKind of back upnonetruck");
    expect(await rows(/^Load of back up/)).toBe("Load of back up8 m³10 m³");
    expect(await rows(/^Cistern 86/)).toBe("Cistern86.0 m³40.0 m³");
    expect(side.queryByRole("row", { name: /309 L/ })).toBeNull();
    expect(side.getByRole("region", { name: "Found in A alone" }).textContent).toContain(
      "Fails: It runs dry. A larger tank.",
    );
    expect(side.getByRole("region", { name: "Found in Trucks alone" }).textContent).toContain(
      "Note: Loads are ordered.",
    );
    const otherwise = side.getByRole("region", { name: "Found in both, of other sizes" });
    expect(otherwise.textContent).toContain("A: Keep 4.5 m³.Trucks: Keep 3.1 m³.");
    const chart = side.getByRole("img", { name: /through 1990–91/ });
    expect(chart.getAttribute("aria-label")).toContain("A falls to 6.2 m³, Trucks falls to 5.5 m³");
    expect(chart.querySelectorAll("path[stroke-width='2']")).toHaveLength(2);
    expect([...chart.querySelectorAll("text")].map((text) => text.textContent)).toEqual(
      expect.arrayContaining(["Oct", "Dec", "Feb", "60"]),
    );
    expect(calls.find(({ path }) => path.endsWith("/beside"))!.query.get("other")).toBe("b");
  });

  test("others are picked, and one that is picked twice changes places", async () => {
    const calls = open([A!, B!, C!], "/p/b/alternatives?first=a&second=c");
    await screen.findByRole("region", { name: "Side by side" });
    expect(picked()).toEqual(["a", "c"]);
    fireEvent.change(screen.getByLabelText("The other of the two"), { target: { value: "b" } });
    await waitFor(() => expect(picked()).toEqual(["a", "b"]));
    fireEvent.change(screen.getByLabelText("One of the two"), { target: { value: "b" } });
    await waitFor(() => expect(picked()).toEqual(["b", "a"]));
    await waitFor(() => expect(calls.filter(({ path }) => path === "/api/properties/b/beside")).toHaveLength(1));
    fireEvent.change(screen.getByLabelText("The other of the two"), { target: { value: "b" } });
    await waitFor(() => expect(picked()).toEqual(["a", "b"]));
  });

  test("from the main one the first of the others stands beside it", async () => {
    open([A!, B!, C!], "/p/a/alternatives");
    await screen.findByRole("region", { name: "Side by side" });
    expect(picked()).toEqual(["a", "b"]);
  });

  test("where nothing differs, and without rain, it says so", async () => {
    const same: SideBySide = {
      ...BESIDE,
      stations: BESIDE.stations.map((each) => ({ ...each, second: each.first, differs: [] })),
      ...{ lost: [], gained: [], otherwise: [], lean_year: null },
      ...{ first_years_carried: null, second_years_carried: null, counted_years: null },
    };
    open([A!, B!], undefined, { "GET /api/properties/a/beside": () => [200, same] });
    expect(await screen.findByText("Nothing: they are the same design.")).toBeTruthy();
    expect(screen.getByText("Both have the same findings.")).toBeTruthy();
    expect(screen.getAllByText("no rain yet")).toHaveLength(2);
    expect(screen.queryByText("What the stations say")).toBeNull();
    expect(screen.queryByRole("img")).toBeNull();
  });

  test("one that was removed meanwhile cannot be compared, and it can be tried again", async () => {
    const refusal = {
      errors: [{ field: "other", message: "must be an alternative of the same property" }],
      revision: null,
    };
    let gone = true;
    open([A!, B!], undefined, { "GET /api/properties/a/beside": () => (gone ? [422, refusal] : [200, BESIDE]) });
    expect((await screen.findByRole("alert")).textContent).toContain("They could not be compared");
    gone = false;
    fireEvent.click(screen.getByRole("button", { name: "Try again" }));
    expect(await screen.findByText("What differs")).toBeTruthy();
  });
});

test.each([
  [[404, { errors: [{ field: "id", message: "there is no such property" }], revision: null }], /no such property/],
  [[503, null], /does not answer/],
] as const)("a property that cannot be opened is said to be so", async (answer, says) => {
  open([A!], undefined, { "GET /api/properties/b": () => [...answer] });
  expect((await screen.findByRole("alert")).textContent).toMatch(says);
  expect(screen.getByRole("link", { name: "All properties" })).toBeTruthy();
});

test("beside a supply as it was found, what differs is the list of repairs", async () => {
  const [cistern, household] = BESIDE.stations;
  const path = "/audit/conditions/gutters/barn/state";
  const broken = { path, name: "Gutters of Barn, condition", first: "broken", second: "renewed" };
  const found = { ...BESIDE, first_as_found: true, stations: [{ ...cistern!, differs: [broken] }, household!] };
  open([A!, B!], undefined, { "GET /api/properties/a/beside": () => [200, found] });
  expect(await screen.findByRole("heading", { name: /^List of repairs/ })).toBeTruthy();
  expect(screen.getByRole("row", { name: /Gutters of Barn/ }).textContent).toBe(
    "CisternGutters of Barn, conditionbrokenrenewed",
  );
  expect(screen.getByRole("region", { name: "What Trucks puts right" }).textContent).toContain("It runs dry.");
  expect(screen.getByRole("region", { name: "Found in Trucks alone" })).toBeTruthy();
});
