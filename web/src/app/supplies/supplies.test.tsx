import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { applyPatch } from "fast-json-patch";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { addSupply, addTransfer, removeSupply, serveBy } from "./onSupplies";
import type { OfSite, Together } from "./onSupplies";
import { SitePicture } from "./SitePicture";
import { SupplyRows } from "./SupplyRows";
import { Transfers } from "./Transfers";
import { RoofsAndUses } from "./RoofsAndUses";
import { AddSupply } from "./AddSupply";

const own = demo.document;
const added = addSupply(own, "Barn", 10_000, own.roofs[2]!.id);
const after = (document: OfSite, operations: unknown[]) =>
  applyPatch(structuredClone(document), operations as Parameters<typeof applyPatch>[1]).newDocument as OfSite;
const both = after(own, added);
const barn = both.supplies[0]!;
const together: Together = {
  verdict: "Years carried: Main supply 37 of 40, Barn all 40.",
  supplies: [
    {
      id: "main",
      name: "Main supply",
      roofs: ["House, slate"],
      area_m2: 124,
      tank_l: 86_000,
      live_l: 80_000,
      floor_m: -1.6,
      overflow_m: 0.7,
      serves: ["Indoors"],
      helps: ["Watered ground"],
      counted_years: 40,
      years_carried: 37,
      helped_l_day: 0,
      lowest_l: 0,
    },
    {
      id: barn.id,
      name: "Barn",
      roofs: ["Barn"],
      area_m2: 154,
      tank_l: 10_000,
      live_l: 9_500,
      floor_m: 0,
      overflow_m: 2,
      serves: ["Watered ground"],
      helps: [],
      counted_years: 40,
      years_carried: 40,
      helped_l_day: 0,
      lowest_l: 900,
    },
  ],
  uses: [
    { name: "Indoors", path: "/household/served", by: "main", then: null },
    { name: "Watered ground", path: "/household/irrigation/served", by: barn.id, then: "main" },
  ],
};
const withBoth = { ...demo, document: both as typeof demo.document, plan: { ...demo.plan, together } };

test("a supply is added with its tank, and takes a roof's water", () => {
  expect(barn).toMatchObject({ name: "Barn", cistern: { tanks: [{ shape: { volume_l: 10_000 } }] } });
  expect(both.roofs[2]!.drains).toEqual([{ group: barn.downpipes[0]!.id, share: 1 }]);
  const third = after(both, addSupply(both, "Barrel", 300, null));
  expect(new Set([third.supply, ...third.supplies].map(({ id }) => id)).size).toBe(3);
});

test("one that is removed leaves its roofs, its uses and nothing that is pumped behind", () => {
  const pumped = after(both, addTransfer(both, barn.id, "main"));
  const operations = removeSupply(pumped, together.uses, barn.id);
  const left = after(pumped, operations);
  expect(left.supplies).toEqual([]);
  expect(left.transfers).toEqual([]);
  expect(left.roofs[2]!.drains).toEqual([{ group: own.downpipes[0]!.id, share: 1 }]);
  expect(operations).toContainEqual({
    op: "replace",
    path: "/household/irrigation/served",
    value: { by: "main", then: null },
  });
});

test("a roof that runs half to it runs wholly to what is left", () => {
  const group = own.downpipes[0]!.id;
  const halves = structuredClone(both);
  halves.roofs[0]!.drains = [
    { group, share: 0.5 },
    { group: barn.downpipes[0]!.id, share: 0.5 },
  ];
  expect(after(halves, removeSupply(halves, together.uses, barn.id)).roofs[0]!.drains).toEqual([{ group, share: 1 }]);
});

test("the one that helped serves first, and the first helps then", () => {
  expect(serveBy(together.uses[1]!, "main")).toEqual([
    { op: "replace", path: "/household/irrigation/served", value: { by: "main", then: barn.id } },
  ]);
});

test("the picture says in words who feeds, serves and helps whom", async () => {
  renderOnDemo(<SitePicture together={together} />, withBoth);
  const said = (await screen.findByRole("img")).getAttribute("aria-label");
  expect(said).toContain("Barn: 154 m² of roof into 10.0 m³, serves Watered ground");
  expect(said).toContain("Main supply helps with Watered ground");
});

test("each supply has its sheets; the one that is looked at cannot be removed", async () => {
  renderOnDemo(<SupplyRows together={together} />, withBoth);
  expect((await screen.findByRole("link", { name: /Sheets\s*of Barn/ })).getAttribute("href")).toBe(
    `/p/${demo.id}@${barn.id}/cistern`,
  );
  expect(screen.getByRole("button", { name: "Remove Main supply" })).toHaveProperty("disabled", true);
  expect(screen.getByText(/Carries 37 of 40 years/)).toBeTruthy();
});

test("a use is handed to another supply in two presses", async () => {
  const calls = renderOnDemo(<RoofsAndUses together={together} />, withBoth);
  const first = await screen.findByRole("button", { name: "First for Indoors: Main supply" });
  first.focus();
  fireEvent.keyDown(first, { key: "Enter" });
  fireEvent.click(within(await screen.findByRole("menu")).getByRole("menuitemradio", { name: "Barn" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/household/served", value: { by: barn.id, then: null } },
    ]),
  );
});

test("water is pumped from one to another with one press", async () => {
  const calls = renderOnDemo(<Transfers />, withBoth);
  fireEvent.click(await screen.findByRole("button", { name: "Pump water from one to another" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "add", path: "/transfers/-", value: { id: "way-1", source: barn.id, to: "main" } },
    ]),
  );
});

test("what cannot be read of a new tank is said where it was typed, and nothing is lost", async () => {
  const calls = renderOnDemo(<AddSupply />, demo);
  fireEvent.click(await screen.findByRole("button", { name: "Add a supply" }));
  fireEvent.change(screen.getByLabelText("What it is called"), { target: { value: "Barrel" } });
  const holds = screen.getByLabelText<HTMLInputElement>("What its tank holds");
  fireEvent.change(holds, { target: { value: "a lot" } });
  fireEvent.click(screen.getByRole("button", { name: "Add it" }));
  expect(await screen.findByRole("alert")).toBeTruthy();
  expect(holds.value).toBe("a lot");
  expect(lastOperations(calls)).toBeNull();
  fireEvent.change(holds, { target: { value: "300 L" } });
  fireEvent.click(screen.getByRole("button", { name: "Add it" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toMatchObject([{ path: "/supplies/-", value: { name: "Barrel" } }]),
  );
});
