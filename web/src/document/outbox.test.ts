import { expect, test, vi } from "vitest";
import { Outbox } from "./outbox";

const edit = (id: string) => ({ edit_id: id, label: id, operations: [] });
test("what waits is there again after a reload, in order, on the revision its maker saw", () => {
  const before = new Outbox("p");
  before.add(edit("a"), 4);
  before.add(edit("b"), 4);
  const after = new Outbox("p");
  expect(after.size()).toBe(2);
  expect(after.first()).toMatchObject({ edit_id: "a", base: 4 });
  after.kept(5);
  expect(after.first()).toMatchObject({ edit_id: "b", base: 5 });
  after.kept(6);
  expect(new Outbox("p").size()).toBe(0);
});

test("an entry made on a refused one is tried on what that one was made on", () => {
  const box = new Outbox("p");
  box.add(edit("a"), 4);
  box.add(edit("b"), 4);
  box.refused();
  expect(box.first()).toMatchObject({ edit_id: "b", base: 4 });
});

test("all that waits is handed over at once, and listeners hear of it", () => {
  const box = new Outbox("p");
  const heard = vi.fn();
  box.subscribe(heard);
  box.add(edit("a"), 1);
  expect(box.takeAll().map((each) => each.edit_id)).toEqual(["a"]);
  expect(box.size()).toBe(0);
  expect(heard).toHaveBeenCalledTimes(2);
});

test("rubbish in the storage is no entry, and a full storage loses none in this page", () => {
  localStorage.setItem("lean-year-outbox-p", "{not json");
  const box = new Outbox("p");
  expect(box.size()).toBe(0);
  vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new Error("full");
  });
  box.add(edit("a"), 1);
  expect(box.size()).toBe(1);
});
