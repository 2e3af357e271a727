import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { buried, demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { RoofsSheet } from "./RoofsSheet";

type Added = { op: string; path: string; value: Record<string, unknown> };
const open = async (name: string) => {
  await userEvent.click(await screen.findByRole("button", { name }));
  return within(await screen.findByRole("dialog"));
};

test("a roof is added once its size is known, in the units of the property; its name is its own or a number", async () => {
  const calls = renderOnDemo(<RoofsSheet />, buried);
  const dialog = await open("Add a roof");
  await userEvent.click(dialog.getByRole("button", { name: "Add it" }));
  expect(dialog.getByRole("alert").textContent).toMatch(
    /^Write its length and its width, each above zero, for example 34', 34' 6 1\/2" or 10.4 m/,
  );
  await userEvent.type(dialog.getByRole("textbox", { name: "Name" }), "  Lean-to ");
  for (const [length, width] of [
    ["20", "0"],
    ["0", "10"],
    ["20", "-3"],
    ["4000", "10"],
    ["wide", "10"],
  ] as const) {
    await userEvent.clear(dialog.getByRole("textbox", { name: "Length" }));
    await userEvent.clear(dialog.getByRole("textbox", { name: "Width" }));
    await userEvent.type(dialog.getByRole("textbox", { name: "Length" }), length);
    await userEvent.type(dialog.getByRole("textbox", { name: "Width" }), `${width}{Enter}`);
    expect(dialog.getByRole("alert")).toBeTruthy();
  }
  expect(lastOperations(calls)).toBeNull();
  await userEvent.clear(dialog.getByRole("textbox", { name: "Length" }));
  await userEvent.clear(dialog.getByRole("textbox", { name: "Width" }));
  await userEvent.type(dialog.getByRole("textbox", { name: "Length" }), "20");
  await userEvent.type(dialog.getByRole("textbox", { name: "Width" }), "3 m{Enter}");
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  const [added] = lastOperations(calls) as Added[];
  expect(added).toMatchObject({ op: "add", path: "/roofs/3", value: { name: "Lean-to" } });
  // Eight metres below all that is there, so that it covers nothing on the plan.
  const souths = buried.plan.roofs.surfaces.flatMap((surface) => surface.outline_m.map(([, north]) => north!));
  expect(added!.value).toMatchObject({
    id: "roof-4",
    y_m: Math.min(...souths, 0) - 8,
    drains: [{ group: "a", share: 1 }],
  });
  expect(added!.value["extent"]).toEqual({ kind: "rectangle", length_m: 6.096, width_m: 3, along_slope: false });
  expect((await open("Add a roof")).getByRole<HTMLInputElement>("textbox", { name: "Name" }).value).toBe("");
});

test("corners are written as numbers, and nonsense or a refusal leaves the dialog with its reason", async () => {
  let refuses = true;
  const calls = renderOnDemo(<RoofsSheet />, demo, "/", {
    [`POST /api/properties/${demo.id}/edits`]: () =>
      refuses
        ? [422, { errors: [{ field: "roofs[2].extent", message: "the outline crosses itself" }] }]
        : [200, demo],
  });
  fireEvent.click(await screen.findByRole("button", { name: "6 corners" }));
  const dialog = within(await screen.findByRole("dialog", { name: "Corners of Barn" }));
  const field = dialog.getByRole<HTMLTextAreaElement>("textbox", { name: "Corners" });
  expect(field.value.split("\n")).toEqual([
    "0.00 0.00",
    "16.40 0.00",
    "16.40 7.50",
    "10.40 7.50",
    "10.40 10.50",
    "0.00 10.50",
  ]);
  const use = () => userEvent.click(dialog.getByRole("button", { name: "Use these corners" }));
  fireEvent.change(field, { target: { value: "0 0\n5 north" } });
  await use();
  expect(dialog.getByRole("alert").textContent).toContain("Line 2, “5 north”");
  fireEvent.change(field, { target: { value: "0 0\n5 0" } });
  expect(dialog.queryByRole("alert")).toBeNull();
  await use();
  expect(dialog.getByRole("alert").textContent).toContain("at least three corners");
  expect(lastOperations(calls)).toBeNull();
  fireEvent.change(field, { target: { value: "0 0\n5 0\n5 4" } });
  await use();
  await waitFor(() => expect(dialog.getByRole("alert").textContent).toContain("the outline crosses itself"));
  refuses = false;
  await use();
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  const points_m = [[0, 0], [5, 0], [5, 4]]; // prettier-ignore
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/roofs/2/extent", value: { kind: "outline", points_m } },
  ]);
});

const outline = { kind: "outline", points_m: [[0, 0], [4, 0], [4, 3]] }; // prettier-ignore
const file = new File(["{}"], "roofs.geojson");
const READ = "POST /api/properties/roofs/geojson";

test("outlines from a file are looked at first, then added beside what is there, each under an id of its own", async () => {
  const read = {
    roofs: [
      { id: "barn", name: "Barn, from the air", extent: outline },
      { id: "new", name: "Shed", extent: outline },
    ],
    areas_m2: [6, 6],
    latitude_deg: 49.5,
    longitude_deg: 7.25,
  };
  const nowhere = { ...demo, document: { ...demo.document, site: { ...demo.document.site, longitude_deg: null } } };
  const calls = renderOnDemo(<RoofsSheet />, nowhere, "/", { [READ]: () => [200, read] });
  fireEvent.change(await screen.findByLabelText("GeoJSON file"), { target: { files: [file] } });
  const dialog = within(await screen.findByRole("dialog"));
  expect((await dialog.findAllByRole("listitem")).map((row) => row.textContent)).toEqual([
    "Barn, from the air6.0 m²",
    "Shed6.0 m²",
  ]);
  const asked = calls.find(({ path }) => path.endsWith("geojson"))!;
  expect(asked.query.get("near_latitude_deg")).toBe(String(demo.document.site.latitude_deg));
  expect(lastOperations(calls)).toBeNull();
  await userEvent.click(dialog.getByRole("button", { name: "Add to the plan" }));
  const drains = [{ group: "a", share: 1 }];
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "add", path: "/roofs/-", value: { id: "barn-2", name: "Barn, from the air", extent: outline, drains } },
      { op: "add", path: "/roofs/-", value: { id: "new", name: "Shed", extent: outline, drains } },
      { op: "replace", path: "/site/longitude_deg", value: 7.25 },
      { op: "replace", path: "/site/latitude_deg", value: 49.5 },
    ]),
  );
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
});

test.each([
  [
    () => [422, { errors: [{ field: "file", message: "is no GeoJSON" }] }] as [number, unknown],
    "file: is no GeoJSON",
  ],
  [
    () => {
      throw new TypeError("Failed to fetch");
    },
    "No connection to the server.",
  ],
])("a file that cannot be read says why, and offers nothing", async (answer, words) => {
  renderOnDemo(<RoofsSheet />, demo, "/", { [READ]: answer });
  fireEvent.change(await screen.findByLabelText("GeoJSON file"), { target: { files: [file] } });
  const dialog = within(await screen.findByRole("dialog"));
  expect((await dialog.findByRole("alert")).textContent).toBe(`${words}Nothing was changed.`);
  expect(dialog.getByRole<HTMLButtonElement>("button", { name: "Add to the plan" }).disabled).toBe(true);
});
