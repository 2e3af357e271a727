import "../../testing/storage";
import { deleteDB } from "idb";
import { afterEach, expect, test, vi } from "vitest";
import { PhotoBox, photoBoxOf } from "./photoBox";

const jpeg = (byte: number) => new Uint8Array([0xff, 0xd8, byte]).buffer;
const waiting = (key: string, property = "p") => ({ property, key, jpeg: jpeg(1), problem: null });
const keys = (box: PhotoBox) => box.entries().map(({ key }) => key);

afterEach(() => deleteDB("lean-year-photos"));

test("a picture that was put in is there in another tab, and for its property alone", async () => {
  const box = new PhotoBox("p");
  await box.put(waiting("a"));
  await new PhotoBox("q").put(waiting("a", "q"));
  const other = new PhotoBox("p");
  await other.read();
  expect(keys(other)).toEqual(["a"]);
  expect([...new Uint8Array(other.entries()[0]!.jpeg)]).toEqual([0xff, 0xd8, 1]);
});

test("what is put in again takes the place of the first; what was sent is there no more", async () => {
  const box = new PhotoBox("p");
  const heard = vi.fn();
  box.subscribe(heard);
  await box.put(waiting("a"));
  await box.put(waiting("b"));
  await box.put({ ...waiting("a"), problem: "Too many" });
  expect(keys(box)).toEqual(["b", "a"]);
  await box.remove("b");
  expect(heard).toHaveBeenCalledTimes(4);
  const other = new PhotoBox("p");
  expect(await other.read()).toMatchObject([{ key: "a", problem: "Too many" }]);
  expect(box.keepsNothing()).toBe(false);
});

test("without storage it waits in the page, which says so", async () => {
  const box = new PhotoBox("p");
  const putTo = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  await box.put(waiting("a"));
  expect(box.keepsNothing()).toBe(true);
  expect(keys(box)).toEqual(["a"]);
  await box.read();
  expect(keys(box)).toEqual(["a"]);
  await box.remove("a");
  expect(keys(box)).toEqual([]);
  putTo.mockRestore();
});

test("a picture that is here is shown from here, also once it was sent", async () => {
  vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: vi.fn(() => "blob:here") }));
  const box = new PhotoBox("p");
  expect(box.addressOf("a")).toBeUndefined();
  await box.put(waiting("a"));
  expect([box.addressOf("a"), box.addressOf("a")]).toEqual(["blob:here", "blob:here"]);
  await box.remove("a");
  expect(box.addressOf("a")).toBe("blob:here");
  expect(URL.createObjectURL).toHaveBeenCalledTimes(1);
});

test("all parts of a page have the same box of a property", () => {
  expect(photoBoxOf("p")).toBe(photoBoxOf("p"));
  expect(photoBoxOf("p")).not.toBe(photoBoxOf("q"));
});
