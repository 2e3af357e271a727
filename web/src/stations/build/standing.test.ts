import { expect, test } from "vitest";
import type { Entry } from "../../api/build";
import { terrace } from "../../testing/demo";
import { withUnsent } from "./standing";

const work = terrace.work;
const pad = work.points.find(({ task }) => task === "pad-levels")!;
const all = (value: number) => Object.fromEntries(pad.readings.map(({ key }) => [key, value]));
const uneven = { ...all(0), [pad.readings[0]!.key]: 30 };
const entry = (id: string, more: Partial<Entry> = {}): Entry => ({
  id,
  kind: "reading",
  about: pad.key,
  on: "2026-11-30",
  by: "Ida",
  values: all(0),
  name: "",
  supply: "main",
  at: "",
  note: "",
  after: null,
  ...more,
});
const shown = (...unsent: Entry[]) => withUnsent(work, unsent, "metric");
const pointOf = (...unsent: Entry[]) => shown(...unsent).points.find(({ key }) => key === pad.key)!;
const task = (of: typeof work, key: string) => of.tasks.find((each) => each.key === key)!;

test("nothing written down here leaves all as it was", () => {
  expect(shown()).toBe(work);
});

test("a reading that fails stops what waits for it; mended, or let pass, it goes on", () => {
  expect(pointOf(entry("a", { values: uneven })).status).toBe("failed");
  const stopped = shown(entry("a", { values: uneven }));
  expect(task(stopped, "set-tanks")).toMatchObject({ status: "stopped", stopped_by: pad.name });
  const mended = [entry("a", { values: uneven }), entry("b", { after: "a" })];
  expect(pointOf(...mended).status).toBe("passed");
  expect(pointOf(...mended).entries.map(({ id }) => id)).toEqual(["a", "b"]);
  expect(task(shown(...mended), "set-tanks").stopped_by).toBe("");
  const let_pass = entry("b", { kind: "let_pass", values: {}, note: "packed", after: "a" });
  expect(pointOf(entry("a", { values: uneven }), let_pass).status).toBe("let_pass");
});

test("two that were written without knowing of each other and disagree are to be measured once more", () => {
  expect(pointOf(entry("a", { values: uneven }), entry("b")).status).toBe("disputed");
  expect(pointOf(entry("a"), entry("b")).status).toBe("passed");
});

test("what is ticked off here lets what waits for it begin", () => {
  const waiting = work.tasks.find(({ status, after }) => status === "waits" && after.length === 1)!;
  const [before] = waiting.after;
  const done = entry("d", { kind: "done", about: before!, values: {} });
  if (!work.points.some(({ task: of }) => of === before)) {
    expect(task(shown(done), before!).status).toBe("done");
    expect(task(shown(done), waiting.key).status).toBe("ready");
    const undone = entry("e", { kind: "not_done", about: before!, values: {}, after: "d" });
    expect(task(shown(done, undone), waiting.key).status).toBe("waits");
  }
});

test("what the server has already is not counted twice", () => {
  const known = { ...work, points: [{ ...pad, entries: [{ id: "a" }] as typeof pad.entries, last: "a" }] };
  expect(withUnsent(known, [entry("a")], "metric")).toBe(known);
});
