import { act, cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import type { StormAsk, StormPlan } from "../../api/client";
import { buried, demo, renderOnDemo } from "../../testing/demo";
import { StormView } from "./StormView";

const STORM: StormPlan = {
  links: [],
  rain_mm: [0.5, 1, 4, 1, 0],
  rain_l: 3_000,
  flushed_l: 100,
  stored_l: -20,
  overflowed_l: 1_800,
  overflow_peak_l_s: 2,
  spilled_l: 1_100,
  places: [
    { key: "gutter:house:0", kind: "gutter", name: "Gutter of House", takes_l_s: 1, peak_l_s: 1.5, spilled_l: 1_000, first_min: 2, onto: "over the eaves", flow_l_s: [0, 0, 1, 0, 0], spill_l_s: [0, 0, 1, 0, 0] },
    { key: "vessel:0", kind: "vessel", name: "Liner tank", takes_l_s: 1, peak_l_s: 1.5, spilled_l: 100, first_min: 3, onto: "the ground", flow_l_s: [0, 0, 1, 0, 0], spill_l_s: [0, 0, 0, 1, 0] },
    { key: "screen:a:0", kind: "group", name: "Leaf screen", takes_l_s: 9, peak_l_s: 1, spilled_l: 0, first_min: null, onto: "", flow_l_s: [0, 0, 1, 0, 0], spill_l_s: [0, 0, 0, 0, 0] },
  ],
  vessels: [{ name: "Liner tank", overflow_invert_m: 0.7, lid_m: 0.8, floor_m: -1.6, level_m: [0.6, 0.7, 0.75, 0.72, 0.69] }],
  first: "gutter:house:0",
  text: "It spills first at the gutter of House, in minute 3.",
  findings: [],
}; // prettier-ignore

async function play(state = demo) {
  const calls = renderOnDemo(<StormView />, state, "/", {
    [`POST /api/properties/${state.id}/storm`]: () => [200, STORM],
  });
  await screen.findByText(STORM.text);
  const asked = () =>
    calls
      .filter(({ path }) => path.endsWith("/storm"))
      .map(({ body }) => (JSON.parse(body) as { storm: StormAsk }).storm);
  return { asked };
}
const minute = () => screen.getByRole("slider", { name: "Minute of the storm" }).getAttribute("aria-valuetext");

afterEach(() => vi.useRealTimers());

test("it is shown at its wettest minute: what came down, the level in the tank, and what spilled where", async () => {
  await play();
  expect(minute()).toBe("minute 3 of 5");
  expect(screen.getByText("240 mm an hour")).toBeTruthy();
  expect(screen.getByText(/^3.0 m³ off the roofs: 100 L in first flush, 1.8 m³ by the overflow \(2.0 L\/s at most\), 1.1 m³ spilled, 0 L kept.$/)).toBeTruthy(); // prettier-ignore
  expect(screen.getByText(/0.05 m over the overflow invert/)).toBeTruthy();
  expect(screen.getByText("100 L spilled")).toBeTruthy();
  const rows = within(screen.getByRole("region", { name: "What spilled" }))
    .getAllByRole("row")
    .slice(1);
  expect(rows.map((row) => row.textContent)).toEqual(["Gutter of Housemin 31.0 m³", "Liner tankmin 4100 L"]);
});

test("played, it goes on minute by minute, stops at its end, and begins anew from there", async () => {
  await play();
  vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
  const frames = (count: number) => act(() => vi.advanceTimersByTime(90 * count));
  fireEvent.click(screen.getByRole("button", { name: "Play" }));
  expect(screen.getByRole("button", { name: "Stop" })).toBeTruthy();
  frames(1);
  expect(minute()).toBe("minute 2 of 5");
  fireEvent.click(screen.getByRole("button", { name: "Stop" }));
  frames(3);
  expect(minute()).toBe("minute 2 of 5");
  fireEvent.click(screen.getByRole("button", { name: "Play" }));
  frames(8);
  expect(minute()).toBe("minute 5 of 5");
  expect(screen.getByText("dry")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Play" }));
  expect(minute()).toBe("minute 1 of 5");
  fireEvent.keyDown(screen.getByRole("slider", { name: "Minute of the storm" }), { key: "End" });
  expect(minute()).toBe("minute 5 of 5");
  expect(screen.getByRole("button", { name: "Play" })).toBeTruthy();
});

const write = (name: string, text: string, key = "Enter") => {
  const entry = screen.getByRole("textbox", { name });
  fireEvent.change(entry, { target: { value: text } });
  fireEvent.keyDown(entry, { key });
  return entry as HTMLInputElement;
};

test("the storm is changed in its sentence; what cannot be is named with what is allowed, and nothing is played", async () => {
  const { asked } = await play();
  expect(asked()).toHaveLength(1);
  expect(asked()[0]).toMatchObject({
    intensity_mm_h: null,
    burst_min: 5,
    storm_min: 120,
    shape: "shaped",
    start_share: 1,
  });
  const said = (words: string) => expect(screen.getByRole("alert").textContent).toBe(words);
  write("Minutes of the storm", "long");
  said("Minutes of the storm: from 1 to 1,440.");
  const entry = write("Minutes of the storm", "0");
  said("Minutes of the storm: from 1 to 1,440.");
  expect(entry.value).toBe("0");
  write("Minutes of the storm", "7", "Escape");
  expect(screen.queryByRole("alert")).toBeNull();
  expect(entry.value).toBe("120");
  write("Rate of the storm", "2001");
  said("Rate of the storm: from 1 mm/h to 2,000 mm/h.");
  expect(asked()).toHaveLength(1);
  write("Rate of the storm", "3 in/h");
  await waitFor(() => expect(asked().at(-1)!.intensity_mm_h).toBeCloseTo(76.2, 6));
  expect(screen.getByText(/is what the overflow is sized for/)).toBeTruthy();
  write("Minutes of the worst", "12.5");
  await waitFor(() => expect(asked().at(-1)!.burst_min).toBe(12.5));
  write("Minutes of the storm", "60.4");
  await waitFor(() => expect(asked().at(-1)!.storm_min).toBe(60));
});

test("a recorded burst is typed in the property's unit, depth after depth", async () => {
  const { asked } = await play(buried);
  await userEvent.click(screen.getByRole("button", { name: /^Shape of the storm/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "a recorded burst" }));
  await waitFor(() => expect(asked().at(-1)).toMatchObject({ shape: "typed", typed_mm: [2, 8, 14, 9, 5] }));
  const name = "Depths of the burst one after another, in";
  expect(screen.getByRole<HTMLInputElement>("textbox", { name }).value).toBe("0.08 0.31 0.55 0.35 0.2");
  for (const wrong of ["", "0.1 wet", "1 -1", "20"]) {
    write(name, wrong);
    expect(screen.getByRole("alert").textContent).toBe(
      "Depths of the burst: write them one after another, each from 0 to 19.7 in.",
    );
  }
  write(name, "0.5, 1;0");
  await waitFor(() => expect(asked().at(-1)!.typed_mm).toEqual([12.7, 25.4, 0]));
  write("Minutes of each depth", "10");
  await waitFor(() => expect(asked().at(-1)!.step_min).toBe(10));
});

test("what may have gone wrong is switched on and off again, and how full the tanks are is chosen", async () => {
  const { asked } = await play();
  const flip = (label: RegExp) => userEvent.click(screen.getByRole("switch", { name: label }));
  await flip(/leaf screen of House is all but closed/);
  await waitFor(() => expect(asked().at(-1)!.clogged_screens).toEqual(["screen:a:0"]));
  await flip(/leaf screen of Barn and studio is all but closed/);
  await waitFor(() => expect(asked().at(-1)!.clogged_screens).toEqual(["screen:a:0", "screen:b:0"]));
  await flip(/leaf screen of House is all but closed/);
  await waitFor(() => expect(asked().at(-1)!.clogged_screens).toEqual(["screen:b:0"]));
  await flip(/first-flush chambers are still full/);
  await waitFor(() => expect(asked().at(-1)!.flush_empty).toBe(false));
  await userEvent.click(screen.getByRole("button", { name: /^How full the tanks are/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "half full when it begins" }));
  await waitFor(() => expect(asked().at(-1)!.start_share).toBe(0.5));
  expect(screen.queryByRole("switch", { name: /the pump is off/ })).toBeNull();
});

test("a storm that could not be played says why", async () => {
  renderOnDemo(<StormView />, demo, "/", {
    [`POST /api/properties/${demo.id}/storm`]: () => [
      422,
      { errors: [{ field: "storm", message: "has no roof in use" }] },
    ],
  });
  expect((await screen.findByText(/^The storm could not be played/)).textContent).toContain(
    "storm: has no roof in use",
  );
});

test("while it is played the sheet says so, with the storm's entries at hand", async () => {
  let answer: (of: [number, unknown]) => void = () => undefined;
  const held = new Promise<[number, unknown]>((resolve) => (answer = resolve));
  renderOnDemo(<StormView />, demo, "/", { [`POST /api/properties/${demo.id}/storm`]: () => held });
  expect((await screen.findByText("Playing the storm minute by minute.")).getAttribute("role")).toBe("status");
  expect(screen.getByRole("complementary", { name: "What if" })).toBeTruthy();
  answer([200, STORM]);
  expect(await screen.findByText(STORM.text)).toBeTruthy();
  expect(screen.queryByText("Playing the storm minute by minute.")).toBeNull();
});

test("between two tanks that are pumped, the pump may be off; between others nobody is asked", async () => {
  await play();
  expect(screen.queryByRole("switch", { name: "the pump is off" })).toBeNull();
  cleanup();
  const document = { ...demo.document, cistern: { ...demo.document.cistern, layout: "transfer" as const } };
  const { asked } = await play({ ...demo, document });
  await userEvent.click(screen.getByRole("switch", { name: "the pump is off" }));
  await waitFor(() => expect(asked().at(-1)!.pump_off).toBe(true));
});
