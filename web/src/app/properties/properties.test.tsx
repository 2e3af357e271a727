import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import type { ListedProperty } from "../../api/client";
import { answerCalls, demo, renderInApp } from "../../testing/demo";
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
});

function open(properties: ListedProperty[], demos: string[] = []) {
  const calls = answerCalls({
    "GET /api/properties": () => [200, { properties, demos }],
    "GET /api/choices": () => [
      200,
      {
        materials: [
          { key: "metal", label: "Metal sheet", low: 0.8, central: 0.9, high: 1, basis: "estimate", source: "" },
        ],
        habits: [{ key: "careful", litres_person_day: 90 }],
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
  });
  renderInApp(<PropertyList />);
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
