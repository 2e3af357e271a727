import "../testing/storage";
import { deleteDB } from "idb";
import { expect, test, vi } from "vitest";
import { Outbox } from "./outbox";
import { again } from "./again";
import { added, discarded, kept, late, refused } from "./waiting";
import { demo } from "../testing/demo";
import type { Rewrite, Seen, Waiting } from "./waiting";

const edit = (id: string) => ({ edit_id: id, label: id, operations: [] });
const on = (revision: number): Seen => ({ revision, document: demo.document });
const add = (id: string, seen: number) => added(edit(id), "p", on(seen));
const shown = (entries: readonly Waiting[]) => entries.map(({ edit_id, state, base }) => [edit_id, state, base]);

async function changed(box: Outbox, ...rewrites: Rewrite[]) {
  for (const rewrite of rewrites) await box.change(rewrite);
  return shown(box.entries());
}

test("what waits is there again after a reload, in order, on the revision its maker saw", async () => {
  await changed(new Outbox("p"), add("a", 4), add("b", 4));
  const after = new Outbox("p");
  expect(shown(await after.read())).toEqual([
    ["a", "waiting", 4],
    ["b", "waiting", null],
  ]);
  expect(await changed(after, kept("a", 5))).toEqual([["b", "waiting", 5]]);
  expect(await changed(after, kept("b", 6))).toEqual([]);
  expect(await new Outbox("p").read()).toEqual([]);
});

test("two tabs write one list, and neither loses the other's", async () => {
  const [one, other] = [new Outbox("p"), new Outbox("p")];
  await Promise.all([one.change(add("a", 4)), other.change(add("b", 4)), one.change(add("c", 4))]);
  const both = shown(await one.read());
  expect(both.map(([id]) => id).sort()).toEqual(["a", "b", "c"]);
  expect(both.filter(([, , base]) => base === 4)).toHaveLength(1);
  expect(shown(await other.read())).toEqual(both);
});

test("properties wait apart", async () => {
  await new Outbox("q").change(added(edit("z"), "q", on(1)));
  expect(await changed(new Outbox("p"), add("a", 4))).toEqual([["a", "waiting", 4]]);
  expect(shown(await new Outbox("q").read())).toEqual([["z", "waiting", 1]]);
});

test("an entry made on one that was set aside is tried on what that one was made on", async () => {
  const box = new Outbox("p");
  expect(await changed(box, add("a", 4), add("b", 4), add("c", 4), refused("a", "no"))).toEqual([
    ["a", "refused", 4],
    ["b", "waiting", 4],
    ["c", "waiting", null],
  ]);
  expect(box.entries()[0]!.problem).toBe("no");
  expect(await changed(box, kept("b", 5))).toEqual([
    ["a", "refused", 4],
    ["c", "waiting", 5],
  ]);
});

test("what came late stays until its maker has chosen, also over a reload", async () => {
  await changed(new Outbox("p"), add("a", 4), add("b", 4), late(9));
  const box = new Outbox("p");
  expect(shown(await box.read())).toEqual([
    ["a", "late", 4],
    ["b", "late", null],
  ]);
  expect(box.entries()[0]!.standing).toBe(9);
  expect(await changed(box, again(["a", "b"], on(9)))).toEqual([
    ["a", "waiting", 9],
    ["b", "waiting", null],
  ]);
  expect(await changed(box, late(10), discarded(["a", "b"]))).toEqual([]);
});

test("what was set aside goes to its place before what waits, or on top of it", async () => {
  const box = new Outbox("p");
  await changed(box, add("a", 4), add("b", 4), refused("b", "no"), refused("a", "no"), add("c", 6));
  expect(await changed(box, again(["b"], on(6)))).toEqual([
    ["a", "refused", 4],
    ["b", "waiting", 6],
    ["c", "waiting", 6],
  ]);
});

test("listeners hear of a change, and of none where there was none", async () => {
  const box = new Outbox("p");
  const heard = vi.fn();
  box.subscribe(heard);
  await changed(box, add("a", 1));
  await box.read();
  expect(heard).toHaveBeenCalledTimes(1);
});

test("a browser that stores nothing loses none in this page, and says so", async () => {
  vi.spyOn(indexedDB, "open").mockImplementation(() => {
    throw new Error("switched off");
  });
  await deleteDB("lean-year");
  const box = new Outbox("p");
  expect(await changed(box, add("a", 1), add("b", 1), kept("a", 2))).toEqual([["b", "waiting", 2]]);
  expect(box.keepsNothing()).toBe(true);
});
