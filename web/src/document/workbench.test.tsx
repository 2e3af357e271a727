import "../testing/storage";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, render, screen, waitFor } from "@testing-library/react";
import { useLayoutEffect } from "react";
import { beforeEach, describe, expect, test, vi } from "vitest";
import { FakeServer, smallState } from "../testing/fakeServer";
import { Outbox } from "./outbox";
import { added } from "./waiting";
import { useDocument } from "./shown";
import { useConnection, useEdits, useSaved, WorkbenchProvider } from "./workbench";

const said = vi.hoisted(() => vi.fn());
vi.mock("../ui/Toasts", () => ({ toast: said }));

let server: FakeServer;
/** All that a component can ask of the workbench. */
function useAll() {
  return { ...useEdits(), ...useConnection(), saved: useSaved(), shown: useDocument("cistern") };
}

let bench: ReturnType<typeof useAll>;

function Probe() {
  const here = useAll();
  // With what is painted, not some time after it: a test that has seen the words reads the rest at once.
  useLayoutEffect(() => {
    bench = here;
  });
  return <p>{`rev ${here.saved.revision}, tank ${here.shown.cistern.transfer_l_day}`}</p>;
}

let queries: QueryClient;

function open() {
  queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={queries}>
      <WorkbenchProvider id="p">
        <Probe />
      </WorkbenchProvider>
    </QueryClientProvider>,
  );
}

/** How many entries this browser has stored. */
async function waitOnDisk(count: number) {
  await waitFor(async () => expect(await new Outbox("p").read()).toHaveLength(count));
}

const tank = (litres: number) => [{ op: "replace" as const, path: "/cistern/transfer_l_day", value: litres }];

beforeEach(() => {
  server = new FakeServer();
});

test("an edit is kept and its answer shown", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  let problem: string | null = "not asked";
  await act(async () => {
    problem = await bench.tryEdit("Tank", tank(90_000));
  });
  expect(problem).toBeNull();
  await screen.findByText("rev 2, tank 90000");
  expect(bench.waiting).toBe(0);
});

test("edits made in a row are sent one after the other, each on what the one before it brought", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  await act(async () => {
    await Promise.all([bench.tryEdit("a", tank(1)), bench.tryEdit("b", tank(2)), bench.tryEdit("c", tank(3))]);
  });
  expect(server.edits().map(({ body }) => body.base_revision)).toEqual([1, 2, 3]);
  await screen.findByText("rev 4, tank 3");
});

test("a refused edit says why and changes nothing", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  server.refusal = "must be at most 1,000,000,000";
  let problem: string | null = null;
  await act(async () => {
    problem = await bench.tryEdit("Tank", tank(2e9));
  });
  expect(problem).toBe("must be at most 1,000,000,000");
  expect(bench.saved.revision).toBe(1);
  expect(bench.waiting).toBe(0);
});

test("what is refused where nothing was typed is said at the foot of the page, by name", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  server.refusal = "must be at most what the tanks hold";
  await act(() => bench.edit("Wider", [{ op: "replace", path: "/cistern/tanks/0/shape", value: {} }]));
  expect(said).toHaveBeenCalledWith("Not changed. Transfer must be at most what the tanks hold.");
  await act(() => bench.edit("Transfer", tank(7)));
  expect(said).toHaveBeenLastCalledWith("Not changed. Must be at most what the tanks hold.");
  server.refusal = null;
  await act(() => bench.edit("Transfer", tank(7)));
  expect(said).toHaveBeenCalledTimes(2);
});

test("what was read before an edit was kept, and comes after it, does not put the older revision back", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  let answer = () => {};
  server.readsHeld = new Promise<void>((done) => (answer = done));
  const read = queries.refetchQueries({ queryKey: ["property", "p"] });
  await act(() => bench.tryEdit("Tank", tank(90_000)));
  await screen.findByText("rev 2, tank 90000");
  answer();
  await act(() => read);
  await act(() => new Promise((done) => setTimeout(done, 50)));
  expect(bench.saved.revision).toBe(2);
});

test("a preview is shown until it ends, and keeps nothing", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  act(() => bench.preview(tank(70_000)));
  await screen.findByText("rev 1, tank 70000");
  act(() => bench.endPreview());
  await screen.findByText("rev 1, tank 86000");
  expect(server.edits()).toHaveLength(0);
});

test("of many previews asked for in a row only the first and the last are worked out", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  act(() => {
    for (let litres = 1; litres <= 20; litres++) bench.preview(tank(litres));
  });
  await screen.findByText("rev 1, tank 20");
  expect(server.sent.length).toBeLessThanOrEqual(2);
});

describe("when another window was first", () => {
  beforeEach(async () => {
    open();
    await screen.findByText("rev 1, tank 86000");
    server.changeElsewhere(50_000);
    await act(async () => {
      await bench.tryEdit("Tank 90 m³", tank(90_000));
    });
  });

  test("the entry is held, not put over the other's", () => {
    expect(bench.conflict).toMatchObject({ standing: 2, edits: [{ label: "Tank 90 m³" }] });
    expect(server.state.document.cistern.transfer_l_day).toBe(50_000);
    expect(bench.waiting).toBe(0);
    expect(bench.offline).toBe(false);
  });

  test("it can be put on top", async () => {
    await act(() => bench.resolveConflict("apply"));
    await screen.findByText("rev 3, tank 90000");
    expect(bench.conflict).toBeNull();
  });

  test("or left", async () => {
    await act(() => bench.resolveConflict("drop"));
    await screen.findByText("rev 2, tank 50000");
    expect(server.edits()).toHaveLength(1);
  });
});

describe("when the line is cut", () => {
  beforeEach(() => {
    vi.useFakeTimers({ shouldAdvanceTime: true, toFake: ["setInterval", "clearInterval"] });
    return () => vi.useRealTimers();
  });

  test("entries wait, in this page and on this machine, and go out when it is back", async () => {
    const page = open();
    await screen.findByText("rev 1, tank 86000");
    server.down = true;
    act(() => {
      void bench.tryEdit("a", tank(1));
      void bench.tryEdit("b", tank(2));
    });
    await waitFor(() => expect(bench.offline).toBe(true));
    await waitFor(() => expect(bench.waiting).toBe(2));
    await screen.findByText("rev 1, tank 2"); // as typed, on every sheet
    await waitOnDisk(2);
    await act(() => bench.step("undo"));
    expect(server.sent).toHaveLength(0);
    server.down = false;
    await act(() => vi.advanceTimersByTimeAsync(4_000));
    await screen.findByText("rev 3, tank 2");
    expect(bench.offline).toBe(false);
    await waitOnDisk(0);
    page.unmount();
  });

  test("an answer that gets lost on the way is asked for anew when the line is back, and kept once", async () => {
    open();
    await screen.findByText("rev 1, tank 86000");
    server.silent = true;
    act(() => void bench.tryEdit("a", tank(1)));
    await waitFor(() => expect(server.edits()).toHaveLength(1));
    server.silent = false;
    act(() => void window.dispatchEvent(new Event("online")));
    await screen.findByText("rev 2, tank 1");
    expect(server.state.revision).toBe(2);
    expect(new Set(server.edits().map(({ body }) => body.edit_id)).size).toBe(1);
    await waitOnDisk(0);
  });

  test("a line that stays silent is given up after a while, and what waits says so", async () => {
    vi.useFakeTimers({
      shouldAdvanceTime: true,
      toFake: ["setInterval", "clearInterval", "setTimeout", "clearTimeout"],
    });
    open();
    await screen.findByText("rev 1, tank 86000");
    server.silent = true;
    act(() => void bench.tryEdit("a", tank(1)));
    await waitFor(() => expect(server.edits()).toHaveLength(1));
    expect(bench.offline).toBe(false);
    await act(() => vi.advanceTimersByTimeAsync(15_000));
    await waitFor(() => expect(bench.offline).toBe(true));
    expect(bench.waiting).toBe(1);
    server.silent = false;
    await act(() => vi.advanceTimersByTimeAsync(3_100));
    await screen.findByText("rev 2, tank 1");
    await waitOnDisk(0);
  });

  test("what waited when the page closed goes out when it opens again", async () => {
    const page = open();
    await screen.findByText("rev 1, tank 86000");
    server.down = true;
    act(() => void bench.tryEdit("a", tank(77)));
    await waitFor(() => expect(bench.waiting).toBe(1));
    page.unmount();
    server.down = false;
    open();
    await screen.findByText("rev 2, tank 77");
  });

  test("what waited does not go over a change made elsewhere meanwhile", async () => {
    const page = open();
    await screen.findByText("rev 1, tank 86000");
    server.down = true;
    act(() => void bench.tryEdit("a", tank(77)));
    await waitFor(() => expect(bench.waiting).toBe(1));
    page.unmount();
    server.down = false;
    server.changeElsewhere(50_000);
    open();
    await waitFor(() => expect(bench.conflict?.edits).toHaveLength(1));
    expect(server.state.document.cistern.transfer_l_day).toBe(50_000);
  });
});

test("what came late is held over a reload until somebody chooses", async () => {
  const page = open();
  await screen.findByText("rev 1, tank 86000");
  server.changeElsewhere(50_000);
  await act(async () => {
    await bench.tryEdit("Tank", tank(90_000));
  });
  page.unmount();
  const before = bench;
  open();
  await waitFor(() => expect(bench).not.toBe(before)); // the page that is closed knew of the conflict, too
  await waitFor(() => expect(bench.conflict).toMatchObject({ standing: 2, edits: [{ label: "Tank" }] }));
  await act(() => bench.resolveConflict("apply"));
  await screen.findByText("rev 3, tank 90000");
  await waitOnDisk(0);
});

test("what is typed just after the last look at what waits goes out as well", async () => {
  // As in a browser: a lock is given back some time after the work that it was for.
  const request = async (_: string, __: LockOptions, work: () => Promise<void>) => {
    await work();
    await new Promise((done) => setTimeout(done, 200));
  };
  Object.defineProperty(navigator, "locks", { configurable: true, value: { request } });
  try {
    open();
    await screen.findByText("rev 1, tank 86000");
    await act(() => bench.tryEdit("a", tank(1)));
    await act(() => bench.tryEdit("b", tank(2)));
    await screen.findByText("rev 3, tank 2");
    await waitOnDisk(0);
  } finally {
    Reflect.deleteProperty(navigator, "locks");
  }
});

test("a step asked for while an entry is on its way is made after it", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  let answer = () => {};
  server.held = new Promise<void>((done) => (answer = done));
  let both: Promise<unknown> = Promise.resolve();
  act(() => void (both = bench.tryEdit("a", tank(1))));
  await waitFor(() => expect(server.edits()).toHaveLength(1));
  act(() => void (both = Promise.all([both, bench.step("undo")])));
  answer();
  await act(() => both);
  expect(server.sent.map(({ url }) => url.split("/").at(-1))).toEqual(["edits", "steps"]);
});

test("an edit on which the server fails is set aside with its reason, and the rest go on", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  server.fails = ["b"];
  let problems: (string | null)[] = [];
  await act(async () => {
    problems = await Promise.all([
      bench.tryEdit("a", tank(1)),
      bench.tryEdit("b", tank(2)),
      bench.tryEdit("c", tank(3)),
    ]);
  });
  expect(problems).toEqual([null, "the server failed on it", null]);
  await screen.findByText("rev 3, tank 3");
  expect(bench.offline).toBe(false);
  expect(bench.setAside).toMatchObject([{ label: "b", problem: "the server failed on it" }]);
  server.fails = [];
  await act(() => bench.sendAgain([bench.setAside[0]!.edit_id]));
  await screen.findByText("rev 4, tank 2");
  expect(bench.setAside).toHaveLength(0);
});

test("an edit that was refused after its page had closed is set aside, and can be discarded", async () => {
  const page = open();
  await screen.findByText("rev 1, tank 86000");
  server.down = true;
  act(() => void bench.tryEdit("Tank", tank(2e9)));
  await waitOnDisk(1);
  page.unmount();
  server.down = false;
  server.refusal = "must be at most 1,000,000,000";
  open();
  await waitFor(() => expect(bench.setAside).toMatchObject([{ problem: "must be at most 1,000,000,000" }]));
  await act(() => bench.discard([bench.setAside[0]!.edit_id]));
  expect(bench.setAside).toHaveLength(0);
  await waitOnDisk(0);
});

test("what another tab of this browser typed goes out from here, and is no conflict", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  await new Outbox("p").change(
    added({ edit_id: "other-tab", label: "Elsewhere", operations: tank(5) }, "p", smallState({ revision: 1 })),
  );
  await act(async () => {
    await bench.tryEdit("Here", tank(6));
  });
  await screen.findByText("rev 3, tank 6");
  expect(server.edits().map(({ body }) => [body.label, body.base_revision])).toEqual([
    ["Elsewhere", 1],
    ["Here", 2],
  ]);
  expect(bench.conflict).toBeNull();
});

test("what was asked for last stands, though an older answer was taken just before it", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  const before = bench.saved;
  const answers: ((state: object) => void)[] = [];
  const held = () => new Promise<Response>((done) => answers.push((state) => done(Response.json(state))));
  vi.stubGlobal("fetch", held);
  const otherTab = new BroadcastChannel("lean-year-p");
  otherTab.postMessage(null);
  otherTab.postMessage(null);
  await waitFor(() => expect(answers).toHaveLength(2));
  await act(async () => answers[0]!(before));
  await act(async () => answers[1]!({ ...before, revision: 2 }));
  await screen.findByText(/^rev 2/);
  otherTab.close();
});

test("what was asked for before an edit was kept, and is answered after it, does not put the older revision back", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  let answer = () => {};
  server.readsHeld = new Promise<void>((done) => (answer = done));
  const otherTab = new BroadcastChannel("lean-year-p");
  const reads = server.reads;
  otherTab.postMessage(null);
  await waitFor(() => expect(server.reads).toBe(reads + 1));
  await act(() => bench.tryEdit("Tank", tank(90_000)));
  await screen.findByText("rev 2, tank 90000");
  answer();
  await act(() => new Promise((done) => setTimeout(done, 50)));
  expect(bench.saved.revision).toBe(2);
  otherTab.close();
});

test("steps pressed in a row are made one after the other", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  await act(async () => {
    await Promise.all([1, 2, 3, 4].map((litres) => bench.tryEdit("Tank", tank(litres))));
  });
  await screen.findByText(/^rev 5/);
  await act(async () => {
    await Promise.all([bench.step("undo"), bench.step("undo"), bench.step("redo"), bench.step("undo")]);
  });
  const steps = server.sent.filter(({ url }) => url.endsWith("/steps"));
  expect(steps.map(({ body }) => body.base_revision)).toEqual([5, 4, 3, 4]);
  await screen.findByText(/^rev 3/);
});

test("undo asks for the revision before", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  await act(async () => {
    await bench.tryEdit("Tank", tank(90_000));
  });
  await act(() => bench.step("undo"));
  expect(server.sent.at(-1)).toMatchObject({ body: { direction: "undo", base_revision: 2 } });
  await screen.findByText(/^rev 1/);
});

test("a property that cannot be fetched says so and can be tried again", async () => {
  server.down = true;
  open();
  await screen.findByText("The property could not be opened");
  server.down = false;
  act(() => screen.getByRole("button", { name: "Try again" }).click());
  await screen.findByText("rev 1, tank 86000");
});

test("one that was removed, or that may not be seen, is said to be so", async () => {
  const answer = (status: number, message: string) =>
    vi.stubGlobal("fetch", async () =>
      Response.json({ errors: [{ field: "id", message }], revision: null }, { status }),
    );
  answer(404, "there is no such property");
  open();
  await screen.findByText("There is no such property");
  expect(screen.getByText("It may have been removed in another window.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Try again" })).toBeNull();
  expect(screen.getByRole("link", { name: "All properties" }).getAttribute("href")).toBe("/");
  cleanup();
  answer(422, "was kept by a newer version");
  open();
  await screen.findByText("The property could not be opened");
  expect(screen.getByRole("main").textContent).toContain("was kept by a newer version");
  expect(screen.queryByText(/was not opened in this browser before/)).toBeNull();
});

test("a revision is gone back to on top of the one that stands", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  await act(() => bench.edit("Tank", tank(90_000)));
  await act(() => bench.goBackTo(1));
  expect(server.sent.at(-1)).toMatchObject({
    url: "/api/properties/p/back",
    body: { base_revision: 2, revision: 1 },
  });
});

test.each([
  ["undo", /so nothing was undone/],
  ["redo", /so nothing was redone/],
] as const)(
  "%s on a property that was changed elsewhere shows how it stands, and says so",
  async (direction, words) => {
    open();
    await screen.findByText("rev 1, tank 86000");
    server.changeElsewhere(50_000);
    said.mockClear();
    await act(() => bench.step(direction));
    await screen.findByText("rev 2, tank 50000");
    expect(said.mock.calls).toEqual([[expect.stringMatching(words)]]);
  },
);

test("a step without a connection changes nothing, and says so", async () => {
  open();
  await screen.findByText("rev 1, tank 86000");
  said.mockClear();
  server.down = true;
  await act(() => bench.step("undo"));
  expect(said).toHaveBeenCalledExactlyOnceWith("No connection to the server. Nothing was changed.");
  expect(bench.saved.revision).toBe(1);
});
