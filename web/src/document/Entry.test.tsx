import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, test } from "vitest";
import type { Operation } from "../api/client";
import { useDocument } from "./shown";
import { WorkbenchProvider } from "./workbench";
import { demo, lastOperations, renderOnDemo } from "../testing/demo";
import { FakeServer } from "../testing/fakeServer";
import { Leaving, leaveSheet } from "../testing/leaving";
import { unended } from "../testing/unended";
import { Entry } from "./Entry";

let server: FakeServer;

function Sheet() {
  const { cistern } = useDocument("cistern");
  return (
    <>
      <Entry
        label="Tank size"
        path="/cistern/transfer_l_day"
        kind="volume"
        value={cistern.transfer_l_day}
        max={1e9}
      />
      <Entry label="Below the outlet" path="/cistern/fire_reserve_l" kind="volume" value={cistern.fire_reserve_l} />
      <Entry
        label="Full at first"
        path="/cistern/start_share"
        kind="percent"
        value={cistern.start_share}
        max={0.35}
      />
    </>
  );
}

async function open() {
  server = new FakeServer();
  render(
    <QueryClientProvider client={new QueryClient()}>
      <WorkbenchProvider id="p">
        <Sheet />
      </WorkbenchProvider>
    </QueryClientProvider>,
  );
  return (await screen.findByRole("textbox", { name: "Tank size" })) as HTMLInputElement;
}

let tank: HTMLInputElement;
const user = userEvent.setup();

beforeEach(async () => {
  tank = await open();
});

const kept = () => server.state.document.cistern.transfer_l_day;

test("is written with a unit and kept by Enter", async () => {
  await user.clear(tank);
  await user.type(tank, "40 kL{Enter}");
  await waitFor(() => expect(tank.value).toBe("40 m³"));
  expect(kept()).toBe(40_000);
});

test("is kept by leaving the field, once", async () => {
  await user.clear(tank);
  await user.type(tank, "91{Enter}");
  await user.tab();
  await waitFor(() => expect(kept()).toBe(91_000));
  expect(server.edits()).toHaveLength(1);
});

test("a bound may be written, though its last digit is lost on the way", async () => {
  const share = screen.getByRole("textbox", { name: "Full at first" });
  expect(35 * 0.01).toBeGreaterThan(0.35);
  await user.clear(share);
  await user.type(share, "35{Enter}");
  await waitFor(() => expect(server.state.document.cistern.start_share).toBe(0.35));
  expect(screen.queryByRole("alert")).toBeNull();
});

test("keeps what cannot be read and says what can", async () => {
  await user.clear(tank);
  await user.type(tank, "plenty{Enter}");
  expect(screen.getByRole("alert").textContent).toContain("Tank size: not a quantity. Write for example 40 kL");
  expect(tank.value).toBe("plenty");
  expect(tank.getAttribute("aria-invalid")).toBe("true");
  await user.keyboard("{Escape}");
  expect(tank.value).toBe("86 m³");
  expect(screen.queryByRole("alert")).toBeNull();
  expect(server.edits()).toHaveLength(0);
});

test("names the range before asking the server", async () => {
  await user.clear(tank);
  await user.type(tank, "-5{Enter}");
  expect(screen.getByRole("alert").textContent).toContain("must be from 0 L to 10,000 m³");
  expect(server.edits()).toHaveLength(0);
});

test("shows what the server has against it, with the entry still there", async () => {
  server.refusal = "must be at least what is held back";
  await user.clear(tank);
  await user.type(tank, "1{Enter}");
  expect((await screen.findByRole("alert")).textContent).toBe("must be at least what is held back");
  expect(tank.value).toBe("1");
});

test("is nudged by the arrow keys: shown at once, kept after a pause as one change", async () => {
  await user.click(tank);
  // In one go: on a slow machine the pause would end between keys that are waited for.
  for (const key of ["ArrowUp", "ArrowUp", "ArrowDown"]) fireEvent.keyDown(tank, { key });
  expect(tank.value).toBe("87 m³");
  await waitFor(() => expect(kept()).toBe(87_000));
  expect(server.edits()).toHaveLength(1);
});

test.each(["Enter", "Tab"])("what was nudged is kept by %s once its preview is shown", async (key) => {
  cleanup();
  const calls = renderOnDemo(<Rate />, demo, "/", PREVIEWED);
  const rate = await screen.findByRole("textbox", { name: /^Rate/ });
  await user.click(rate);
  unended(() => fireEvent.keyDown(rate, { key: "ArrowUp" }));
  await waitFor(() => expect(screen.queryByText(`shown: ${demo.document.rain.design_intensity_mm_h}`)).toBeNull());
  await user.keyboard(`{${key}}`);
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
});

test("what is typed after a step is entered though the step's preview says the same", async () => {
  cleanup();
  const calls = renderOnDemo(<Rate />, demo, "/", PREVIEWED);
  const rate = await screen.findByRole<HTMLInputElement>("textbox", { name: /^Rate/ });
  await user.click(rate);
  unended(() => fireEvent.keyDown(rate, { key: "ArrowUp" }));
  await screen.findByText("shown: 100");
  fireEvent.change(rate, { target: { value: "100" } });
  await user.keyboard("{Enter}");
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/rain/design_intensity_mm_h", value: 100 }]);
});

test("steps to and fro are entered with all that goes with them, whatever was previewed on the way", async () => {
  cleanup();
  const calls = renderOnDemo(<Rate toOperations={lowered} />, demo, "/", PREVIEWED);
  const rate = await screen.findByRole<HTMLInputElement>("textbox", { name: /^Rate/ });
  await user.click(rate);
  unended(() => fireEvent.keyDown(rate, { key: "ArrowDown" }));
  await screen.findByText("shown: 90");
  for (const key of ["ArrowUp", "ArrowDown"]) fireEvent.keyDown(rate, { key });
  await waitFor(() => expect(lastOperations(calls)).not.toBeNull());
  expect(lastOperations(calls)).toEqual([
    { op: "replace", path: "/rain/design_intensity_mm_h", value: 90 },
    { op: "replace", path: "/downpour/lowered", value: 90 },
  ]);
});

/** An entry that takes another down with it, where that stands higher. */
const lowered = (rate: number, shown: number) => [
  { op: "replace" as const, path: "/rain/design_intensity_mm_h", value: rate },
  ...(shown > rate ? [{ op: "replace" as const, path: "/downpour/lowered", value: rate }] : []),
];

test.each([
  ["typed", (rate: HTMLElement) => user.type(rate, "85"), 85],
  ["nudged", (rate: HTMLElement) => user.type(rate, "{ArrowUp}"), 100],
  ["typed and given up", (rate: HTMLElement) => user.type(rate, "85{Escape}"), null],
  ["typed and no rate", (rate: HTMLElement) => user.type(rate, "much"), null],
])("what was %s is kept when its sheet is left before the field is", async (_, enter, value) => {
  cleanup();
  const calls = renderOnDemo(
    <Leaving>
      <Rate />
    </Leaving>,
  );
  await enter(await screen.findByRole("textbox", { name: /^Rate/ }));
  act(() => leaveSheet());
  expect(screen.queryByRole("textbox")).toBeNull();
  await new Promise((done) => setTimeout(done, 30));
  expect(lastOperations(calls)).toEqual(value && [{ op: "replace", path: "/rain/design_intensity_mm_h", value }]);
});

/** The server's answer to what is tried: the property with the rate that is asked for. */
const PREVIEWED: Parameters<typeof renderOnDemo>[3] = {
  [`POST /api/properties/${demo.id}/preview`]: ({ body }) => {
    const asked = (JSON.parse(body) as { operations: { value: number }[] }).operations[0]!.value;
    const document = { ...demo.document, rain: { ...demo.document.rain, design_intensity_mm_h: asked } };
    return [200, { document, plan: demo.plan, daily: demo.daily, moved: "" }];
  },
};

function Rate({ toOperations }: { toOperations?: (rate: number, shown: number) => Operation[] }) {
  const { rain } = useDocument("rain");
  const rate = rain.design_intensity_mm_h;
  return (
    <>
      <Entry
        label="Rate"
        path="/rain/design_intensity_mm_h"
        kind="intensity"
        value={rate}
        toOperations={toOperations && ((value) => toOperations(value, rate))}
      />
      <p>shown: {rate}</p>
    </>
  );
}

test("with Shift an arrow goes ten times as far, and never under the least", async () => {
  await user.click(tank);
  await user.keyboard("{Shift>}{ArrowDown}{/Shift}");
  expect(tank.value).toBe("76 m³");
  await user.keyboard("{Escape}");
  const outlet = screen.getByRole("textbox", { name: /Below the outlet/ }) as HTMLInputElement;
  await user.click(outlet);
  await user.keyboard("{Shift>}{ArrowDown}{/Shift}");
  expect(outlet.value).toBe("0 L");
});

test("an assumed value is confirmed by Enter, and a confirmed one costs no revision", async () => {
  const outlet = screen.getByRole("textbox", { name: "Below the outlet, assumed" });
  await user.click(outlet);
  await user.keyboard("{Enter}");
  await screen.findByRole("textbox", { name: "Below the outlet" });
  expect(server.state.revision).toBe(2);
  await user.click(tank);
  await user.keyboard("{Enter}");
  expect(server.edits()).toHaveLength(1);
});

test("where nothing was typed, Ctrl Z undoes the last change", async () => {
  await user.clear(tank);
  await user.type(tank, "91{Enter}");
  await waitFor(() => expect(server.state.revision).toBe(2));
  await waitFor(() => expect(tank.value).toBe("91 m³"));
  await user.keyboard("{Control>}z{/Control}");
  await waitFor(() => expect(server.sent.at(-1)?.body.direction).toBe("undo"));
});

test("what another tab changes under the focus is replaced by what is typed, and not added to", async () => {
  const tank = await open();
  await userEvent.click(tank);
  server.changeElsewhere(50_000);
  new BroadcastChannel("lean-year-p").postMessage(null);
  await waitFor(() => expect(tank.value).toBe("50 m³"));
  expect([tank.selectionStart, tank.selectionEnd]).toEqual([0, tank.value.length]);
});

test("what is typed while the entry before it is being kept stays, and is kept in its turn", async () => {
  const tank = await open();
  server.held = new Promise((go) => setTimeout(go, 150));
  await userEvent.clear(tank);
  await userEvent.type(tank, "90 m3{Enter}");
  await userEvent.clear(tank);
  await userEvent.type(tank, "91 m3");
  await waitFor(() => expect(server.state.revision).toBe(2));
  await new Promise((done) => setTimeout(done, 50));
  expect(tank.value).toBe("91 m3");
  await userEvent.type(tank, "{Enter}");
  await waitFor(() => expect(server.state.document.cistern.transfer_l_day).toBe(91_000));
});

test.each([
  ["/rain/design_intensity_mm_h", "intensity", 1, undefined, "ArrowDown", "1 mm/h"],
  ["/rain/design_intensity_mm_h", "intensity", 20, undefined, "ArrowDown", "5 mm/h"],
  ["/rain/design_intensity_mm_h", "intensity", 1_000, undefined, "ArrowUp", "1,000 mm/h"],
  ["/cistern/start_share", "percent", 0, undefined, "ArrowDown", "0 %"],
  ["/cistern/start_share", "percent", 1, undefined, "ArrowUp", "100 %"],
  ["/pump/at_once", "count", 2, 3, "ArrowUp", "3"],
] as const)("%s, %s, is nudged from %s no further than it may", async (path, kind, value, max, key, shown) => {
  cleanup();
  renderOnDemo(<Entry label="Here" path={path} kind={kind} value={value} max={max} />);
  const entry = await screen.findByRole<HTMLInputElement>("textbox", { name: /^Here/ });
  for (let press = 0; press < 30; press++) fireEvent.keyDown(entry, { key, shiftKey: true });
  expect(entry.value).toBe(shown);
});
