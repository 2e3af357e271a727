import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, test, vi } from "vitest";
import type { PropertyState, StormPlan } from "../../api/client";
import { answerCalls, buried, demo, lastOperations, renderInApp, renderOnDemo, terrace } from "../../testing/demo";
import { unended } from "../../testing/unended";
import { WorkbenchProvider } from "../../document/workbench";
import { DownpourView } from "./DownpourView";
import { gatesOf, laneLayout } from "./flowLanes";
import { InsideView } from "./InsideView";
import { LevelsView } from "./LevelsView";
import { ScreensView } from "./ScreensView";
import { groundAt, invertAt } from "./sectionScale";
import { StormView } from "./StormView";

vi.mock("../../ui/useWidth", () => ({ useWidth: () => [{ current: null }, 900] }));

describe("levels", () => {
  test("a run's drop, its checks and their letters stand on the section and in the list", async () => {
    renderOnDemo(<LevelsView />);
    const section = await screen.findByRole("group", { name: /Section of House to scale: 1.75 m from leaf screen/ });
    expect(within(section).getByText("1.75 m of drop")).toBeTruthy();
    const list = screen.getByRole("region", { name: "Checks on the levels" });
    for (const check of demo.plan.gutters.checks.filter((each) => each.group !== "b"))
      expect(within(list).getByText(check.title)).toBeTruthy();
  });

  test("an arrow key on a height previews it, and keeps it after a pause", async () => {
    const calls = renderOnDemo(<LevelsView />);
    const handle = await screen.findByRole("slider", { name: "Leaf screen of House" });
    fireEvent.keyDown(handle, { key: "ArrowDown" });
    await waitFor(() => expect(lastOperations(calls, "preview")).not.toBeNull());
    await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/screen_m", value: 2.5 }]);
  });

  test("an outlet that is moved past another one stays the one that is moved", async () => {
    const raised = demo.document.roofs.map((roof, row) => (row === 1 ? { ...roof, outlet_m: 3.3 } : roof));
    const shown = { document: { ...demo.document, roofs: raised }, plan: demo.plan, daily: demo.daily, moved: "" };
    const calls = renderOnDemo(<LevelsView />, demo, "/", {
      [`POST /api/properties/${demo.id}/preview`]: () => [200, shown],
    });
    await userEvent.click(await screen.findByRole("radio", { name: /^Barn and studio/ }));
    const studio = () => screen.getByRole("slider", { name: /^Gutter outlet of/ });
    expect(studio().getAttribute("aria-label")).toBe("Gutter outlet of Studio, metal");
    unended(() => fireEvent.keyDown(studio(), { key: "PageUp" }));
    const entry = screen.getByRole<HTMLInputElement>("textbox", { name: "Gutter outlet of Studio, metal" });
    await waitFor(() => expect(entry.value).toBe("3.3 m"));
    fireEvent.keyDown(studio(), { key: "PageUp" });
    await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
    expect(studio().getAttribute("aria-label")).toBe("Gutter outlet of Studio, metal");
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/1/outlet_m", value: 3.3 }]);
  });

  test("staff readings are sent as one survey, and nonsense is named", async () => {
    const calls = renderOnDemo(<LevelsView />);
    await userEvent.click(await screen.findByRole("button", { name: "Survey heights" }));
    const dialog = await screen.findByRole("dialog");
    await userEvent.type(within(dialog).getByLabelText(/Height of the instrument/), "1.45");
    await userEvent.click(within(dialog).getByRole("button", { name: "Save these heights" }));
    expect(within(dialog).getByRole("alert").textContent).toMatch(/at least one/);
    await userEvent.type(within(dialog).getByLabelText("Staff reading at Gutter outlet of Barn"), "-1.7");
    await userEvent.click(within(dialog).getByRole("button", { name: "Save these heights" }));
    await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
    expect(lastOperations(calls)).toEqual([
      {
        op: "survey",
        path: "/levels",
        value: { instrument_m: 1.45, readings: [{ path: "/roofs/2/outlet_m", staff_m: -1.7 }] },
      },
    ]);
  });

  test("a fix is shown when it is pointed at and made when it is pressed", async () => {
    const calls = renderOnDemo(<LevelsView />, terrace);
    const fix = await screen.findByRole("button", { name: /Set Tall tank, Low tanks 0.30 m lower/ });
    fireEvent.pointerEnter(fix);
    await waitFor(() => expect(lastOperations(calls, "preview")).not.toBeNull());
    await userEvent.click(fix);
    await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
    expect(lastOperations(calls)).toEqual(
      terrace.plan.gutters.checks.find((check) => check.code === "GUTTERS_DROP_SMALL")!.fixes[0]!.operations,
    );
  });

  test("between two points of a run its heights are straight, and beyond the last they end", () => {
    const wet = demo.plan.gutters.runs[0]!;
    const [first, second] = wet.points;
    const middle = (first!.along_m + second!.along_m) / 2;
    expect(groundAt(wet, middle)).toBeCloseTo((first!.ground_m + second!.ground_m) / 2);
    expect(groundAt(wet, 0)).toBeCloseTo(first!.ground_m);
    expect(groundAt(wet, wet.length_m)).toBeCloseTo(wet.points.at(-1)!.ground_m);
    expect(invertAt({ ...wet, points: wet.points.map((each) => ({ ...each, invert_m: null })) }, middle)).toBeNull();
  });

  test("a dry run ends at its inlet, a wet one lies under the ground between its ends", () => {
    const [wet, dry] = demo.plan.gutters.runs;
    expect(invertAt(dry!, dry!.length_m)).toBeCloseTo(dry!.inlet_m);
    expect(invertAt(wet!, wet!.length_m / 2)).toBeCloseTo(wet!.low_point_m!);
    for (const share of [0, 0.3, 0.6, 1])
      expect(invertAt(wet!, share * wet!.length_m)!).toBeLessThan(groundAt(wet!, share * wet!.length_m));
  });
});

describe("the first-flush tee on the section", () => {
  test("its height stands behind the leaf screen's, its foot at the foot, its check with its letter", async () => {
    renderOnDemo(<LevelsView />);
    const section = await screen.findByRole("group", { name: /Section of House/ });
    const tee = demo.plan.gutters.tees.find((each) => each.group === "a")!;
    expect(within(section).getByText("+2.45")).toBeTruthy();
    expect(within(section).getByText(`+${tee.foot_m.toFixed(2)}`)).toBeTruthy();
    const check = demo.plan.gutters.checks.find((each) => each.place === "tee" && each.group === "a")!;
    expect(within(section).getByText(check.letter)).toBeTruthy();
  });

  test("it is set in the sentence, and says while it is assumed", async () => {
    const calls = renderOnDemo(<LevelsView />);
    const entry = await screen.findByRole("textbox", { name: "First-flush tee of House, assumed" });
    expect(screen.getByText("(assumed under the screen)")).toBeTruthy();
    await userEvent.clear(entry);
    await userEvent.type(entry, "2.2{Enter}");
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/tee_m", value: 2.2 }]),
    );
  });

  test("a terrace without first flush has none", async () => {
    renderOnDemo(<LevelsView />, terrace);
    const section = await screen.findByRole("group", { name: /Section of Yard/ });
    expect(within(section).queryByText(/, tee/)).toBeNull();
    expect(screen.queryByRole("textbox", { name: /First-flush tee/ })).toBeNull();
  });
});

describe("a run in words", () => {
  test("its pressure rating is written in any unit", async () => {
    const calls = renderOnDemo(<LevelsView />);
    const entry = await screen.findByRole("textbox", { name: "Pressure rating of House" });
    expect(entry).toHaveProperty("value", "600 kPa");
    await userEvent.clear(entry);
    await userEvent.type(entry, "8 bar{Enter}");
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/run/rated_kpa", value: 800 }]),
    );
  });

  test("one whose rating nobody knows stays so until it is written", async () => {
    const state = structuredClone(demo);
    state.document.downpipes[0]!.run.rated_kpa = null;
    const calls = renderOnDemo(<LevelsView />, state);
    await userEvent.click(await screen.findByRole("button", { name: "Pressure rating of House: not known" }));
    expect(lastOperations(calls)).toBeNull();
    await userEvent.type(screen.getByRole("textbox", { name: "Pressure rating of House" }), "600{Enter}");
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/run/rated_kpa", value: 600 }]),
    );
  });

  test("metal and a site that fires come over are each one press", async () => {
    const calls = renderOnDemo(<LevelsView />);
    await userEvent.click(await screen.findByRole("button", { name: "Pipe of House: plastic" }));
    await userEvent.click(await screen.findByRole("menuitemradio", { name: /^metal/ }));
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/0/metal", value: true }]),
    );
    await userEvent.click(screen.getByRole("button", { name: "Fire at the site: is not fire-prone" }));
    await userEvent.click(await screen.findByRole("menuitemradio", { name: "may be overrun by fire" }));
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/site/fire_prone", value: true }]),
    );
  });
});

describe("the way out on the section", () => {
  test("a standpipe goes up and over, and its crown is told", async () => {
    const state = structuredClone(terrace);
    state.document.overflow.kind = "standpipe";
    state.plan.overflow.figures["crown_m"] = { ...state.plan.overflow.figures["head_m"]!, value: 1.65 };
    renderOnDemo(<LevelsView />, state);
    const section = await screen.findByRole("group", { name: /Section of Yard/ });
    expect(within(section).getByText("crown at most +1.65")).toBeTruthy();
  });

  test("a barrel has a top water level and no pipe", async () => {
    const state = structuredClone(terrace);
    state.document.overflow.kind = "back_down";
    renderOnDemo(<LevelsView />, state);
    const section = await screen.findByRole("group", { name: /Section of Yard/ });
    expect(within(section).getByText("top water level +1.70")).toBeTruthy();
    expect(within(section).queryByText(/^overflow/)).toBeNull();
  });
});

describe("without an overflow", () => {
  const state = structuredClone(demo);
  state.document.overflow.kind = "none";
  delete state.plan.overflow.figures["head_m"];
  Object.assign(state.plan.overflow.place, { capacity_l_s: 0, size: "none" });

  test("the downpour says so, and that nothing takes what comes", async () => {
    renderOnDemo(<DownpourView />, state);
    expect(await screen.findByText("There is no overflow")).toBeTruthy();
    expect(screen.getByText(/nothing takes it/)).toBeTruthy();
  });

  test("the tank is drawn with its top water level", async () => {
    renderOnDemo(<InsideView />, state);
    const inside = await screen.findByRole("region", { name: "Inside Liner tank" });
    expect(within(inside).getByText("top water level")).toBeTruthy();
    expect(within(inside).queryByText("overflow")).toBeNull();
  });
});

describe("how it is put together", () => {
  test.each([
    ["levels", <LevelsView key="levels" />],
    ["downpour", <DownpourView key="downpour" />],
    ["inside", <InsideView key="inside" />],
  ] as const)("each view of %s has its own notes and no other's", async (view, part) => {
    renderOnDemo(part);
    const notes = await screen.findByRole("region", { name: "How it is put together" });
    for (const note of demo.plan.gutters.notes)
      expect(within(notes).queryByText(note.text) !== null).toBe(note.view === view);
  });

  test("a property without a wet run has nothing to say at the levels", async () => {
    renderOnDemo(<LevelsView />, terrace);
    await screen.findByRole("group", { name: /Section of Yard/ });
    expect(screen.queryByRole("region", { name: "How it is put together" })).toBeNull();
  });
});

describe("runs of gutter", () => {
  const pick = async (name: RegExp) => userEvent.click(await screen.findByRole("button", { name }));

  test("two eaves are two runs, each drawn with what comes to its outlets", async () => {
    renderOnDemo(<DownpourView />);
    await pick(/^Gutter of House, slate,/);
    const [one, other] = screen.getAllByRole("img", { name: /^The gutter [12] of House, slate is 13.20 m long/ });
    const flows = demo.plan.gutters.gutter_runs.filter((run) => run.roof === "house");
    expect(one!.getAttribute("aria-label")).toMatch(/1.2 L\/s run to the outlet at 0.00 m, .* at 13.20 m/);
    expect(other!.getAttribute("aria-label")).toBe(one!.getAttribute("aria-label")!.replace("gutter 1", "gutter 2"));
    const total = flows.flatMap((run) => run.outlets).reduce((sum, each) => sum + each.flow_l_s, 0);
    expect(total).toBeCloseTo(demo.plan.gutters.places.find((each) => each.key === "gutter:house")!.flow_l_s, 6);
  });

  test("an outlet that nobody measured shows what is assumed, and opening it enters nothing", async () => {
    const calls = renderOnDemo(<DownpourView />, terrace);
    await pick(/^Gutter of Back slope,/);
    await userEvent.click(
      screen.getByRole("button", { name: "Outlet 1 of the gutter of Back slope: 0.00 m assumed" }),
    );
    expect(lastOperations(calls)).toBeNull();
    await userEvent.type(screen.getByRole("textbox", { name: "Outlet 1 of the gutter of Back slope" }), "2.5{Enter}");
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/roofs/0/gutters/0/outlets_m/0", value: 2.5 }]),
    );
  });

  test.each([
    [
      "One outlet more in the gutter of Studio, metal",
      { op: "add", path: "/roofs/1/gutters/0/outlets_m/-", value: null },
    ],
    ["One outlet less in the gutter of Studio, metal", { op: "remove", path: "/roofs/1/gutters/0/outlets_m/1" }],
    ["Remove the gutter of Studio, metal", { op: "remove", path: "/roofs/1/gutters/0" }],
  ])("%s", async (name, operation) => {
    const calls = renderOnDemo(<DownpourView />);
    await pick(/^Gutter of Studio, metal,/);
    await userEvent.click(screen.getByRole("button", { name }));
    await waitFor(() => expect(lastOperations(calls)).toEqual([operation]));
  });

  test("a run for the other eave begins with the same gutter, its length and outlet not measured", async () => {
    const calls = renderOnDemo(<DownpourView />);
    await pick(/^Gutter of Studio, metal,/);
    await pick(/^Another run of gutter/);
    const value = { ...demo.document.roofs[1]!.gutters[0], length_m: null, outlets_m: [null] };
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([
        { op: "add", path: "/roofs/1/gutters/-", value },
        { op: "add", path: "/assumed/-", value: "/roofs/1/gutters/1" },
      ]),
    );
  });

  test("a surface without a gutter says so and is offered one; its water still comes to its downpipes", async () => {
    const state = structuredClone(demo);
    state.document.roofs[1]!.gutters = [];
    state.plan.gutters.places = state.plan.gutters.places.filter((each) => each.roof !== "studio");
    state.plan.gutters.gutter_runs = state.plan.gutters.gutter_runs.filter((each) => each.roof !== "studio");
    const calls = renderOnDemo(<DownpourView />, state);
    await pick(/^Fit a gutter to Studio, metal/);
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "add", path: "/roofs/1/gutters/-", value: {} }]),
    );
    expect(screen.getByRole("button", { name: /^Downpipes of Barn and studio, 6.6/ })).toBeTruthy();
  });
});

describe("the foot of a dry run", () => {
  const unmeasured = structuredClone(demo);
  unmeasured.document.downpipes[1]!.run.foot_m = null;
  Object.assign(unmeasured.plan.gutters.runs[1]!, { foot_assumed: true, fall: 0.05 });

  test("is asked for, and its fall given as the most that it can be", async () => {
    const calls = renderOnDemo(<LevelsView />, unmeasured);
    await userEvent.click(await screen.findByRole("radio", { name: "Barn and studio" }));
    expect(await screen.findByText("falls at most 5.0 %")).toBeTruthy();
    await userEvent.click(
      screen.getByRole("button", { name: "Foot of the run of Barn and studio: a height not measured" }),
    );
    expect(lastOperations(calls)).toBeNull();
    await userEvent.type(screen.getByRole("textbox", { name: "Foot of the run of Barn and studio" }), "1.1{Enter}");
    await waitFor(() =>
      expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/1/run/foot_m", value: 1.1 }]),
    );
  });

  test("has a place in the survey, which a wet run has not", async () => {
    renderOnDemo(<LevelsView />);
    await userEvent.click(await screen.findByRole("button", { name: "Survey heights" }));
    const dialog = await screen.findByRole("dialog");
    expect(within(dialog).getByLabelText(/^Staff reading at Foot of the downpipes of Barn and studio/)).toBeTruthy();
    expect(within(dialog).queryByLabelText(/^Staff reading at Foot of the downpipes of House/)).toBeNull();
  });
});

test("without a leaf screen the section and its words go by the gutter outlet", async () => {
  renderOnDemo(<LevelsView />, terrace);
  await userEvent.click(await screen.findByRole("radio", { name: "Street" }));
  await screen.findByRole("group", { name: /Section of Street to scale: 0.80 m from gutter outlet to inlet/ });
  expect(screen.getByText(/no screen on the wall/)).toBeTruthy();
});

describe("the flow picture", () => {
  test.each([demo, buried, terrace])(
    "what comes to each column is what left the one before",
    (state: PropertyState) => {
      const { document, plan } = state;
      const lanes = laneLayout(document, plan.gutters.places);
      const columns = gatesOf(document, plan.gutters.places, plan.overflow.place, lanes);
      expect(columns[0]!.name).toBe("Gutters");
      expect(columns.at(-1)!.name).toBe("Overflow");
      const total = columns[0]!.gates.reduce((sum, gate) => sum + gate.flow + gate.spill, 0);
      expect(total).toBeCloseTo(plan.gutters.figures["flow_l_s"]!.value!, 6);
      for (const column of columns.slice(1))
        for (const gate of column.gates) expect(gate.from.length).toBeGreaterThan(0);
    },
  );

  test("the tightest place is opened, and a size from the shelf is one edit", async () => {
    const calls = renderOnDemo(<DownpourView />);
    expect(await screen.findByRole("heading", { name: "Mesh at the inlet, Barn and studio" })).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: /180 cm² open · 6.8 L\/s/ }));
    await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/downpipes/1/screens/1/open_cm2", value: 180 }]);
    await userEvent.click(
      screen.getByRole("button", { name: /^Gutter of Barn, 4.9 of 6.7: inflow 4.9 L\/s, capacity 6.7 L\/s/ }),
    );
    expect(screen.getByRole("heading", { name: "Gutter of Barn" })).toBeTruthy();
  });
});

const STORM: StormPlan = {
  links: [{ near: "Tall tank", far: "Low tanks 1", shut: false }],
  rain_mm: [1, 2, 1],
  rain_l: 300,
  flushed_l: 0,
  stored_l: 20,
  overflowed_l: 180,
  overflow_peak_l_s: 2,
  spilled_l: 100,
  places: [
    {
      key: "gutter:back", kind: "gutter", name: "Gutter of Back slope", takes_l_s: 1, peak_l_s: 1.5, spilled_l: 100,
      first_min: 1, onto: "over the eaves", flow_l_s: [0.5, 1, 0.5], spill_l_s: [0, 0.5, 0],
    },
  ],
  vessels: [{ name: "Tall tank", overflow_invert_m: 2, lid_m: 2.1, floor_m: 0, level_m: [1.7, 1.8, 1.75] }],
  first: "gutter:back",
  text: "It spills first at the gutter of Back slope, in minute 2.",
  findings: [],
}; // prettier-ignore

describe("the downpour test", () => {
  test("a switch plays the storm again, and the minute moves the picture", async () => {
    const calls = answerCalls({
      [`POST /api/properties/${terrace.id}/storm`]: () => [200, STORM],
      "GET /api/properties/": () => [200, terrace],
    });
    renderInApp(
      <WorkbenchProvider id={terrace.id}>
        <StormView />
      </WorkbenchProvider>,
    );
    expect(await screen.findByText(STORM.text)).toBeTruthy();
    expect(
      screen.getByRole("button", { name: /Gutter of Back slope, 1.5 of 1.0: inflow 1.5 L\/s.*spills 0.5 L\/s/ }),
    ).toBeTruthy();
    fireEvent.keyDown(screen.getByRole("slider", { name: "Minute of the storm" }), { key: "ArrowLeft" });
    expect(
      await screen.findByRole("button", { name: /Gutter of Back slope, 0.5 of 1.0: inflow 0.5 L\/s, capacity/ }),
    ).toBeTruthy();
    await userEvent.click(screen.getByRole("switch", { name: /valve between Tall tank and Low tanks 1 is shut/ }));
    await waitFor(() => expect(calls.filter((call) => call.path.endsWith("/storm")).length).toBe(2));
    const asked = JSON.parse(calls.filter((call) => call.path.endsWith("/storm")).at(-1)!.body) as {
      storm: { shut_links: number[] };
    };
    expect(asked.storm.shut_links).toEqual([0]);
  });
});

test("each screen says what comes and what it takes, and can be taken out", async () => {
  const calls = renderOnDemo(<ScreensView />);
  const group = await screen.findByRole("region", { name: "Screens of Barn and studio" });
  expect(within(group).getByText(/inflow 6.6 L\/s, capacity 4.5 L\/s/)).toBeTruthy();
  await userEvent.click(within(group).getByRole("button", { name: "Remove the leaf screen of Barn and studio" }));
  await waitFor(() => expect(lastOperations(calls)).toEqual([{ op: "remove", path: "/downpipes/1/screens/0" }]));
});

test("what is fitted inside a tank is changed where it stands", async () => {
  const calls = renderOnDemo(<InsideView />);
  await userEvent.click(await screen.findByRole("button", { name: /^Lid of Liner tank/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "does not lock" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/cistern/tanks/0/inlet/lockable", value: false }]),
  );
});
