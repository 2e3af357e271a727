import "../../testing/storage";
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { deleteDB } from "idb";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { demo, renderOnDemo } from "../../testing/demo";
import { PhotoBox, photoBoxOf } from "./photoBox";
import { PhotosWaiting } from "./PhotosWaiting";
import { putIn } from "./usePhotoBox";

const box = photoBoxOf(demo.id);
const put = async (...keys: string[]) => {
  for (const key of keys)
    await box.put({ property: demo.id, key, jpeg: new Uint8Array([0xff, 0xd8]).buffer, problem: null });
};
const PUT = `PUT /api/properties/${demo.id}/photos/`;
const sent = (calls: ReturnType<typeof renderOnDemo>) =>
  calls.filter(({ method }) => method === "PUT").map(({ path }) => path.split("/").at(-1));

beforeEach(() => vi.useFakeTimers({ shouldAdvanceTime: true, toFake: ["setInterval", "clearInterval"] }));
afterEach(async () => {
  for (const { key } of box.entries()) await box.remove(key);
  await deleteDB("lean-year-photos");
});

test("what waits is sent when the page opens, in its order, and nothing is said then", async () => {
  await put("a", "b");
  const calls = renderOnDemo(<PhotosWaiting />, demo, "/", { [PUT]: () => [200, {}] });
  await waitFor(() => expect(sent(calls)).toEqual(["a", "b"]));
  await waitFor(() => expect(screen.queryByRole("status")).toBeNull());
  expect(await new PhotoBox(demo.id).read()).toEqual([]);
});

test("without a server it says how many are kept here, tries again, and sends each once", async () => {
  let down = true;
  const calls = renderOnDemo(<PhotosWaiting />, demo, "/", {
    [PUT]: () => {
      if (down) throw new TypeError("Failed to fetch");
      return [200, {}];
    },
  });
  await put("a");
  act(() => putIn.tell());
  expect((await screen.findByText(/^1 photo is kept here and sent as soon as that can be done/)).role).toBeDefined();
  await act(() => put("b"));
  expect(await screen.findByText(/^2 photos are kept here/)).toBeTruthy();
  down = false;
  const before = sent(calls).length;
  act(() => void vi.advanceTimersByTime(3_000));
  await waitFor(() => expect(sent(calls).slice(before)).toEqual(["a", "b"]));
  await waitFor(() => expect(screen.queryByRole("status")).toBeNull());
});

test("when the connection is back it is tried at once", async () => {
  let down = true;
  await put("a");
  const calls = renderOnDemo(<PhotosWaiting />, demo, "/", {
    [PUT]: () => {
      if (down) throw new TypeError("Failed to fetch");
      return [200, {}];
    },
  });
  await screen.findByText(/kept here/);
  down = false;
  fireEvent(window, new Event("online"));
  await waitFor(() => expect(screen.queryByText(/kept here/)).toBeNull());
  expect(new Set(sent(calls))).toEqual(new Set(["a"]));
});

test.each([502, 503, 500, 401])("an answer of %i is no refusal: the picture waits", async (status) => {
  await put("a");
  renderOnDemo(<PhotosWaiting />, demo, "/", { [PUT]: () => [status, { errors: [], revision: null }] });
  await screen.findByText(/^1 photo is kept here/);
  expect(box.entries()).toMatchObject([{ problem: null }]);
});

test("one that is refused is set aside with its reason, the next goes on, and it can be discarded", async () => {
  await put("a", "b");
  const calls = renderOnDemo(<PhotosWaiting />, demo, "/", {
    [`${PUT}a`]: () => [422, { errors: [{ field: "photo", message: "is cut off or damaged" }], revision: null }],
    [PUT]: () => [200, {}],
  });
  expect(await screen.findByText(/^A photo was not kept: Is cut off or damaged\./)).toBeTruthy();
  await waitFor(() => expect(sent(calls)).toEqual(["a", "b"]));
  expect(await new PhotoBox(demo.id).read()).toMatchObject([{ key: "a" }]);
  fireEvent.click(screen.getByRole("button", { name: "Discard it" }));
  await waitFor(() => expect(screen.queryByText(/was not kept/)).toBeNull());
  expect(await new PhotoBox(demo.id).read()).toEqual([]);
});
