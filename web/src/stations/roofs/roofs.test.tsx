import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { area, volume } from "../../lib/units";
import { demo, lastOperations, renderOnDemo, terrace } from "../../testing/demo";
import { readCorners } from "./OutlineDialog";
import { RoofsSheet } from "./RoofsSheet";
import { drainPoint, outlineOf, planScale } from "./planScale";

const { roofs } = demo.plan;

test("each roof says what it brings and what it is worth", async () => {
  renderOnDemo(<RoofsSheet />);
  const surfaces = within(await screen.findByRole("region", { name: "Surfaces" }));
  for (const [row, surface] of roofs.surfaces.entries()) {
    const line = surfaces.getByRole("switch", { name: `${surface.name} in use` }).parentElement!;
    expect(line.textContent).toContain(`${volume(surface.figures["harvest_l_year"]!.value!, "metric")} a year`);
    await waitFor(() => expect(line.textContent).toContain(`${demo.compared.years_carried_without[row]} years`));
  }
});

test("the plan shows every surface, and every group of downpipes with what it brings and where to", async () => {
  renderOnDemo(<RoofsSheet />, terrace);
  const drawing = within(await screen.findByRole("group", { name: "Surfaces from above" }));
  for (const surface of terrace.plan.roofs.surfaces)
    expect(
      drawing.getByRole("button", {
        name: new RegExp(`^${surface.name}: ${area(surface.figures["area_m2"]!.value!, "metric")}`),
      }),
    ).toBeTruthy();
  for (const group of terrace.plan.roofs.groups) {
    const tank = terrace.document.cistern.tanks.find((each) => each.id === group.tank)!;
    expect(
      drawing.getByText(
        `${group.name}: ${area(group.area_m2, "metric")}, ${volume(group.harvest_l_year!, "metric")} a year, to ${tank.name}`,
      ),
    ).toBeTruthy();
  }
  expect(drawing.getAllByText("50 %")).toHaveLength(2);
});

test("arrow keys move a surface on the plan", async () => {
  const calls = renderOnDemo(<RoofsSheet />);
  const barn = await screen.findByRole("button", { name: /^Barn: / });
  const { x_m, y_m } = demo.document.roofs[2]!;
  fireEvent.keyDown(barn, { key: "ArrowRight" });
  await screen.findByRole("button", { name: /^Barn: / });
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/roofs/2/x_m", value: x_m + 0.5 },
    { op: "replace", path: "/roofs/2/y_m", value: y_m },
  ]);
});

test("a surface that drains two ways is shared out between them", async () => {
  const calls = renderOnDemo(<RoofsSheet />);
  await userEvent.click(await screen.findByRole("button", { name: /^Downpipes of Barn/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "half to A, half to B" }));
  expect(lastOperations(calls)).toEqual([
    {
      op: "replace",
      path: "/roofs/2/drains",
      value: [
        { group: "a", share: 0.5 },
        { group: "b", share: 0.5 },
      ],
    },
  ]);
});

test("a group that is removed hands its roofs to another", async () => {
  const calls = renderOnDemo(<RoofsSheet />);
  await userEvent.click(await screen.findByRole("button", { name: "Remove downpipes B" }));
  const operations = lastOperations(calls) as { op: string; path: string; value?: unknown }[];
  expect(operations.at(-1)).toEqual({ op: "remove", path: "/downpipes/1" });
  expect(operations.slice(0, -1).map(({ path }) => path)).toEqual(["/roofs/1/drains", "/roofs/2/drains"]);
  expect(operations[0]!.value).toEqual([{ group: "a", share: 1 }]);
});

test("corners are read one on a line, in metres or feet, and a line that is none is named", () => {
  expect(readCorners("0 0\n10, 0\n10;5.5\n", 1)).toEqual([
    [0, 0],
    [10, 0],
    [10, 5.5],
  ]);
  expect(readCorners("0 0\n10 0\n10 10", 0.3048)).toEqual([
    [0, 0],
    [3.048, 0],
    [3.048, 3.048],
  ]);
  expect(readCorners("0 0\nten 0\n1 1", 1)).toContain("Line 2");
  expect(readCorners("0 0\n1 1", 1)).toContain("three corners");
});

test("the plan keeps its shape, north up, and its points can be found again", () => {
  const scale = planScale(
    [
      [
        [0, 0],
        [20, 0],
        [20, 10],
        [0, 10],
      ],
    ],
    800,
    330,
  );
  expect(scale.toY(10)).toBeLessThan(scale.toY(0));
  expect(scale.toX(20) - scale.toX(0)).toBeCloseTo(2 * (scale.toY(0) - scale.toY(10)));
  const [x, y] = scale.toPlan(scale.toX(7.3), scale.toY(4.1));
  expect(x).toBeCloseTo(7.3);
  expect(y).toBeCloseTo(4.1);
  const square: [number, number][] = [
    [0, 0],
    [9, 0],
    [9, 9],
    [0, 9],
  ];
  expect(drainPoint(square, 0, 2)).toEqual([3, 0]);
  expect(drainPoint(square, 1, 2)).toEqual([6, 0]);
});

test("a surface is drawn corner by corner, and added where it was drawn", async () => {
  const calls = renderOnDemo(<RoofsSheet />);
  await userEvent.click(await screen.findByRole("button", { name: "Draw an outline" }));
  const plan = screen.getByRole("application", { name: /^Setting the corners of a new surface/ });
  expect(screen.getByText(/press for each corner/)).toBeTruthy();
  const scale = planScale(demo.plan.roofs.surfaces.map(outlineOf), 600, 330);
  const px = (east: number, north: number) => ({ clientX: scale.toX(east), clientY: scale.toY(north) });
  fireEvent.pointerDown(plan, px(2, 1));
  fireEvent.pointerMove(plan, px(5, 5));
  // Three east and four north of the first corner.
  expect(within(plan).getByText("5.00 m, 5.00 m; side 5.00 m")).toBeTruthy();
  fireEvent.pointerDown(plan, px(5, 5));
  fireEvent.pointerDown(plan, px(2, 5));
  fireEvent.keyDown(plan, { key: "Enter" });
  await waitFor(() => expect(lastOperations(calls)).toHaveLength(1));
  expect(lastOperations(calls)).toEqual([
    {
      op: "add",
      path: `/roofs/${demo.document.roofs.length}`,
      value: {
        id: "roof-4",
        name: "Roof 4",
        extent: { kind: "outline", points_m: [[2, 1], [5, 5], [2, 5]] }, // prettier-ignore
        drains: [{ group: demo.document.downpipes[0]!.id, share: 1 }],
        y_m: 0,
      },
    },
  ]);
  expect(screen.getByRole("button", { name: "Draw an outline" }).getAttribute("aria-pressed")).toBe("false");
});

test("drawing that is stopped or given up adds nothing", async () => {
  const calls = renderOnDemo(<RoofsSheet />);
  const button = await screen.findByRole("button", { name: "Draw an outline" });
  await userEvent.click(button);
  await userEvent.click(screen.getByRole("button", { name: "Stop drawing" }));
  expect(screen.queryByRole("application")).toBeNull();
  await userEvent.click(button);
  fireEvent.keyDown(screen.getByRole("application"), { key: "Escape" });
  expect(screen.queryByRole("application")).toBeNull();
  expect(lastOperations(calls)).toBeNull();
});

test("a surface that is dragged is placed where it is let go, and one that was only pressed stays", async () => {
  SVGElement.prototype.setPointerCapture = () => {};
  const calls = renderOnDemo(<RoofsSheet />);
  const barn = () => screen.findByRole("button", { name: /^Barn: / });
  const { x_m, y_m } = demo.document.roofs[2]!;
  const plan = await screen.findByRole("group", { name: "Surfaces from above" });
  const { scale } = planScale(demo.plan.roofs.surfaces.map(outlineOf), 600, 330);
  const shape = () => plan.querySelector('[aria-label^="Barn: "] path')!.getAttribute("d");
  const before = shape();
  fireEvent.pointerDown(await barn(), { clientX: 300, clientY: 100 });
  fireEvent.pointerUp(plan);
  expect((await barn()).getAttribute("aria-pressed")).toBe("true");
  expect(lastOperations(calls)).toBeNull();
  fireEvent.pointerDown(await barn(), { clientX: 300, clientY: 100 });
  fireEvent.pointerMove(plan, { clientX: 300 + 2 * scale, clientY: 100 + scale });
  expect(shape()).not.toBe(before);
  fireEvent.pointerUp(plan);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/roofs/2/x_m", value: x_m + 2 },
    { op: "replace", path: "/roofs/2/y_m", value: y_m - 1 },
  ]);
  expect(calls.map(({ body }) => body).at(-1)).toContain('"label":"Moved Barn"');
});

test("every arrow moves its own way, and no other key does", async () => {
  const calls = renderOnDemo(<RoofsSheet />);
  const barn = await screen.findByRole("button", { name: /^Barn: / });
  const { x_m, y_m } = demo.document.roofs[2]!;
  for (const [key, east, north] of [
    ["ArrowLeft", -0.5, 0],
    ["ArrowUp", 0, 0.5],
    ["ArrowDown", 0, -0.5],
  ] as const) {
    // prettier-ignore
    expect(fireEvent.keyDown(barn, { key })).toBe(false);
    await waitFor(() => expect(lastOperations(calls)).toMatchObject([{ value: x_m + east }, { value: y_m + north }]));
  }
  expect(fireEvent.keyDown(barn, { key: "a" })).toBe(true);
});
